"use client";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { systemOf } from "@/core/bin/system";
import { materialsFor } from "@/core/catalogue/material";
import { speciesOf } from "@/core/catalogue/species";
import { DEFAULT_UNIT, formatLength, formatMass } from "@/core/quantity/format";
import { COVER_WORDS, DRAINAGE_WORDS, PURPOSE_WORDS } from "@/core/words/setup";
import { useSession } from "@/session/session";
import { QuantityField } from "@/ui/field/QuantityField";
import { COVERS, DRAINAGES, PURPOSES, SPECIES } from "@/vocabulary/setup";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import styles from "./Setup.module.css";
import type { SetupTyped } from "./setupTyped";
import { isRoundUsually } from "./setupTyped";

/** The whole of a bin, on asking: what is left as it is, is as usual for such a bin. */
export function MoreFields({
  typed,
  set,
  faults,
}: {
  readonly typed: SetupTyped;
  readonly set: (changes: Partial<SetupTyped>) => void;
  readonly faults: Readonly<Record<string, string>>;
}) {
  const { units } = useSession();
  const unit = DEFAULT_UNIT[units];
  const facts = systemOf(typed.system);
  const isAsked = ["parts", "tare", "grate", "beddingDepth", "worms2"].some((field) => faults[field]);
  const choice = <V extends string>(
    label: string,
    field: keyof SetupTyped,
    values: readonly V[],
    words: Record<V, string>,
    usual: V,
  ) => (
    <SelectField
      label={label}
      value={typed[field] === "" ? usual : (typed[field] as V)}
      onChoose={(value) => set({ [field]: value })}
      options={optionsOf(values, words)}
    />
  );
  return (
    <details className={styles.more} {...(isAsked ? { open: true } : {})}>
      <summary>Lid, drain, bedding, empty weight and more</summary>
      <div className={styles.pair}>
        {choice("Drains", "drainage", DRAINAGES, DRAINAGE_WORDS, facts.drainage)}
        {choice("Lid", "cover", COVERS, COVER_WORDS, facts.cover)}
        {choice(
          "Kept for",
          "purpose",
          PURPOSES,
          PURPOSE_WORDS,
          typed.system === "breederTub" ? "worms" : "castings",
        )}
      </div>
      <div className={styles.pair}>
        {facts.compartments.length > 1 && facts.beginsWith === undefined && (
          <TextField
            label={facts.arrangement === "line" ? "Parts along it" : "Parts above each other"}
            value={typed.parts}
            placeholder={String(facts.compartments.length)}
            error={faults.parts !== undefined}
            helperText={faults.parts ?? " "}
            onChange={({ target }) => set({ parts: target.value })}
            slotProps={{ htmlInput: { inputMode: "numeric" }, inputLabel: { shrink: true } }}
          />
        )}
        <QuantityField
          label="Empty, it weighs"
          dimension="mass"
          unit={unit.mass}
          typed={typed.tare}
          onTyped={(tare) => set({ tare })}
          fault={faults.tare}
          echo={(value) => formatMass(value, units, "bucket")}
          helper="then its weight says what is inside"
        />
        {typed.system === "flowThrough" && (
          <QuantityField
            label="Between the bars of its grate"
            dimension="length"
            unit={unit.length}
            typed={typed.grate}
            onTyped={(grate) => set({ grate })}
            fault={faults.grate}
            echo={(value) => formatLength(value, units)}
            helper="line wide bars with paper until castings hang on them"
          />
        )}
        {facts.arrangement === "single" && (
          <FormControlLabel
            control={
              <Checkbox
                checked={typed.isRound ?? isRoundUsually(typed.system)}
                onChange={({ target }) =>
                  set({ isRound: target.checked, ...(target.checked ? { length: typed.width } : {}) })
                }
              />
            }
            label="it is round"
          />
        )}
      </div>
      <div className={styles.pair}>
        <SelectField
          label="First bedding, damp"
          value={typed.bedding}
          onChoose={(value) => set({ bedding: value })}
          empty="card and leaf mould"
          options={materialsFor("bedding")
            .filter(({ stance }) => stance === "favoured" || stance === "fine")
            .map(({ id, name }) => ({ value: id, label: name }))}
        />
        <QuantityField
          label="How deep"
          dimension="length"
          unit={unit.length}
          typed={typed.beddingDepth}
          onTyped={(beddingDepth) => set({ beddingDepth })}
          fault={faults.beddingDepth}
          echo={(value) => formatLength(value, units)}
          helper="a third full, if you write nothing"
        />
      </div>
      <div className={styles.pair}>
        <TextField
          label={`A second kind of worm (${unit.smallMass}, or a number)`}
          value={typed.worms2}
          error={faults.worms2 !== undefined}
          helperText={faults.worms2 ?? "none, if you write nothing"}
          onChange={({ target }) => set({ worms2: target.value })}
          slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
        />
        <SelectField
          label="Which"
          value={typed.species2}
          onChoose={(value) => set({ species2: value })}
          options={SPECIES.map((id) => ({ value: id, label: speciesOf(id).name }))}
        />
      </div>
    </details>
  );
}
