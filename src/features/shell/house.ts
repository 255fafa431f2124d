import type { Route } from "next";

/** One room: where it is, what the rail calls it, and what the finder says of it, with words that name what is done there. */
export interface Room {
  readonly at: Route;
  readonly name: string;
  readonly label: string;
  readonly words: string;
}
/** Rooms for one purpose. The first is the one its name leads to; `also` are addresses that belong to it and have no door of their own. */
export interface Floor {
  readonly name: string;
  readonly rooms: readonly [Room, ...Room[]];
  readonly also: readonly string[];
  /** Under the thumb on a phone; the rest is behind one press. */
  readonly isAtHand?: true;
}

/**
 * The plan of the house, each room once: the rail, the phone's bar and plan, and the finder all read it. By what one comes for: what
 * is to be done today, the bins, what came out of them, breeding, what lies in store, what is coming, what came of it.
 */
export const HOUSE: readonly Floor[] = [
  {
    name: "Today",
    also: ["/visit"],
    isAtHand: true,
    rooms: [
      { at: "/", name: "The round", label: "Today’s round", words: "slate tasks home what is due list do now" },
      { at: "/sheet", name: "On paper", label: "The round on paper", words: "print type in sheet list tick" },
    ],
  },
  {
    name: "Bins",
    also: ["/bin", "/friend", "/lid", "/harvest"],
    isAtHand: true,
    rooms: [
      { at: "/bins", name: "All bins", label: "All bins", words: "rack list group sort filter walking order" },
      { at: "/setup", name: "Set up a bin", label: "Set up a bin", words: "setup new add another runs already bought inherited" },
      { at: "/trouble", name: "Something is wrong", label: "Something is wrong: signs and causes", words: "trouble diagnose smell ammonia rotten sour stinks flies mites sick help emergency first aid dead dying escape mould ants" },
      { at: "/rescue", name: "Rescue from mud", label: "Rescue from mud", words: "too wet soaked flooded swamp sludge soggy waterlogged" },
      { at: "/labels", name: "Labels", label: "Labels", words: "print qr code sticker" },
    ],
  },
  {
    name: "Castings",
    also: [],
    isAtHand: true,
    rooms: [
      { at: "/lots", name: "Dry, keep, use", label: "Castings: drying, in store, where they went", words: "lot dry cure store sieve bag fill sell sold give use extract slurry receipt compost humus vermicompost harvested" },
      { at: "/lamp", name: "Lamp rounds", label: "Lamp rounds", words: "harvest castings light scrape timer cone heaps" },
    ],
  },
  {
    name: "Nursery",
    also: [],
    rooms: [
      { at: "/nursery", name: "Tubs and trays", label: "Nursery: breeding tubs and trays", words: "breed cocoons eggs babies hatch sieve tub tray stagger cycle raise worms" },
      { at: "/nursery#orders", name: "Promised", label: "Worms promised: orders and gifts", words: "order reserve sell sold give stock customer bed promise" },
      { at: "/stock", name: "Deliveries", label: "Worms delivered or shared out", words: "buy bought arrived transfer split stock parcel" },
    ],
  },
  {
    name: "Store",
    also: [],
    rooms: [
      { at: "/store", name: "Bedding kept", label: "The store: bedding and batches", words: "pile heap pre-compost supplies card leaf mould stock" },
      { at: "/mix", name: "Mix", label: "Mix bedding or feed", words: "recipe carbon nitrogen blend ratio c:n" },
    ],
  },
  {
    name: "Look ahead",
    also: [],
    rooms: [
      { at: "/weather", name: "Weather", label: "Warmth and weather", words: "heat wave hot summer winter frost freeze rain cold forecast temperature outside shade wrap" },
      { at: "/away", name: "Going away", label: "Going away", words: "vacation holiday back return absence travel helper sitter nobody comes weeks trip leave busy" },
      { at: "/plan", name: "Plan a bin", label: "Plan a bin or a cellar", words: "how many which kind build scraps size big household beginner begin" },
      { at: "/start", name: "First weeks", label: "The first weeks, day by day", words: "timetable begin start schedule beginner" },
    ],
  },
  {
    name: "Results",
    also: [],
    rooms: [
      { at: "/reckon", name: "Reckoning", label: "Reckoning: what came of it all", words: "balance yield year month target castings per kg money hours cost income statistics chart compare experiment" },
      { at: "/reckon#back", name: "Looking back", label: "Looking back: the year by season, notes found again", words: "last year history search diary notes season" },
      { at: "/logger", name: "Logger", label: "Temperatures from a logger", words: "csv import thermometer probe sensor file drop humidity" },
    ],
  },
  {
    name: "Guide",
    also: [],
    rooms: [{ at: "/guide", name: "The Guide", label: "The Guide", words: "help book materials worms signs learn how read" }],
  },
  {
    name: "Records",
    also: [],
    rooms: [{ at: "/records", name: "Keep and bring back", label: "Records: archive, export and import", words: "backup save csv calendar restore undo take back phone laptop copy ics download" }],
  },
  {
    name: "Settings",
    also: [],
    rooms: [{ at: "/settings", name: "Units, rooms, pails", label: "Settings: units, rooms, containers", words: "metric us imperial pounds fahrenheit light dark temperature bucket pail language theme text size font letters bigger larger" }],
  },
]; // prettier-ignore

const pathOf = (at: Route): string => at.split("#")[0]!;

/** The floor an address belongs to. Undefined for one the house does not have. */
export const floorAt = (path: string): Floor | undefined =>
  HOUSE.find(({ rooms, also }) => also.includes(path) || rooms.some(({ at }) => pathOf(at) === path));

/** Whether a room is the one an address names; what stands further down in a room has no address of its own. */
export const isRoomAt = ({ at }: Room, path: string): boolean => at === path;
