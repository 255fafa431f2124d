import type { Measures } from "@/core/quantity/parse";
import { FOOD_LEFT_WORDS, RIPENESS_WORDS, SMELL_WORDS, SQUEEZE_WORDS } from "@/core/words/readings";
import type { Entry, Reading } from "@/records/entry";
import { FILL_MARKS, FOOD_LEFT, RIPENESSES, SMELLS, SQUEEZES, WARMTHS } from "@/vocabulary/readings";
import type { CorrectionLine, Draft, Words } from "./correctionLine";
import { choices, lineMakers } from "./correctionLine";

const WARMTH_WORDS = { cold: "cold", cool: "cool", pleasant: "pleasant", warm: "warm", hot: "hot" };
const MARK_WORDS = { belowTheLine: "below", atTheLine: "at the line", aboveTheLine: "above" };

/** One reading of a look. */
export function readingLine(reading: Reading, at: number, measures: Measures): CorrectionLine {
  const { unit, quantity, percent, choice } = lineMakers(measures);
  const key = `reading${at}`;
  const into = (draft: Draft) => (draft.readings as Draft[])[at]!;
  const put = (of: string) => (draft: Draft, value: unknown) => {
    into(draft)[of] = value;
  };
  switch (reading.of) {
    case "squeeze":
      return choice(key, "Squeeze", reading.squeeze, SQUEEZES, SQUEEZE_WORDS, put("squeeze"));
    case "foodLeft": {
      const label = `Food left${reading.place ? ` at place ${reading.place}` : ""}`;
      return choice(key, label, reading.foodLeft, FOOD_LEFT, FOOD_LEFT_WORDS, put("foodLeft"));
    }
    case "smell":
      return choice(key, "Smell", reading.smell, SMELLS, SMELL_WORDS, put("smell"));
    case "warmth":
      return choice(key, "Feels", reading.warmth, WARMTHS, WARMTH_WORDS, put("warmth"));
    case "fillMark":
      return choice(key, "Against the line", reading.mark, FILL_MARKS, MARK_WORDS, put("mark"));
    case "sign":
      return choice(
        key,
        reading.sign.replace(/-/g, " "),
        reading.isPresent ? "yes" : "no",
        ["yes", "no"],
        { yes: "seen", no: "not seen" },
        (draft, value) => put("isPresent")(draft, value === "yes"),
      );
    case "temperature":
      return quantity(
        key,
        "Temperature",
        reading.temperatureC,
        "temperature",
        unit.temperature,
        put("temperatureC"),
      );
    case "moisture":
      return percent(key, "Moisture", reading.moisture, put("moisture"));
    case "weight":
      return quantity(key, "Weight of the bin", reading.massKg, "mass", unit.mass, put("massKg"));
    case "ripeness":
      return choice(key, "Looks", reading.ripeness, RIPENESSES, RIPENESS_WORDS, put("ripeness"));
    case "handful":
      return quantity(key, "Worms in a handful", reading.count, "count", "worms", put("count"));
    case "fillDepth":
      return quantity(key, "Below the rim", reading.belowRimM, "length", unit.length, put("belowRimM"));
  }
}

/** What a look could have said and did not: it can be added afterwards. */
export function missedLines({ readings }: Extract<Entry, { kind: "looked" }>): CorrectionLine[] {
  const missed = <V extends string>(
    of: "squeeze" | "smell",
    label: string,
    values: readonly V[],
    words: Words<V>,
  ): CorrectionLine[] =>
    readings.some((reading) => reading.of === of)
      ? []
      : [
          {
            key: of,
            label,
            text: "",
            options: [{ value: "", label: "not said" }, ...choices(values, words)],
            write: (draft, value) => {
              if (value !== "") (draft.readings as Draft[]).push({ of, [of]: value });
              return undefined;
            },
          },
        ];
  return [
    ...missed("squeeze", "Squeeze", SQUEEZES, SQUEEZE_WORDS),
    ...missed("smell", "Smell", SMELLS, SMELL_WORDS),
  ];
}
