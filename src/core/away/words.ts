import type { LocalDate } from "@/vocabulary/fields";
import type { Settings } from "@/records/settings";
import { isOutOfUse } from "../bin/state";
import { dayAndMonth, spokenDay } from "../calendar/day";
import { practiceOf } from "../practice/practice";
import type { DatedTask } from "../round/dated";
import type { BinToday } from "../round/round";
import { busyTime, isBusyOver, toldBusy } from "./busy";
import type { UnitSystem } from "../quantity/format";
import { formatVolume } from "../quantity/format";
import type { AwayProblem, AwayRisk, AwayRiskKind } from "./away";
import { LONGEST_AWAY_DAYS } from "./away";

const PROBLEMS: Readonly<Record<AwayProblem["code"], string>> = {
  "away/past": "That is over: the day you come back has to lie ahead.",
  "away/back-before": "You come back after you leave.",
  "away/too-long": `That is more than ${Math.round(LONGEST_AWAY_DAYS / 30.4)} months: ask someone to take the bins over.`,
};
export const sayAwayProblem = ({ code }: AwayProblem): string => PROBLEMS[code];

const RISKS: Readonly<Record<AwayRiskKind, string>> = {
  trouble: "foul air or heat",
  dry: "too dry",
  wet: "too wet",
  hunger: "a smaller herd",
  none: "nothing worth a worry",
};
const FIRST: Readonly<Record<AwayRiskKind, string>> = {
  trouble: "Lid off first and let it air; take out what rots; dry card, no food.",
  dry: "Damp it in two or three goes, damp bedding on top; a small meal only.",
  wet: "Drain it, dry card through the wet part; no wet food.",
  hunger: "A small meal first; the ration grows with what is eaten.",
  none: "A look, and the usual meal.",
};
/** What may be found on return, from when, and what to do first then. Never throws. */
export const sayAwayRisk = ({ kind, weight, on }: AwayRisk, today: LocalDate): string =>
  kind === "none"
    ? "By the forecast nothing worth a worry."
    : `By the forecast perhaps ${RISKS[kind]}, from about ${dayAndMonth(on, today)}${kind === "trouble" ? ` (${Math.round(100 * weight)} in 100)` : ""}. On return: ${FIRST[kind].charAt(0).toLowerCase()}${FIRST[kind].slice(1)}`;

/** What whoever looks in needs to know of a bin, in one line; it is no work for a beginner. Never throws. */
export function sayForHelper(kind: AwayRiskKind, areaM2: number, units: UnitSystem): string {
  const spray = formatVolume(Math.max(0.1, Math.round(10 * areaM2) / 10), units);
  switch (kind) {
    case "dry":
      return `Lift the cover. If the top is dry, sprinkle about ${spray} of water over it. Nothing else.`;
    case "wet":
      return "Lift the cover. If it drips or shines, lay two handfuls of torn card on it and empty the tray beneath. No water.";
    case "trouble":
      return "Smell under the lid. If it stinks or worms climb, leave the lid off, lay torn card on top, and call.";
    case "hunger":
    case "none":
      return `Lift the cover once. Moist and earthy is right; if the top is dry, sprinkle about ${spray} of water. No food.`;
  }
}

/** What a busy time puts on the slate: that it comes, while a bin is not told, and that it is over. Never throws. */
export function busyTasks(
  busy: NonNullable<Settings["busy"]>,
  bins: readonly BinToday[],
  today: LocalDate,
): readonly DatedTask[] {
  const coming = busyTime(busy, today);
  const practices = bins.flatMap(({ state }) => (isOutOfUse(state) ? [] : (practiceOf(state) ?? [])));
  const toTell = coming ? practices.filter((practice) => toldBusy(practice, coming.until)).length : 0;
  const over = practices.filter(({ setup }) => isBusyOver(setup, today)).length;
  const line = (name: string, verb: string, why: string): DatedTask => ({ key: `busy/${name}/${verb}`, name, verb, why, to: { room: "away", id: "" }, overdueDays: 0 }); // prettier-ignore
  return [
    ...(coming && toTell > 0 && !practices.some(({ setup }) => setup.ahead?.busyUntil !== undefined)
      ? [
          line(
            coming.name,
            "visit the bins seldom?",
            `Little time from ${spokenDay(coming.from, today)} until ${spokenDay(coming.until, today)}.`,
          ),
        ]
      : []),
    ...(over > 0
      ? [
          line(
            "Busy time over:",
            "back to the usual rhythm",
            `${over} ${over === 1 ? "bin is" : "bins are"} still visited seldom.`,
          ),
        ]
      : []),
  ];
}
