"use client";
import { groundUnder } from "@/core/bin/system";
import { AmountField } from "@/ui/field/AmountField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { materialsFor } from "@/core/catalogue/material";
import { BEDDING_LAID_WORDS, METHOD_WORDS } from "@/core/words/entry";
import { DEFAULT_UNIT, formatLength, formatMass, formatTemperature } from "@/core/quantity/format";
import type { BinSetup } from "@/records/setup";
import type { SlipKind } from "@/session/errand";
import { useSession } from "@/session/session";
import type { PartOption } from "@/ui/field/PartFields";
import { PartFields } from "@/ui/field/PartFields";
import { QuantityField } from "@/ui/field/QuantityField";
import { BEDDING_LAID } from "@/vocabulary/deeds";
import { SPOTS } from "@/vocabulary/readings";
import { HARVEST_METHODS } from "@/vocabulary/setup";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import styles from "./Slip.module.css";
import type { SlipTyped } from "./slipTyped";

interface Props {
  readonly slip: SlipKind;
  readonly typed: SlipTyped;
  readonly set: (change: (before: SlipTyped) => SlipTyped) => void;
  readonly faults: Readonly<Record<string, string>>;
  readonly setup: BinSetup | undefined;
}

export function SlipFields(props: Props) {
  const { slip, typed, set, faults, setup } = props;
  const { units } = useSession();
  const unit = DEFAULT_UNIT[units];
  const field = (name: keyof SlipTyped) => ({
    typed: typed[name] as string,
    onTyped: (text: string) => set((before) => ({ ...before, [name]: text })),
    fault: faults[name],
  });
  switch (slip) {
    case "fed":
    case "bedded":
      return <Parts {...props} use={slip === "fed" ? "food" : "bedding"} />;
    case "watered":
      return (
        <AmountField
          label="Water"
          of="liquid"
          {...field("amount")}
          helper="Stood a day or filtered; standing does not remove chloramine."
          inputRef={focused}
        />
      );
    case "measured":
      return (
        <div className={styles.grid}>
          <QuantityField
            label="Temperature, probe"
            dimension="temperature"
            unit={unit.temperature}
            {...field("temperature")}
            echo={(value) => formatTemperature(value, units)}
            inputRef={focused}
          />
          <TextField
            label="Moisture, probe (%)"
            value={typed.moisture}
            error={faults.moisture !== undefined}
            helperText={faults.moisture ?? "percent of wet weight"}
            onChange={(event) => set((before) => ({ ...before, moisture: event.target.value }))}
          />
          <SelectField
            label="Where"
            value={typed.spot}
            onChoose={(value) => set((before) => ({ ...before, spot: value }))}
            empty="not said"
            options={SPOTS.map((spot) => ({ value: spot, label: spot }))}
          />
          <QuantityField
            label="How deep the probe was"
            dimension="length"
            unit={unit.length}
            {...field("depth")}
            echo={(value) => formatLength(value, units)}
          />
          <QuantityField
            label="Contents below the rim"
            dimension="length"
            unit={unit.length}
            {...field("belowRim")}
            echo={(value) => formatLength(value, units)}
          />
          <QuantityField
            label="In a handful"
            dimension="count"
            unit="worms"
            {...field("handful")}
            helper="out of the middle, two cupped hands"
          />
          <QuantityField
            label="Weight of the whole bin"
            dimension="mass"
            unit={unit.mass}
            {...field("gross")}
            echo={(value) => formatMass(value, units, "bucket")}
          />
        </div>
      );
    case "harvested":
      return (
        <div className={styles.grid}>
          <QuantityField
            label="Full container"
            dimension="mass"
            unit={unit.mass}
            {...field("gross")}
            echo={(value) => `gross ${formatMass(value, units, "bucket")}`}
            inputRef={focused}
          />
          <QuantityField
            label="Empty container"
            dimension="mass"
            unit={unit.smallMass}
            {...field("tare")}
            echo={(value) => `tare ${formatMass(value, units)}`}
            helper="leave empty if already tared"
          />
          <SelectField
            label="How"
            value={typed.method}
            onChoose={(value) => set((before) => ({ ...before, method: value }))}
            options={optionsOf(HARVEST_METHODS, METHOD_WORDS)}
          />
          {setup && setup.compartments.length > 1 && (
            <CompartmentField typed={typed} set={set} setup={setup} />
          )}
        </div>
      );
    case "turned":
    case "noted":
      return null;
  }
}

function Parts({ slip, typed, set, faults, setup, use }: Props & { readonly use: "food" | "bedding" }) {
  const { materials } = useSession();
  const own = materials.filter((row) => row.use === use);
  const options: readonly PartOption[] = [
    ...own.map(({ materialId, name }) => ({ id: materialId, name, stance: "fine" as const })),
    ...materialsFor(use).filter(({ id }) => !own.some(({ materialId }) => materialId === id)),
  ];
  const change = (at: number, part: Partial<SlipTyped["parts"][number]>) =>
    set((before) => ({
      ...before,
      parts: before.parts.map((one, n) => (n === at ? { ...one, ...part } : one)),
    }));
  const places = setup?.compartments.find((one) => one.id === typed.compartment)?.placeCount ?? 1;
  return (
    <div>
      {typed.parts.map((part, at) => {
        return (
          <PartFields
            key={at}
            use={use}
            part={part}
            options={options}
            areaM2={use === "bedding" ? groundUnder(setup, typed.compartment) : undefined}
            fault={faults[`part${at}`]}
            {...(at === 0 ? { amountRef: focused } : {})}
            onChange={(changes) => change(at, changes)}
          />
        );
      })}
      <div className={styles.more}>
        {typed.parts.length < 6 && (
          <Button
            onClick={() =>
              set((before) => ({
                ...before,
                parts: [
                  ...before.parts,
                  {
                    materialId:
                      (use === "food"
                        ? "coffee-grounds"
                        : options.find(({ id }) => !before.parts.some(({ materialId }) => materialId === id))
                            ?.id) ?? "cardboard-corrugated",
                    amount: "",
                    preparation: "whole",
                  },
                ],
              }))
            }
          >
            and something else
          </Button>
        )}
        {typed.parts.length > 1 && (
          <Button onClick={() => set((before) => ({ ...before, parts: before.parts.slice(0, -1) }))}>
            without the last
          </Button>
        )}
        {slip === "bedded" && (
          <>
            <FormControlLabel
              control={
                <Checkbox
                  checked={typed.isDamp}
                  onChange={(event) => set((before) => ({ ...before, isDamp: event.target.checked }))}
                />
              }
              label="damp, wrung out"
            />
            <FormControlLabel
              control={
                <Checkbox
                  checked={typed.isCover}
                  onChange={(event) => set((before) => ({ ...before, isCover: event.target.checked }))}
                />
              }
              label="laid on top as cover"
            />
          </>
        )}
      </div>
      <div className={styles.grid}>
        {setup && setup.compartments.length > 1 && <CompartmentField typed={typed} set={set} setup={setup} />}
        {slip === "bedded" && !typed.isCover && (
          <SelectField
            label="Laid"
            value={typed.laid}
            onChoose={(value) => set((before) => ({ ...before, laid: value }))}
            empty="not said"
            options={optionsOf(BEDDING_LAID, BEDDING_LAID_WORDS)}
          />
        )}
        {use === "food" && places > 1 && (
          <TextField
            select
            label="At place"
            value={typed.place}
            onChange={(event) => set((before) => ({ ...before, place: event.target.value }))}
          >
            {Array.from({ length: places }, (_, at) => (
              <MenuItem key={at} value={String(at + 1)}>
                {at + 1}
              </MenuItem>
            ))}
          </TextField>
        )}
      </div>
    </div>
  );
}

function CompartmentField({
  typed,
  set,
  setup,
}: Pick<Props, "typed" | "set"> & { readonly setup: BinSetup }) {
  return (
    <SelectField
      label="In"
      value={typed.compartment}
      onChoose={(value) => set((before) => ({ ...before, compartment: value, place: "1" }))}
      options={setup.compartments.map((one, at) => ({ value: one.id, label: one.name ?? `part ${at + 1}` }))}
    />
  );
}

/** The first field takes the typing at once; the dialog has just opened by the keeper's own hand. */
const focused = (element: HTMLInputElement | null): void => {
  if (element && !element.dataset.met) {
    element.dataset.met = "yes";
    element.focus();
  }
};
