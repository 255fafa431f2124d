import { materialOf } from "../catalogue/material";
import { inOwnContainers } from "../quantity/containers";
import type { Container } from "../quantity/containers";
import type { LocalDate } from "@/vocabulary/fields";
import { ago, spokenDay } from "../calendar/day";
import type { Creature } from "@/vocabulary/readings";
import type { Preparation, SchoolId } from "@/vocabulary/setup";
import type { UnitSystem } from "../quantity/format";
import {
  formatLength,
  formatMass,
  formatPercent,
  formatTemperature,
  formatTemperatureRange,
  formatVolume,
} from "../quantity/format";
import { FOOD_LEFT_WORDS, SMELL_WORDS } from "../words/readings";
import type { Depth, Reason, Step, Warmth } from "./decision";
import type { HerdAdvice } from "./herdAdvice";
import { inUnits } from "../words/inUnits";

export interface Speech {
  readonly units: UnitSystem;
  readonly today: LocalDate;
}

/** An amount to measure out: scraps and water by the bucket, the rest by the kitchen scale. */
export function sayAmount(step: Pick<Step, "amount" | "kind">, units: UnitSystem): string | undefined {
  if (!step.amount) return undefined;
  return "massKg" in step.amount
    ? formatMass(step.amount.massKg, units)
    : formatVolume(step.amount.volumeL, units);
}

export interface StepWords {
  readonly before: string;
  readonly amount?: string;
  readonly after: string;
}

/**
 * Bedding as hands carry it: by volume, and by a container of the keeper's own. Undefined for what is not bedding, or has
 * no amount. Source: a loose litre holds its dry matter whatever its water (`beddingPartMatter`).
 */
export function sayByHand(step: Step, { units, containers = [] }: Carrying): string | undefined {
  const { amount, materialId, moisture } = step;
  if (!amount || materialId === undefined || (step.kind !== "addDryBedding" && step.kind !== "cover"))
    return undefined;
  const material = materialOf("bedding", materialId);
  const dryPerL = material.densityKgPerL * (1 - material.moisture);
  const litres = "volumeL" in amount ? amount.volumeL : (amount.massKg * (1 - (moisture ?? material.moisture))) / dryPerL; // prettier-ignore
  const own = inOwnContainers(litres, containers);
  const byVolume = "volumeL" in amount ? undefined : formatVolume(litres, units);
  const said = [byVolume, own].filter((one) => one !== undefined).join(" or ");
  return said === "" ? undefined : `about ${said}`;
}
/** What amounts are said in. */
export type Carrying = Pick<Speech, "units"> & { readonly containers?: readonly Container[] | undefined };

/** The step as one says it, with the amount apart so that it can be set bold. */
export function sayStep(step: Step, measures: Carrying): StepWords {
  const { units } = measures;
  const carried = sayByHand(step, measures);
  const of = (material: string) => (carried === undefined ? material : `${material} (${carried})`);
  const amount = sayAmount(step, units);
  const { material = "" } = step;
  const at = step.place === undefined ? "" : ` at place ${step.place}`;
  const part = step.part === undefined ? "" : ` in the ${step.part}`;
  const depth =
    step.depthM === undefined
      ? ""
      : step.depthM === 0
        ? ", spread thin over the top"
        : `, under ${formatLength(step.depthM, units)}`;
  const words = (before: string, after: string): StepWords => ({
    before,
    after,
    ...(amount ? { amount } : {}),
  });
  switch (step.kind) {
    case "feed": {
      const prepared = step.preparation === undefined ? "" : `${FED_WORDS[step.preparation]} `;
      return words("", `${prepared}${material}${at}${depth}.`);
    }
    case "addDryBedding":
      return step.moisture === undefined
        ? words("", `dry ${of(material)}, torn small and mixed in loosely${part}.`)
        : words("", `damp ${of(material)}, laid in loosely${part === "" ? " with the food" : part}.`);
    case "water":
      return words(
        "",
        `water, ${part === "" && step.school ? WATERED[step.school] : `sprinkled in two or three goes${part}`}.`,
      );
    case "cover":
      return step.amount
        ? words("Cover with", `damp ${of(material)}; next time draw it aside and lay it back.`)
        : step.why.code === "cover/mat"
          ? words("Lay the damp mat or card back over the bed.", "")
          : words("Draw the cover aside, and lay it back over the food.", "");
    case "grit":
      return words("", `${material}, damped, scattered over the food.`);
    case "fluff":
      return words("Loosen the bedding by hand, gently, down to the wet part.", "");
    case "removeFood":
      return words("Take out the food that is not eaten, and anything slimy.", "");
    case "drain":
      return words("Empty the tray or sump; open the drain holes if they are stopped.", "");
    case "spongeOff":
      return words("Tilt it a little if you can lift it, and sponge off the water that stands.", "");
    case "scoopOut":
      return words("Scoop", "of the wettest off the top, pick the worms out, and let it dry beside the bin.");
    case "harvest":
      if (step.why.code === "feast/skim")
        return words("Skim the finished top, two fingers deep; stop where worms or coarse stuff show.", "");
      return amount
        ? words(
            "Take",
            `of ripe castings out${part === "" ? "" : ` of the ${step.part}`}, from where no food lies.`,
          )
        : words("Take out what is ripe, from where no food lies.", "");
    case "takeOutUnripe":
      return words(
        "Press the bed down, and lift",
        `of half-ripe bedding${part === "" ? "" : ` of the ${step.part}`} with its worms into another bin or a spare tub.`,
      );
    case "moveAlong":
      if (step.why.code === "room/comes-down")
        return words(
          `Loosen it at the grate all along, until it has come down by about ${formatPercent(step.share ?? 0)}.`,
          "",
        );
      return words(
        `Move all of it along by ${formatPercent(step.share ?? 0)} towards the finished end, oldest first, worms and all.`,
        "",
      );
    case "restack":
      return words(
        `Empty the lowest one, pick the stragglers out by light, and set it on top again.${sayCarried(step)}`,
        "",
      );
    case "addTray":
      return words(`Set the next one on top.${sayCarried(step)}`, "");
    case "airLid":
      if (step.why.code === "air/tight-lid")
        return words(
          "Prop the lid open by a finger’s breadth, with net or cloth over the gap, until it smells sound.",
          "",
        );
      return words(
        "Leave the lid off for some hours, or lay a dry sheet over the bed; no bedding for it.",
        "",
      );
    case "keepAsIs":
      return words(step.why.code === "sign/answer" ? SIGN_WORDS[step.why.sign].say : "", "");
    case "countHandful":
      return words("Count the worms in a handful from where they live, and note it.", "");
    case "thinOut":
      return words(
        "More worms than its ground carries: some could go to another bin, or to whoever begins one.",
        "",
      );
    case "ventilate":
      return words("Open door and lid, step back, and let the air change.", "");
    case "rescueWorms":
      return words("Lift the liveliest worms with clean, damp bedding into a spare tub, under a light.", "");
    case "cool":
      return words("Lay a bottle of frozen water on the bedding; spread the warm middle thin.", "");
    case "moveToShade":
      return words("Move the bin out of sun and warmth, lid ajar.", "");
    case "warmUp":
      return words("Wrap the bin, or bring it where it is warmer.", "");
    case "secureBin":
      return words(
        inUnits("Close every gap wider than 6 mm with mesh, and raise the bin off the floor.", units),
        "",
      );
    case "closeAgain":
      if (step.why.code === "forecast/pending") return words("What to do is being worked out.", "");
      return words("Close it again.", "");
    case "leaveInPeace":
      return words("Leave it in peace.", "");
  }
}

/** Less room than this is none, L. */
const HARDLY_ANY_L = 0.5;
const FED_WORDS: Partial<Record<Preparation, string>> = { whole: "coarse", pureed: "" };

/** How each way of keeping gives water. Source: school table, watering habit. */
const WATERED: Record<SchoolId, string> = {
  "sections-clockwise": "as a fine spray over the dry parts, in two or three goes",
  "halves-alternating": "sprinkled over the fed half, none on the resting one",
  "central-pocket-batch": "into the tray below, to be drawn up; only if it has none, a little over the top",
  "moving-wedge": "sprinkled at the feeding end only; the far end is left to dry",
  "flow-through-top": "sprayed on the top and on the sheet over it",
  "trays-upward": "through the top tray, the tap open over a jug",
  "stack-swap": "sprinkled over the dry layer, this once",
  "bath-monthly": "over the bedding that went in dry",
  "prepared-feed": "sprinkled over the bed; the feed itself goes in moist",
  "in-ground-tower": "from a can, down the tube",
  "breeder-tub": "as a fine spray; what stands at the edge is sponged off",
  "leaf-litter-low-input": "from a can over the leaves",
};

/** What is said of a sign that no emergency answers: what to do, and why; of normal life that it is that. Source: sign and cause tables. */
const SIGN_WORDS: Record<Creature, { readonly say: string; readonly why: string }> = {
  "worms-on-food-cluster": { say: "Worms in a ball at the food: as it should be.", why: "They gather where they eat." },
  "many-babies": { say: "Many young: as it should be.", why: "The herd grows by itself." },
  "many-cocoons": { say: "Many cocoons: as it should be.", why: "They hatch in some weeks." },
  "worms-on-lid": { say: "Some worms at the lid: leave them.", why: "In damp or stormy air they wander; only many, or in heat, is a warning." },
  "few-worms": { say: "Few worms: count a handful from the middle.", why: "A smaller herd gets a smaller meal until it is known." },
  "mass-escape": { say: "", why: "" },
  "string-of-beads": { say: "", why: "" },
  "worms-limp-dead": { say: "", why: "" },
  "mites-white": { say: "Mites: less wet food for a while; lay a slice of bread on top and lift it off with them.", why: "They live on what is too wet and too much." },
  springtails: { say: "Springtails: as it should be.", why: "They clean up after the worms." },
  "white-worms": { say: "White worms: less starch and less water for a while.", why: "They are harmless, and say it is sour and wet." },
  "fruit-flies": { say: "Fruit flies: bury the food, close the cover, freeze peels before you feed them.", why: "They breed in food that shows." },
  "fungus-gnats": { say: "Gnats: let the top dry a little under a thick dry cover.", why: "They breed in wet bedding at the top." },
  "house-fly-maggots": { say: "Maggots: take that food out, bury deeper, cover.", why: "They come to food that shows, to meat and to manure." },
  ants: { say: "Ants: moisten the bed and its edges, stand the feet in water.", why: "They nest where it is dry." },
  "mould-bloom": { say: "Mould on fresh food: leave it, cover it.", why: "It is the first to eat, and soon gone." },
  "standing-liquid": { say: "Water stands: no watery food until it is gone.", why: "Below it nothing breathes." },
  "hot-centre": { say: "", why: "" },
  "dry-edges": { say: "Dry edges: moisten them, and pull them in.", why: "Worms avoid them, and a corner that dries is lost room." },
  "rodent-signs": { say: "", why: "" },
  condensation: { say: "Drops under the lid: as it should be.", why: "A moist bed breathes; wipe it off only if the bed is too wet." },
  sprouts: { say: "Sprouts: pull them in as food, or plant them.", why: "Seeds that came with the scraps." },
  woodlice: { say: "Woodlice: leave them.", why: "They shred dry card and eat no worms; many say the rim is dry." },
  "soldier-fly-larvae": { say: "Soldier-fly larvae: smaller meals, buried, under a thick dry cover; lift out what you can.", why: "They harm no worm, but eat its food and heat the bed." },
  "mites-brown": { say: "Brown mites: less wet food; lift them off with a slice of bread or melon rind.", why: "They share the food and trouble no worm; crowds say it is wet and much." },
  earwigs: { say: "Earwigs: leave them.", why: "They hide where it is dry and harm no worm." },
  "beetles-spiders": { say: "Beetles and spiders: leave them.", why: "They hunt flies and mites, and few worms." },
  "mud-ball": { say: "It holds like clay: loosen it, mix dry card through, and think of harvesting.", why: "A bed like that is worked out or drowned, and lets no air through." },
}; // prettier-ignore

function sayDepth(depth: Depth, units: UnitSystem): string {
  if (depth.is === "shallow") return "A shallow bed has no cool depth to flee to.";
  if (depth.is === "warmedThrough") return "Its depth has warmed through as well.";
  const below = depth.belowC && formatTemperatureRange(depth.belowC.low, depth.belowC.high, units);
  return below
    ? `Below it is likely ${below}: leave its depth moist and unfed, they go down there.`
    : "Leave its depth moist and unfed: they go down there.";
}

const sayWarmth = (warmth: Warmth, units: UnitSystem): string =>
  "readC" in warmth
    ? `${formatTemperature(warmth.readC, units)} in the bed`
    : `Likely ${formatTemperatureRange(warmth.likelyC.low, warmth.likelyC.high, units)} in the bed`;

/** One line that says why. */
export function sayReason(why: Reason, { units, today }: Speech): string {
  switch (why.code) {
    case "emergency/too-hot":
      return why.temperatureC === undefined
        ? inUnits("The middle is hot: above about 32 °C worms die within hours.", units)
        : `${formatTemperature(why.temperatureC, units)} in the bed: worms begin to die a few degrees higher.`;
    case "emergency/escape":
      return "Worms leave in numbers when air, wet or heat is wrong. Give them air and a clean refuge first, then look for the cause.";
    case "emergency/dying":
      return "Beaded or limp worms mean poisoned food or sour, airless bedding. Save the healthy ones first.";
    case "emergency/ammonia":
      return "Ammonia burns worms. It comes from food rich in protein or from fresh manure.";
    case "emergency/flooded":
      return "Standing water shuts the air out; below it the bin is rotting.";
    case "emergency/rodents":
      return "What they found once they come back for.";
    case "emergency/frost":
      return why.temperatureC === undefined
        ? "So cold they barely live. Wrap it or move it in; nothing wet, no food."
        : `${formatTemperature(why.temperatureC, units)} in the bed: frost kills worms before their cocoons. Wrap it or move it in; nothing wet, no food.`;
    case "emergency/lid-in-heat":
      return "On a warm day worms at the lid are fleeing the bed: shade, air and something cold come first.";
    case "frost/after":
      return "Take out what has died, keep the bed just moist for the cocoons, and look again in three weeks before buying new worms.";
    case "heat/warm":
      return `${sayWarmth(why.warmth, units)}: less food now, for it heats and sours; shade and air, a cool bottle on top if it climbs. ${sayDepth(why.depth, units)}${why.againInDays === undefined ? "" : " Look again in two days."}`;
    case "heat/near":
      return `${formatTemperature(why.temperatureC, units)} in the bed, a few degrees below where worms die: bring it down before it climbs.`;
    case "heat/no-food":
      return "It is likely to overheat within five days: no food until that is past, for food heats too.";
    case "heat/ahead":
      return `It may overheat within five days (${inHundred(why.chance)}): shade and air before it does.`;
    case "room/full":
      return why.freeL < HARDLY_ANY_L
        ? "It is full to the rim: room before food, so that nobody goes hungry."
        : `Only ${formatVolume(why.freeL, units)} are free: room before food, so that nobody goes hungry.`;
    case "room/ripe":
      return `The top one is full, the lowest about ${formatPercent(why.ripeness)} finished.`;
    case "room/move-along":
      return `Only ${formatVolume(why.freeL, units)} are free at the fed end: so the front comes free, and the oldest comes to the end.`;
    case "room/comes-down":
      return `Only ${formatVolume(why.freeL, units)} are free on top: a column is pulled often and a little, and comes down by itself.`;
    case "room/next-tray":
      return "The top one is full: the herd climbs into the next by itself.";
    case "room/unripe":
      return "It is full, and not ripe yet: a second bin is the kindest room there is.";
    case "feast/skim":
      return "Skim, bed, food, bed: a month’s food goes between two beds, and on no castings.";
    case "bed/spent":
      return "The bed is mostly castings: fresh compost or old manure carries a breeding herd through the next cycle. Pick cocoons and young out and put them back.";
    case "bed/shrinks":
      return "Bedding is eaten too: a little goes in with each meal, damp where the bed would dry.";
    case "bed/before-meal":
      return "Bedding first, then the next meals on it.";
    case "food/half-the-places":
      return `Food lies at ${why.places} of ${why.of} places: they have enough.`;
    case "food/all-lies":
      return `${why.meals === 1 ? "The meal they have" : `All ${why.meals} meals they have`} still ${why.meals === 1 ? "lies" : "lie"}: it takes its time, and more would only rot. Nothing is wrong.`;
    case "food/first-seen":
      return `Half of what about ${formatMass(why.wormsKg, units)} of worms would eat: how this one takes it is seen first.`;
    case "food/first":
      return `A small first meal for about ${formatMass(why.wormsKg, units)} of worms: they still settle in.`;
    case "food/settling":
      return `They are new here: the first meal waits until ${spokenDay(why.untilDay, today)}.`;
    case "food/sound-today":
      return "It smells of earth today, though the forecast fears for its air: a small meal.";
    case "food/under-watch":
      return why.isOver
        ? `What was wrong ${spokenDay(why.since, today)} may not be over: smell it, and once it smells of earth they may be fed again.`
        : `It is watched since ${spokenDay(why.since, today)}: nothing goes in for three days, and then only once it smells of earth.`;
    case "food/airs":
      return `It smelled ${spokenDay(why.smelledOn, today)}: let it breathe, with the next meal from ${spokenDay(why.untilDay, today)} on, and a smaller one.`;
    case "food/start":
      return "Small meals until the first of them was seen gone.";
    case "food/tried":
      return sayTried(why, units);
    case "forecast/pending":
      return "Being worked out: it stands here in a moment.";
    case "food/asked-so-far":
      return "As much as was looked at so far; whether more is safe is being worked out.";
    case "food/by-sign":
      return `Less than they would eat: ${SIGN_WORDS[why.sign].why.charAt(0).toLowerCase()}${SIGN_WORDS[why.sign].why.slice(1)}`;
    case "food/cool":
      return `${sayWarmth(why.warmth, units)}: they eat less now, and more would only lie.`;
    case "food/too-warm":
      return `${sayWarmth(why.warmth, units)}: no food until it cools; shade, air, a cool bottle.`;
    case "food/feast":
      return `${formatMass(why.massKg, units)} was more than they can manage: take half of it out, or spread it thin elsewhere.`;
    case "food/feast-first":
      return "More lies in it than they eat in twice its usual time: it comes out before anything goes in.";
    case "herd/over":
      return `About ${formatMass(why.wormsKg, units, "bucket")} live here; some ${formatMass(why.spareKg, units, "bucket")} could go.`;
    case "herd/at-risk":
      return why.isNow
        ? "Are they still there? Many grown worms may have died these four weeks; nobody knows before a look."
        : "Will they last? Many grown worms may die within four weeks; one look answers it.";
    case "moisture/week-on":
      return `By next week it would be at ${formatPercent(why.moisture)}; they want ${formatPercent(why.target)} or more.`;
    case "cover/lay-back":
      return "What covers the bed is still thick enough.";
    case "cover/mat":
      return "The mat keeps flies off and the top moist.";
    case "sign/answer":
      return SIGN_WORDS[why.sign].why;
    case "sign/sweating":
      return "Drops under the lid and worms up the walls: the air above is wetter than the bed. More bedding would not change that; it dries with the lid off or under a dry sheet, changed when it is damp.";
    case "air/tight-lid":
      return `Its lid shuts tight over about ${formatVolume(why.airL, units)} of air: what rots and breathes below fills that with gas. ${inUnits("Ten holes of 5 mm", units)} high in the sides end it for good.`;
    case "air/gas-off-first":
      return "Your own lungs come first: work only when the sting is gone.";
    case "air/at-risk":
      return `Even without food, sour air lies ahead in ${inHundred(why.trouble)}: air and dry bedding first. Smell it: if it is earth, a small meal is right.`;
    case "air/let-in":
      return "Air is what turns rotting back into composting.";
    case "smell/off":
      return `A ${SMELL_WORDS[why.smell]} smell: no food today, only dry bedding to soak it up and let it breathe.`;
    case "smell/food-source":
      return "Food that is not eaten is what rots and heats.";
    case "moisture/dry":
      return `About ${formatPercent(why.moisture)} moist; worms want ${formatPercent(why.target)} or more here.`;
    case "moisture/wet":
      return `About ${formatPercent(why.moisture)} moist; this bin does best below ${formatPercent(why.target)}.`;
    case "weight/fallen":
      return `It weighed ${formatMass(why.beforeKg, units, "bucket")} and now ${formatMass(why.kg, units, "bucket")}: what is gone is mostly water. The rest ends until a look has settled it.`;
    case "harvest/wanted":
      return `${why.on < today ? `Castings were wanted from it by ${spokenDay(why.on, today)}` : "Castings are wanted from it today"}${why.massKg === undefined ? "" : `, about ${formatMass(why.massKg, units, "bucket")} by the forecast`}: weigh them in under Harvest.`;
    case "food/before-harvest":
      return `Castings are wanted from it on ${spokenDay(why.on, today)}: with nothing to eat, the worms leave what is ripe.`;
    case "food/before-absence":
      return `No one comes for ${why.days} days, until ${spokenDay(why.until, today)}: slow food in coarse pieces, as much as stays safe; the bedding feeds them too.`;
    case "food/fine-film":
      return "A breeding bed feeds its herd by itself; on top only a film of fine feed, and only when the last is gone.";
    case "acid/lime":
      return "The bed turns sour: a dusting of ground limestone, watered in; look again in a week. Never quick or hydrated lime.";
    case "moisture/sump":
      return "What stands below keeps the bed above it wet.";
    case "moisture/standing":
      return "Water stands, and below it nothing breathes: it goes before anything else is done.";
    case "moisture/make-room":
      return "The bin is too full for the dry bedding it needs.";
    case "moisture/past-soaking":
      return `Soaking up cannot do it: that takes ${formatMass(why.neededKg, units)} of dry bedding, and ${formatVolume(why.freeL, units)} are free. About ${formatPercent(why.share)} has to come out${why.share > 0.35 ? ", a third of it all today" : ""}; spread thin it dries, and can go back.`;
    case "moisture/meal":
      return "Takes up the water the meal brings with it.";
    case "food/left":
      return `${sentenceStart(FOOD_LEFT_WORDS[why.foodLeft])} of the food is still at place ${why.place}. More on top would rot, not feed.`;
    case "food/expected-left":
      return `We expect about ${formatPercent(why.left)} of the food still at place ${why.place}.`;
    case "food/too-early":
      return `Fed ${ago(why.lastFedOn, today)}; this way of keeping waits ${why.minIntervalDays} days at least.`;
    case "food/too-cold":
      return `${sayWarmth(why.warmth, units)}: they hardly eat, and food would only lie.`;
    case "food/no-worms":
      return "No worms are noted for this bin yet. Stock it before the first meal.";
    case "food/no-room":
      return "It is full to the rim: harvest first, then feed.";
    case "food/buffer-full":
      return `About ${formatMass(why.standingKg, units)} of food still lie in it, as much as this bedding can buffer.`;
    case "food/too-little":
      return "They would eat so little now that it is not worth opening for.";
    case "food/by-room":
      return `No more fits: about ${formatVolume(why.freeL, units)} are free, and fresh food must stay loose.`;
    case "food/by-worms":
      return `What about ${formatMass(why.wormsKg, units)} of worms eat in ${why.days} days here.`;
    case "food/by-twin":
      return sayTwinLimit(why);
    case "food/by-plan":
      return `Your plan: ${formatPercent(why.share)} of what the bin could take, which is ${formatMass(why.mostKg, units)}.`;
    case "food/by-layer":
      return `Thicker than ${formatLength(why.depthM, units)} over the whole of it, food sours and heats in a lump.`;
    case "food/by-bedding":
      return `As much as ${formatVolume(why.beddingL, units)} of bedding can take: ${round(why.ratio)} of bedding to 1 of food.`;
    case "cover/flies":
      return `${formatLength(why.depthM, units)} over the meal, so that no fly finds it.`;
    case "grit/monthly":
      return "A little grit and lime once a month.";
    case "school/in-peace":
      return why.until
        ? `It rests until ${spokenDay(why.until, today)}; looking now would only disturb it.`
        : "This way of keeping leaves the bin undisturbed between meals.";
    case "calm/nothing-due":
      return `Nothing is due before ${spokenDay(why.nextDay, today)}.`;
  }
}

/** What is to be said of a herd's size, in a sentence or two. */
export function sayHerdAdvice(advice: HerdAdvice, units: UnitSystem): string {
  const mass = (kg: number) => formatMass(kg, units, "bucket");
  switch (advice.code) {
    case "herd/over":
      return `Overstocked: about ${mass(advice.wormsKg)} of worms live here, more than this surface carries well. Some ${mass(advice.spareKg)} could go to another bin.`;
    case "herd/under":
      return `Understocked: about ${mass(advice.wormsKg)} of worms have room for many more. Feed little and let them grow, or add up to ${mass(advice.moreKg)}.`;
    case "herd/shrinks": {
      const first = advice.first.map((fault) => FIRST_RIGHT[fault]).join(", ");
      const sooner =
        advice.soonerDays === undefined
          ? ""
          : ` Its meals are gone long before the next: come every ${advice.soonerDays} days, as its own rule for feeding.`;
      return `The herd shrinks though it is fed: about ${mass(advice.wormsKg)} of ${mass(advice.stockedKg)}.${sooner} Stock again with about ${mass(advice.restockKg)}, ${first === "" ? "when you like: the bed is right for them" : `but first ${first}`}; count a handful before.`;
    }
  }
}
const FIRST_RIGHT = {
  cold: "let it come to 12 °C or more",
  hot: "let it cool",
  dry: "moisten it",
  wet: "dry it out",
  smell: "let it smell of earth again",
} as const;

/** What the keeper's own meals allow, and the way on. */
function sayTried(
  { by, mealKg, share = 1, wellsToGo }: Extract<Reason, { code: "food/tried" }>,
  units: UnitSystem,
): string {
  const meal = formatMass(mealKg, units);
  switch (by) {
    case "step-up":
      return `Half as much again as the largest meal that went well lately (${meal}).`;
    case "doubling":
      return `Twice what was given a fortnight ago (${meal}): a herd grows no faster.`;
    case "as-last":
      return `As much as it had before (${meal}); more once such a meal was seen gone.`;
    case "was-left":
      return `Too much was left of ${meal}: a good half of it, until that is seen gone.`;
    case "small":
      return `So little this herd may always be offered; more once ${meal} or more was seen gone.`;
    case "fled":
      return "Worms fled or lay dead after the last meal: a small one, until such a meal is seen gone.";
    case "went-sour":
      if (wellsToGo === undefined)
        return `${meal} went sour here more than once: that is what this bin bears.`;
      return share < 1
        ? `After a meal of ${meal} it smelled: four fifths of that until ${countedMeals(wellsToGo)} more went well, then as much again.`
        : `After a meal of ${meal} it smelled: no more than that until ${countedMeals(wellsToGo)} more went well.`;
  }
}
const countedMeals = (count: number): string =>
  count === 1 ? "one" : count === 2 ? "two" : count === 3 ? "three" : "four";

/** What keeps a meal from being larger, by forecast. */
function sayTwinLimit({ days, limit, trouble }: Extract<Reason, { code: "food/by-twin" }>): string {
  switch (limit) {
    case "trouble":
      return `More, every ${days} days, would risk sour air or heat; with this, ${inHundred(trouble)} over four weeks.`;
    case "piling-up":
      return `More, every ${days} days, would pile up in this bin.`;
    case "not-finished":
      return `What this bin finishes in ${days} days.`;
    case "herd":
      return `All this herd can eat in ${days} days; trouble is unlikely.`;
    case "heat":
      return "It may overheat within five days: less food now, for food heats too.";
    case "cannot":
      return "By forecast it is in trouble already: no food until it breathes again.";
  }
}
/** Some of what is fed comes up with its worms. */
const sayCarried = ({ share }: Step): string =>
  share === undefined
    ? " The next meals go there."
    : " Bed it, lay the upper third of the old one in it, worms and all, and feed there from now on.";
/** "3 in 100": a chance as one says it. */
export const inHundred = (chance: number): string =>
  chance < 0.005 ? "less than 1 in 100" : `${Math.round(100 * chance)} in 100`;

const round = (value: number): string => String(Math.round(value * 10) / 10);
const sentenceStart = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
