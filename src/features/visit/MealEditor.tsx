"use client";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import type { Step } from "@/core/decision/decision";
import { materialsFor } from "@/core/catalogue/material";
import { sayAmount } from "@/core/decision/words";
import { DEFAULT_UNIT, formatLength, formatMass, formatVolume } from "@/core/quantity/format";
import { LAID_WORDS } from "@/core/words/entry";
import type { FeedPart } from "@/records/entry";
import { useSession } from "@/session/session";
import { QuantityField } from "@/ui/field/QuantityField";
import type { PartOption } from "@/ui/field/PartFields";
import { PartFields } from "@/ui/field/PartFields";
import { FOOD_LAID } from "@/vocabulary/deeds";
import Button from "@mui/material/Button";
import { useMemo } from "react";
import type { VisitInHand } from "./useVisit";
import type { MealPartTyped } from "./visitTyped";
import styles from "./Visit.module.css";

const MOST_PARTS = 6;

/** A meal as it is really given: several foods, each prepared in its way, where and how it lies. */
export function MealEditor({ step, visit }: { readonly step: Step; readonly visit: VisitInHand }) {
  const { units, materials } = useSession();
  const { typed, set, lastMeal } = visit;
  const options = useMemo((): readonly PartOption[] => {
    const own = materials.filter(({ use }) => use === "food");
    return [
      ...own.map(({ materialId, name }) => ({ id: materialId, name, stance: "fine" as const })),
      ...materialsFor("food").filter(({ id }) => !own.some(({ materialId }) => materialId === id)),
    ];
  }, [materials]);
  const proposed: MealPartTyped = {
    materialId: step.materialId ?? "mixed-kitchen-scraps",
    amount: sayAmount(step, units) ?? "",
    preparation: step.preparation ?? "chopped",
  };
  const meal = typed.meal;
  const put = (next: readonly MealPartTyped[] | undefined) =>
    set(({ meal: _before, ...rest }) => (next ? { ...rest, meal: next } : rest));
  const asLast = lastMeal && (
    <Button onClick={() => put(lastMeal.map((part) => asTyped(part, units)))}>as last time</Button>
  );
  if (!meal)
    return (
      <p className={styles.mealMore}>
        <Button onClick={() => put([proposed, { ...proposed, materialId: "coffee-grounds", amount: "" }])}>
          several foods
        </Button>
        {asLast}
      </p>
    );
  return (
    <div className={styles.meal}>
      {meal.map((part, at) => (
        <PartFields
          key={at}
          use="food"
          part={part}
          options={options}
          fault={visit.fault?.field === `meal${at}` ? visit.fault.sentence : undefined}
          onChange={(change) => put(meal.map((one, n) => (n === at ? { ...one, ...change } : one)))}
        />
      ))}
      <div className={styles.lies}>
        <SelectField
          label="How it lies"
          value={typed.laid ?? ""}
          onChoose={(value) => set((before) => ({ ...before, laid: value }))}
          empty="as proposed"
          options={optionsOf(FOOD_LAID, LAID_WORDS)}
        />
        <QuantityField
          label="How deep"
          dimension="length"
          unit={DEFAULT_UNIT[units].length}
          typed={typed.deep ?? ""}
          onTyped={(deep) => set((before) => ({ ...before, deep }))}
          echo={(value) => formatLength(value, units)}
          helper="as proposed, if you write nothing"
        />
      </div>
      <p className={styles.mealMore}>
        {meal.length < MOST_PARTS && (
          <Button onClick={() => put([...meal, { ...proposed, materialId: "coffee-grounds", amount: "" }])}>
            and something else
          </Button>
        )}
        {meal.length > 1 && <Button onClick={() => put(meal.slice(0, -1))}>without the last</Button>}
        {asLast}
        <Button onClick={() => put(undefined)}>as proposed</Button>
      </p>
    </div>
  );
}

/** What was given, as it would be typed again. */
function asTyped(
  { materialId, amount, preparation, juice }: FeedPart,
  units: Parameters<typeof formatMass>[1],
): MealPartTyped {
  const said =
    amount.typed ??
    ("massKg" in amount ? formatMass(amount.massKg, units) : formatVolume(amount.volumeL, units));
  return { materialId, amount: said, preparation, ...(juice ? { juice } : {}) };
}
