"use client";
import { FOOD_LEFT_WORDS, RIPENESS_WORDS, SMELL_WORDS, SQUEEZE_WORDS } from "@/core/words/readings";
import { harvestCompartment } from "@/core/bin/system";
import type { Expectation } from "@/core/expectation/expectation";
import { squeezeAt, squeezeInterval } from "@/core/moisture/squeeze";
import { formatPercentRange } from "@/core/quantity/format";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { QuantityField } from "@/ui/field/QuantityField";
import { Fist } from "@/ui/marks/Fist";
import { FoodLeftMark, SmellMark, WarmthMark } from "@/ui/marks/Sense";
import {
  FOOD_LEFT,
  foodLeftAt,
  RIPENESSES,
  ripenessAt,
  SMELLS,
  SQUEEZES,
  warmthAt,
  WARMTHS,
} from "@/vocabulary/readings";
import { SignChoice } from "./SignChoice";
import type { VisitInHand } from "./useVisit";
import styles from "./Visit.module.css";

/** Smell, squeeze, food left, warmth, creatures: each one pictured choice. */
export function Senses({
  visit,
  expectation,
}: {
  readonly visit: VisitInHand;
  readonly expectation: Expectation;
}) {
  const { units } = useSession();
  const { typed, set, fault } = visit;
  const faultAt = (field: string) => (fault?.field === field ? fault.sentence : undefined);
  const ripe = visit.practice && harvestCompartment(visit.practice.setup);
  const interval = typed.squeeze && squeezeInterval(typed.squeeze);
  const choose =
    <K extends "squeeze" | "smell" | "warmth" | "ripeness">(field: K) =>
    (value: (typeof typed)[K] | undefined) =>
      set((before) => {
        const { [field]: _, ...rest } = before;
        return value === undefined ? (rest as typeof before) : { ...before, [field]: value };
      });
  return (
    <div className={styles.senses}>
      <Choice
        title="Smell"
        name="smell"
        options={SMELLS.map((value) => ({
          value,
          label: SMELL_WORDS[value].replace("sharp, ", ""),
          mark: <SmellMark smell={value} />,
        }))}
        chosen={typed.smell}
        expected="earthy"
        onChoose={choose("smell")}
      />
      <Choice
        title="A handful, squeezed"
        name="squeeze"
        options={SQUEEZES.map((value) => ({
          value,
          label: SQUEEZE_WORDS[value],
          mark: <Fist squeeze={value} />,
        }))}
        chosen={typed.squeeze}
        expected={squeezeAt(expectation.moisture.middle)}
        onChoose={choose("squeeze")}
        aside={interval ? `${formatPercentRange(interval.low, interval.high)} water` : undefined}
      />
      {visit.places.map(({ key, place, expected }) => (
        <Choice
          key={key}
          title={`Food left at ${place}`}
          name={`food${place}`}
          options={FOOD_LEFT.map((value) => ({
            value,
            label: FOOD_LEFT_WORDS[value],
            mark: <FoodLeftMark foodLeft={value} />,
          }))}
          chosen={typed.foodLeft[key]}
          expected={expected && foodLeftAt(expected.left.middle)}
          onChoose={(value) =>
            set((before) => {
              const { [key]: _, ...rest } = before.foodLeft;
              return { ...before, foodLeft: value === undefined ? rest : { ...rest, [key]: value } };
            })
          }
        />
      ))}
      <Choice
        title="A hand laid on it"
        name="warmth"
        options={WARMTHS.map((value) => ({ value, label: value, mark: <WarmthMark warmth={value} /> }))}
        chosen={typed.warmth}
        expected={warmthAt(expectation.temperatureC.middle)}
        onChoose={choose("warmth")}
      />
      <Choice
        title={ripe?.name ? `How far it is, in the ${ripe.name}` : "How far it is"}
        name="ripeness"
        options={RIPENESSES.map((value) => ({ value, label: RIPENESS_WORDS[value] }))}
        chosen={typed.ripeness}
        expected={ripenessAt(expectation.ripeness.middle)}
        onChoose={choose("ripeness")}
      />
      <div className={styles.measured}>
        <QuantityField
          label="Probe, in the middle"
          dimension="temperature"
          unit={DEFAULT_UNIT[units].temperature}
          typed={typed.temperature}
          onTyped={(temperature) => set((before) => ({ ...before, temperature }))}
          fault={faultAt("temperature")}
        />
        <QuantityField
          label="In a handful"
          dimension="count"
          unit="worms"
          typed={typed.handful}
          onTyped={(handful) => set((before) => ({ ...before, handful }))}
          fault={faultAt("handful")}
          helper="out of the middle, two cupped hands"
        />
      </div>
      <SignChoice signs={typed.signs} onSigns={(signs) => set((before) => ({ ...before, signs }))} />
    </div>
  );
}
