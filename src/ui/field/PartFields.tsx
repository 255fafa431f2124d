"use client";
import { byName } from "./byName";
import type { Material } from "@/core/catalogue/material";
import { materialOf } from "@/core/catalogue/material";
import { piecesOf } from "@/core/catalogue/pieces";
import { PREPARATION_WORDS } from "@/core/words/entry";
import type { Preparation } from "@/vocabulary/setup";
import { PREPARATIONS } from "@/vocabulary/setup";
import Autocomplete from "@mui/material/Autocomplete";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Ref } from "react";
import { AmountField } from "./AmountField";
import styles from "./PartFields.module.css";

/** What can be given; the keeper's own are among them. */
export type PartOption = Pick<Material, "id" | "name" | "stance">;
export interface TypedPart {
  readonly materialId: string;
  readonly amount: string;
  readonly preparation: Preparation;
  readonly juice?: "with" | "without";
}

const STANCE_WORDS: Record<Material["stance"], string> = {
  favoured: "",
  fine: "",
  sparingly: "Sparingly: only a small share of a meal.",
  contested:
    "Keepers differ on this one: a little in a large, mature bin; leave it out of a small or young one.",
  avoid: "Better not: it makes trouble in nearly every bin.",
};
/** Thawed food may be given with the juice it lost, or without it. */
const THAWED: ReadonlySet<Preparation> = new Set(["frozen", "choppedFrozen"]);

/** One food of a meal, or one bedding of a layer: what, how much, how prepared. */
export function PartFields({
  use,
  part,
  options,
  areaM2,
  fault,
  amountRef,
  onChange,
}: {
  readonly use: "food" | "bedding";
  readonly part: TypedPart;
  readonly options: readonly PartOption[];
  /** The ground a bedding lies on: it may be said by how deep. */
  readonly areaM2?: number | undefined;
  readonly fault: string | undefined;
  readonly amountRef?: Ref<HTMLInputElement>;
  readonly onChange: (change: Partial<TypedPart>) => void;
}) {
  const material: PartOption =
    options.find(({ id }) => id === part.materialId) ?? materialOf(use, part.materialId);
  return (
    <div className={styles.part} data-use={use}>
      <Autocomplete
        options={options}
        disableClearable
        value={material}
        getOptionLabel={(one) => one.name}
        filterOptions={byName}
        getOptionKey={(one) => one.id}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        onChange={(_, one) => onChange({ materialId: one.id })}
        renderInput={(params) => (
          <TextField {...params} label="What" helperText={STANCE_WORDS[material.stance] || " "} />
        )}
      />
      <AmountField
        label="How much"
        of="small"
        typed={part.amount}
        onTyped={(amount) => onChange({ amount })}
        fault={fault}
        beside={{ areaM2, pieces: use === "food" ? piecesOf(part.materialId) : [] }}
        {...(amountRef ? { inputRef: amountRef } : {})}
      />
      {use === "food" && (
        <TextField
          select
          label="Prepared"
          value={
            part.juice === "without" && THAWED.has(part.preparation)
              ? `${part.preparation}/without`
              : part.preparation
          }
          onChange={({ target }) => {
            const [preparation, juice] = target.value.split("/") as [
              Preparation,
              "with" | "without" | undefined,
            ];
            onChange({ preparation, juice: juice ?? "with" });
          }}
        >
          {PREPARATIONS.flatMap((one) =>
            THAWED.has(one)
              ? [
                  <MenuItem key={one} value={one}>
                    {PREPARATION_WORDS[one]}
                  </MenuItem>,
                  <MenuItem key={`${one}/without`} value={`${one}/without`}>
                    {PREPARATION_WORDS[one]}, juice poured off
                  </MenuItem>,
                ]
              : [
                  <MenuItem key={one} value={one}>
                    {PREPARATION_WORDS[one]}
                  </MenuItem>,
                ],
          )}
        </TextField>
      )}
    </div>
  );
}
