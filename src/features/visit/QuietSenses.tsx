"use client";
import { SMELL_WORDS } from "@/core/words/readings";
import { schoolPageOf } from "@/core/catalogue/schoolPage";
import { DEFAULT_UNIT, formatLength, formatMass } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { QuantityField } from "@/ui/field/QuantityField";
import { SmellMark } from "@/ui/marks/Sense";
import { FILL_MARKS, SMELLS } from "@/vocabulary/readings";
import type { SchoolId } from "@/vocabulary/setup";
import TextField from "@mui/material/TextField";
import { SignChoice } from "./SignChoice";
import type { VisitInHand } from "./useVisit";
import styles from "./Visit.module.css";

const FILL_WORDS = { belowTheLine: "below it", atTheLine: "at it", aboveTheLine: "above it" } as const;

/** What can be known without disturbing it: weight, fill, the air round it, what stands in the tray. */
export function QuietSenses({
  visit,
  school,
}: {
  readonly visit: VisitInHand;
  readonly school: SchoolId | undefined;
}) {
  const { units } = useSession();
  const { typed, set, fault } = visit;
  const unit = DEFAULT_UNIT[units];
  const faultAt = (field: string) => (fault?.field === field ? fault.sentence : undefined);
  return (
    <div className={styles.senses}>
      {school && (
        <p className={styles.hint}>This way of keeping checks: {schoolPageOf(school).quietCheck}.</p>
      )}
      <Choice
        title="Smell beside it"
        name="smell"
        options={SMELLS.map((value) => ({
          value,
          label: SMELL_WORDS[value].replace("sharp, ", ""),
          mark: <SmellMark smell={value} />,
        }))}
        chosen={typed.smell}
        expected="earthy"
        onChoose={(smell) =>
          set((before) => {
            const { smell: _, ...rest } = before;
            return smell === undefined ? rest : { ...before, smell };
          })
        }
      />
      <div className={styles.fields}>
        <QuantityField
          label="Weight of the whole bin"
          dimension="mass"
          unit={unit.mass}
          typed={typed.weight}
          onTyped={(weight) => set((before) => ({ ...before, weight }))}
          fault={faultAt("weight")}
          echo={(value) => formatMass(value, units, "bucket")}
        />
        <QuantityField
          label="Contents below the rim"
          dimension="length"
          unit={unit.length}
          typed={typed.belowRim}
          onTyped={(belowRim) => set((before) => ({ ...before, belowRim }))}
          fault={faultAt("belowRim")}
          echo={(value) => formatLength(value, units)}
        />
        <QuantityField
          label="Surface thermometer"
          dimension="temperature"
          unit={unit.temperature}
          typed={typed.temperature}
          onTyped={(temperature) => set((before) => ({ ...before, temperature }))}
          fault={faultAt("temperature")}
        />
      </div>
      <Choice
        title="Against the line inside"
        name="fill"
        options={FILL_MARKS.map((value) => ({ value, label: FILL_WORDS[value] }))}
        chosen={typed.fillMark}
        onChoose={(fillMark) =>
          set((before) => {
            const { fillMark: _, ...rest } = before;
            return fillMark === undefined ? rest : { ...before, fillMark };
          })
        }
      />
      <SignChoice signs={typed.signs} onSigns={(signs) => set((before) => ({ ...before, signs }))} />
      <TextField
        label="In the tray, or anything else"
        value={typed.note}
        multiline
        onChange={(event) => set((before) => ({ ...before, note: event.target.value }))}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
    </div>
  );
}
