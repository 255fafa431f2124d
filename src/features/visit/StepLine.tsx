"use client";
import { byName } from "@/ui/field/byName";
import { sayRead } from "@/core/quantity/words";
import { Fault } from "@/ui/field/Fault";
import { materialOf, materialsFor, shortName } from "@/core/catalogue/material";
import type { DeedKind } from "@/core/deed/deed";
import type { Step } from "@/core/decision/decision";
import { sayEvidence } from "@/core/decision/evidenceWords";
import { sayReason, sayStep } from "@/core/decision/words";
import type { UnitSystem } from "@/core/quantity/format";
import { formatMass, formatVolume } from "@/core/quantity/format";
import type { FeedPart } from "@/records/entry";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import { MealEditor } from "./MealEditor";
import { keyOfBatch } from "@/core/mixing/fromStore";
import { amountOf } from "./visitAmounts";
import { doable, groundAt } from "./visitEntries";
import type { VisitLine } from "./visitLines";
import { keepingMine, takingNew, ticking, unticking } from "./visitLines";
import type { VisitInHand } from "./useVisit";
import styles from "./Visit.module.css";

/** Steps that are more than an amount: how far, which part, into which bin is shown before it is kept. */
const ON_THE_DRAWING: Partial<Record<Step["kind"], DeedKind>> = {
  moveAlong: "moveAlong",
  takeOutUnripe: "takeOut",
  restack: "rotate",
  addTray: "addPart",
};

/** One step: what, how much, where; why in one line, opening to what it rests on; an amount that can be overruled. */
export function StepLine({ line, visit }: { readonly line: VisitLine; readonly visit: VisitInHand }) {
  const { units, today } = useSession();
  const [isChanging, setChanging] = useState(false);
  const { ask } = useErrands();
  const { typed, set, fault } = visit;
  const { key, step, isTicked } = line;
  const over = typed.amounts[key];
  const amount = amountOf(step, typed, visit.measures, groundAt(visit.setup, step));
  const sentence = fault?.field === key ? fault.sentence : amount.ok ? undefined : amount.problem.sentence;
  const given = amount.ok ? amount.value?.amount : undefined;
  const comesTo = given && sayRead(over ?? "", "massKg" in given ? { dimension: "mass", value: given.massKg } : { dimension: "volume", value: given.volumeL }, units); // prettier-ignore
  const isOpen = isChanging || sentence !== undefined;
  const material = typed.materials[key];
  const words = sayStep(asChosen(given ? { ...step, amount: given } : step, material, visit.batches), visit.measures); // prettier-ignore
  const { after } = words;
  const meal = step.kind === "feed" && typed.meal !== undefined;
  const said = meal && visit.meal ? sayMeal(visit.meal, units) : undefined;
  return (
    <li className={styles.step} data-done={isTicked}>
      <div className={styles.stepLine}>
        <span>
          {words.before}{" "}
          {words.amount && (
            <button
              type="button"
              className={styles.amount}
              onClick={() => setChanging((is) => !is)}
              aria-expanded={isOpen}
              aria-label={`${said ?? over ?? words.amount}: change the amount`}
            >
              {said ?? (over !== undefined && over.trim() !== "" ? over : words.amount)}
            </button>
          )}{" "}
          {said ? after.replace(/^[^.,]*?(?= at place|,|\.|$)/, "").trim() : after}
        </span>
        {doable([step]).length > 0 && (
          <Checkbox
            size="small"
            checked={isTicked}
            onChange={() => set((before) => (isTicked ? unticking(before, line) : ticking(before, [line])))}
            slotProps={{
              input: { "aria-label": `Done: ${words.before} ${words.amount ?? ""} ${words.after}` },
            }}
          />
        )}
      </div>
      <Since line={line} visit={visit} />
      {isOpen && !meal && (
        <div className={styles.change}>
          <TextField
            label="Amount, as you like to write it"
            value={over ?? ""}
            placeholder={words.amount}
            error={sentence !== undefined}
            helperText={
              sentence === undefined ? (
                (comesTo ?? "such as 620 g, 1 lb 6 oz, half a pail, 3/4 cup")
              ) : (
                <Fault words={sentence} />
              )
            }
            onChange={(event) =>
              set((before) => ({ ...before, amounts: { ...before.amounts, [key]: event.target.value } }))
            }
            slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
          />
          {(step.kind === "feed" || step.kind === "addDryBedding" || step.kind === "cover") && (
            <MaterialField
              step={step}
              batches={visit.batches}
              chosen={material ?? step.materialId}
              onChoose={(id) =>
                set((before) => ({ ...before, materials: { ...before.materials, [key]: id } }))
              }
            />
          )}
          <Button onClick={() => setChanging(false)}>done</Button>
        </div>
      )}
      {(isOpen || meal) && step.kind === "feed" && <MealEditor step={step} visit={visit} />}
      {ON_THE_DRAWING[step.kind] && (
        <Button
          size="small"
          onClick={() =>
            ask({
              of: "deed",
              deed: ON_THE_DRAWING[step.kind]!,
              binId: visit.binId,
              ...(step.compartmentId ? { compartment: step.compartmentId } : {}),
            })
          }
        >
          do it on the drawing
        </Button>
      )}
      <details className={styles.why}>
        <summary>{sayReason(step.why, { units, today })}</summary>
        <ul>
          {step.evidence.map((evidence, at) => (
            <li key={at}>{sayEvidence(evidence, { units, today })}</li>
          ))}
        </ul>
      </details>
    </li>
  );
}

/** What is proposed by now in place of what was ticked: told beside it, taken only by a press. */
function Since({ line, visit }: { readonly line: VisitLine; readonly visit: VisitInHand }) {
  const { since } = line;
  if (!since) return null;
  const words = since.is === "another" ? sayStep(since.step, visit.measures) : undefined;
  const said =
    words && [words.before, words.amount, words.after].filter(Boolean).join(" ").replace(/\.$/, "");
  return (
    <p className={styles.since} role="status">
      {said ? (
        <>
          New sum: {said}.{" "}
          <Button size="small" onClick={() => visit.set((before) => takingNew(before, line))}>
            take it
          </Button>
        </>
      ) : (
        <>By what is known now this is not asked for any more. </>
      )}
      {!said && (
        <Button size="small" onClick={() => visit.set((before) => unticking(before, line))}>
          it was not done
        </Button>
      )}
      <Button size="small" onClick={() => visit.set((before) => keepingMine(before, line))}>
        {said ? "keep mine" : "it was done"}
      </Button>
    </p>
  );
}

const sayMeal = (parts: readonly FeedPart[], units: UnitSystem): string =>
  parts
    .map(
      ({ materialId, amount }) =>
        `${amount.typed ?? ("massKg" in amount ? formatMass(amount.massKg, units) : formatVolume(amount.volumeL, units))} ${shortName(materialOf("food", materialId))}`,
    )
    .join(", ");

/** A mix out of the store is damp as it comes. */
const AS_MIXED = 0.72;

/** The step with the material that was chosen in place of the proposed one. */
function asChosen(step: Step, id: string | undefined, batches: VisitInHand["batches"]): Step {
  if (id === undefined) return step;
  const { materialId: _before, ...rest } = step;
  const batch = batches.find((one) => keyOfBatch(one.id) === id);
  return batch
    ? { ...rest, material: batch.name, moisture: AS_MIXED }
    : {
        ...rest,
        material: shortName(materialOf(step.kind === "feed" ? "food" : "bedding", id)),
        materialId: id,
      };
}

function MaterialField({
  step,
  batches,
  chosen,
  onChoose,
}: {
  readonly step: Step;
  /** What is fit in the store, to bed with. */
  readonly batches: VisitInHand["batches"];
  readonly chosen: string | undefined;
  readonly onChoose: (id: string) => void;
}) {
  const options = useMemo(
    () => [
      ...(step.kind === "feed"
        ? []
        : batches.map(({ id, name }) => ({ id: keyOfBatch(id), name: `${name} (store)` }))),
      ...materialsFor(step.kind === "feed" ? "food" : "bedding").filter((one) => one.stance !== "avoid"),
    ],
    [step.kind, batches],
  );
  return (
    <Autocomplete
      options={options}
      disableClearable
      value={options.find((one) => one.id === chosen) ?? options[0]!}
      getOptionLabel={(one) => one.name}
      filterOptions={byName}
      getOptionKey={(one) => one.id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      onChange={(_, one) => onChoose(one.id)}
      renderInput={(params) => <TextField {...params} label="Of what" />}
    />
  );
}
