import { binSetup } from "@/records/setup";
import { compartmentId, localDate } from "@/vocabulary/fields";
import { done, refused } from "@/vocabulary/outcome";
import { FOOD_LEFT, FOUND_HANDFULS, FOUND_STATES, SQUEEZES } from "@/vocabulary/readings";
import type { Wall } from "@/vocabulary/setup";
import { SCHOOLS } from "@/vocabulary/setup";
import { z } from "@/vocabulary/z";
import { contradictions } from "../bin/found";
import { systemOf } from "../bin/system";
import { schoolOf } from "../catalogue/school";
import type { Expectation } from "../expectation/expectation";
import { LETS_THROUGH } from "../matter/figures";
import { calculator } from "./calculator";
import { atLeastNought, shortSpecies } from "./fields";
import { foundStart } from "./foundStart";
import { twinBin, twinPlace } from "./simulate";

const band = z.strictObject({ low: z.number(), middle: z.number(), high: z.number() });
const MOST_MEMBERS = 500;
const ROOM = "asked";

/** What stands in a bin that already runs, from what its keeper says, and what it would be given today. */
export const runningBin = calculator({
  name: "running-bin",
  purpose: "What stands in a bin that already runs, from what its keeper says of it, and today's meal.",
  source: "docs/model.md, A bin that already runs: drawn as it is told, wide where nothing is, and weighed by whether it could have lived so for four weeks.",
  input: z.strictObject({
    bin: twinBin,
    place: twinPlace,
    date: localDate,
    /** In line order; a part left out is not known. */
    parts: z
      .array(z.strictObject({ fill: z.number().min(0).max(1).optional(), state: z.enum(FOUND_STATES).optional() }))
      .max(20),
    worms: z
      .union([z.strictObject({ massKg: atLeastNought }), z.strictObject({ handful: z.enum(FOUND_HANDFULS) })])
      .optional(),
    fedKgPerWeek: atLeastNought.optional(),
    lastFed: z
      .strictObject({ daysAgo: z.number().int().min(0).max(400), left: z.enum(FOOD_LEFT).optional() })
      .optional(),
    squeeze: z.enum(SQUEEZES).optional(),
    monthsRunning: z.number().min(0).max(360).optional(),
    school: z.enum(SCHOOLS).optional(),
    members: z.number().int().min(2).max(MOST_MEMBERS).optional(),
    seed: z.number().int().min(0).max(4_294_967_295).optional(),
  }),
  output: z.strictObject({
    wormsKg: band,
    castingsKg: band,
    finishedShare: band,
    moisture: band,
    herdAtRisk: z.number().min(0).max(1),
    mealTodayKg: z.number().min(0),
    nextDate: localDate,
    asked: z.array(z.string()),
  }),
  example: {
    in: {
      bin: { areaM2: 0.2, heightM: 0.3, drainage: "free", cover: "vented", speciesId: "fetida" },
      place: { meanC: 19, humidity: 0.6 },
      date: "2026-05-04" as never,
      parts: [{ fill: 0.75, state: "half" }],
      worms: { handful: "some" },
      fedKgPerWeek: 0.7,
      lastFed: { daysAgo: 6, left: "none" },
      squeeze: "fewDrops",
      monthsRunning: 10,
      members: 40,
    },
    out: {"wormsKg": {"low": 0.3417655319939162, "middle": 0.48744715062864125, "high": 0.8007347426025573}, "castingsKg": {"low": 5.618963129382947, "middle": 10.289953909104893, "high": 21.44511930857365}, "finishedShare": {"low": 0.3352324713225012, "middle": 0.5000941150426021, "high": 0.7534329451497197}, "moisture": {"low": 0.6687446069866081, "middle": 0.7503491813981961, "high": 0.825245458860813}, "herdAtRisk": 0, "mealTodayKg": 0.39999999999999997, "nextDate": "2026-05-08", "asked": []} as never,
  },
  sum: ({ bin, place, date, parts, worms, fedKgPerWeek, lastFed, squeeze, monthsRunning, school, members, seed = 1 }) => {
    const setup = setupOf(bin, school);
    const parsed = binSetup.safeParse(setup);
    if (!parsed.success) return refused({ code: "calc/not-held", field: "bin", most: 6 });
    const found = {
      kind: "found",
      parts: parts.slice(0, setup.compartments.length).map(({ fill, state }, at) => ({
        compartment: setup.compartments[at]!.id,
        ...(fill === undefined ? {} : { fraction: fill }),
        ...(state === undefined ? {} : { state }),
      })),
      ...(fedKgPerWeek === undefined ? {} : { fedWeeklyKg: fedKgPerWeek }),
      ...(lastFed === undefined
        ? {}
        : { lastFed: { fedDaysAgo: lastFed.daysAgo, ...(lastFed.left === undefined ? {} : { left: lastFed.left }) } }),
      ...(squeeze === undefined ? {} : { squeeze }),
      ...(worms === undefined ? {} : { worms: "massKg" in worms ? { ...worms, measuredBy: "guessed" as const } : worms }),
      ...(monthsRunning === undefined ? {} : { runningMonths: monthsRunning }),
      speciesId: shortSpecies(bin.speciesId),
    } as const;
    const climate = { meanC: place.meanC, swingK: place.swingC ?? 0, hottestDay: place.hottestDay ?? 200, humidity: place.humidity };
    const start = foundStart({ setup: parsed.data, found, climate, day: date, seed, ...(members === undefined ? {} : { size: members }) });
    if (!start) return refused({ code: "calc/no-setup", field: "bin", id: "asked" });
    const { expectation, decision, mealKg } = start;
    const { wormsKg, castingsKg, ripeness, moisture, twin } = expectation;
    return done({
      wormsKg: bandOf(wormsKg),
      castingsKg: bandOf(castingsKg),
      finishedShare: bandOf(ripeness),
      moisture: bandOf(moisture),
      herdAtRisk: Math.max(twin?.herdAtRisk.now ?? 0, twin?.herdAtRisk.soon ?? 0),
      mealTodayKg: mealKg,
      nextDate: decision.nextDay,
      asked: contradictions(found, parsed.data),
    });
  },
}); // prettier-ignore

const bandOf = ({ low, middle, high }: Expectation["wormsKg"]) => ({ low, middle, high });

/** The nearest kind of bin to what is told: a stack, a column, a line, or a tub. */
function setupOf(bin: z.infer<typeof twinBin>, asked: (typeof SCHOOLS)[number] | undefined) {
  const parts = bin.compartments ?? [{ areaM2: bin.areaM2, heightM: bin.heightM, id: "c1" }];
  const system =
    parts.length < 2 ? "tub" : bin.lie === "trays" ? "trayStack" : bin.lie === "column" ? "flowThrough" : "trough"; // prettier-ignore
  const facts = systemOf(system);
  const school = asked ?? facts.school;
  const walls = Object.entries(LETS_THROUGH) as [Wall, number][];
  const lets = bin.insulation ?? 1;
  const [wall] = walls.toSorted((a, b) => Math.abs(a[1] - lets) - Math.abs(b[1] - lets))[0]!;
  return {
    system,
    school: schoolOf(school).id,
    roomId: ROOM,
    cover: bin.cover,
    drainage: bin.drainage,
    wall,
    purpose: "castings",
    resting: false,
    ...(bin.sumpL === undefined ? {} : { sumpL: bin.sumpL }),
    compartments: parts.map(({ areaM2, heightM, id }) => ({
      id: compartmentId.parse(id),
      widthM: Math.sqrt(areaM2),
      lengthM: Math.sqrt(areaM2),
      heightM,
      placeCount: facts.places,
    })),
  };
}
