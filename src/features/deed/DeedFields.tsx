"use client";
import { byName } from "@/ui/field/byName";
import type { AmountOf } from "@/core/quantity/readAmount";
import { AmountField } from "@/ui/field/AmountField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { fedCompartment, harvestCompartment, systemOf } from "@/core/bin/system";
import { isSievedOut } from "@/core/catalogue/amendment";
import { materialOf, materialsFor } from "@/core/catalogue/material";
import { MEANS_LABELS, WENT_LABELS } from "@/core/deed/words";
import { LETS_RAIN } from "@/core/matter/figures";
import type { Container } from "@/core/quantity/containers";
import { DEFAULT_UNIT, formatLength, formatMass, formatVolume } from "@/core/quantity/format";
import { LOOKS_WORDS, OVER_WORDS, PREPARATION_WORDS, PUT_IN_WORDS } from "@/core/words/entry";
import { COVER_WORDS } from "@/core/words/setup";
import type { BinSetup } from "@/records/setup";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { QuantityField } from "@/ui/field/QuantityField";
import type { WENT_TO } from "@/vocabulary/deeds";
import { LIQUID_LOOKS, OVER_BED, PUT_IN, WATER_MEANS } from "@/vocabulary/deeds";
import { COVERS, PREPARATIONS } from "@/vocabulary/setup";
import Autocomplete from "@mui/material/Autocomplete";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { DeedFieldProps } from "./DeedParts";
import { Dose, Order, Share } from "./DeedParts";
import styles from "./Deed.module.css";
import type { DeedTyped } from "./deedTyped";
import { liesOn, rainUnit } from "./deedTyped";

const MEASURES = [
  { value: "depth", label: "a depth" },
  { value: "share", label: "a share" },
  { value: "amount", label: "weighed or measured" },
] as const;

/** What one deed asks: as little as it can. */
export function DeedFields(props: DeedFieldProps) {
  const { of, one, typed, set, faults } = props;
  const { units, settings } = useSession();
  const containers = settings?.containers ?? [];
  const unit = DEFAULT_UNIT[units];
  const put = (changes: Partial<DeedTyped>) => set((before) => ({ ...before, ...changes }));
  const amount = (
    label: string,
    field: "amount" | "bedding" | "meal" | "drained",
    as: AmountOf,
    helper?: string,
  ) => (
    <AmountField
      label={label}
      of={as}
      typed={typed[field]}
      onTyped={(text) => put({ [field]: text })}
      fault={faults[field]}
      helper={helper}
      beside={{ areaM2: liesOn(of, field, one.state, typed) }}
    />
  );
  const length = (label: string, field: "length" | "height", bare: string = unit.length, helper = " ") => (
    <QuantityField
      label={label}
      dimension="length"
      unit={bare}
      typed={typed[field]}
      onTyped={(text) => put({ [field]: text })}
      fault={faults[field]}
      echo={(value) => formatLength(value, units)}
      helper={helper}
    />
  );
  const toBin = (
    <SelectField
      label="Into which bin"
      value={typed.toBin}
      fault={faults.toBin}
      helper={props.others.length === 0 ? "There is no other bin in this cellar yet." : " "}
      onChoose={(value) => put({ toBin: value })}
      options={props.others.map(({ id, name }) => ({ value: id, label: name }))}
    />
  );
  const where = (places: readonly (typeof WENT_TO)[number][]) => (
    <>
      <Choice
        title="Where it goes"
        name="to"
        options={places.map((value) => ({ value, label: WENT_LABELS[value] }))}
        chosen={typed.to}
        onChoose={(to) => to && put({ to })}
      />
      {typed.to === "bin" && toBin}
    </>
  );
  const check = (label: string, field: "withWorms" | "keepsWorms" | "isBeddingDamp" | "thenRetired" | "isDamp") => (
    <FormControlLabel
      control={
        <Checkbox checked={typed[field]} onChange={({ target }) => put({ [field]: target.checked })} />
      }
      label={label}
    />
  ); // prettier-ignore
  const material = (label: string, use: "food" | "bedding" | "amendment", field: "beddingId" | "mealId" | "materialId") => (
    <Autocomplete
      options={materialsFor(use)}
      disableClearable
      value={materialOf(use, typed[field])}
      getOptionLabel={(option) => option.name}
      filterOptions={byName}
      getOptionKey={(option) => option.id}
      isOptionEqualToValue={(a, b) => a.id === b.id}
      onChange={(_, option) => put({ [field]: option.id })}
      renderInput={(params) => <TextField {...params} label={label} helperText=" " />}
    />
  ); // prettier-ignore
  const bedding = (label: string) => (
    <>
      <div className={styles.two}>
        {material(label, "bedding", "beddingId")}
        {amount("How much of it", "bedding", "small")}
      </div>
      {check("damp, wrung out", "isBeddingDamp")}
    </>
  );

  switch (of) {
    case "moveAlong":
      if (one.state.setup?.system === "flowThrough") return <Share {...props} />;
      return (
        <div className={styles.fields}>
          <p className={styles.said}>
            Drag the front in the drawing, or write how far. A whole part fills the finished end with what lay
            before it and leaves the fed end free.
          </p>
          {length(
            "How far",
            "length",
            unit.length,
            `now ${formatLength(typed.share * longestM(one.state.setup), units)}`,
          )}
        </div>
      );
    case "addPart":
      return (
        <div className={styles.fields}>
          {length("How high it is", "height", unit.length, "as the others, if you write nothing")}
          {check("the upper third of the old one laid in, worms and all", "withWorms")}
        </div>
      );
    case "rotate":
      return <Order {...props} />;
    case "takeOut":
      return (
        <div className={styles.fields}>
          <Choice
            title="How much"
            name="measure"
            options={MEASURES}
            chosen={typed.measure}
            onChoose={(measure) => measure && put({ measure })}
          />
          {typed.measure === "depth" && (
            <div className={styles.two}>
              {length("How deep", "length", unit.length, faults.amount ?? " ")}
              <TextField
                select
                label="From"
                value={typed.from}
                helperText=" "
                onChange={({ target }) => put(takenFrom(target.value as DeedTyped["from"], one.state.setup))}
              >
                <MenuItem value="top">the top</MenuItem>
                <MenuItem value="below">below</MenuItem>
              </TextField>
            </div>
          )}
          {typed.measure === "share" && <Share {...props} />}
          {typed.measure === "amount" && amount("How much", "amount", "small")}
          {typed.measure !== "amount" && faults.amount && (
            <p className={styles.fault} role="alert">
              {faults.amount}
            </p>
          )}
          {where(["bin", "store", "tub", "heap"])}
          {check("the worms in it go along", "withWorms")}
        </div>
      );
    case "putIn":
      return (
        <div className={styles.fields}>
          <Choice
            title="What"
            name="what"
            options={PUT_IN.map((value) => ({ value, label: PUT_IN_WORDS[value].replace(/^of /, "") }))}
            chosen={typed.what}
            onChoose={(what) => what && put({ what })}
          />
          {amount("How much", "amount", "small")}
          {typed.what === "contents" && (
            <p className={styles.said}>
              From a bin of yours: open that bin and take it out there. Then its worms, food and castings come
              over as what they are.
            </p>
          )}
        </div>
      );
    case "emptyRefill":
      return (
        <div className={styles.fields}>
          {where(["store", "tub", "heap", "bin"])}
          {check("the worms are picked out and stay", "keepsWorms")}
          {bedding("New bedding")}
          <div className={styles.two}>
            {material("First meal, if one is given", "food", "mealId")}
            {amount("How much", "meal", "small", "none, if you write nothing")}
          </div>
          <div className={styles.two}>
            <SelectField
              label="Prepared"
              value={typed.preparation}
              onChoose={(value) => put({ preparation: value })}
              options={optionsOf(PREPARATIONS, PREPARATION_WORDS)}
            />
            {amount("Ran off into the jug", "drained", "liquid")}
          </div>
        </div>
      );
    case "tip":
      return (
        <div className={styles.fields}>
          {toBin}
          <Share {...props} />
          {typed.share >= 0.999 && check("and take this bin out of use", "thenRetired")}
        </div>
      );
    case "loosen":
      return (
        <p className={styles.said}>
          {typed.compartment ? "This part only." : "All of it."} Bedding is lifted and falls back; layers stay
          where they are.
        </p>
      );
    case "cover":
      return (
        <div className={styles.fields}>
          <SelectField
            label="Lid"
            value={typed.cover}
            onChoose={(value) => put({ cover: value })}
            empty="as it is"
            options={optionsOf(COVERS, COVER_WORDS)}
          />
          <SelectField
            label="On the bed"
            value={typed.over}
            onChoose={(value) => put({ over: value })}
            empty="as it is"
            options={OVER_BED.map((over) => ({
              value: over,
              label: over === "nothing" ? "nothing: taken off" : OVER_WORDS[over],
            }))}
          />
          {typed.over && typed.over !== "nothing" && check("damp", "isDamp")}
          <p className={styles.said}>Loose bedding laid on top is noted under Bedding, as cover.</p>
        </div>
      );
    case "drain":
      return (
        <div className={styles.fields}>
          {amount("How much", "amount", "liquid", "all that stood there, if you write nothing")}
          <Choice
            title="How it looked"
            name="looks"
            options={LIQUID_LOOKS.map((value) => ({ value, label: LOOKS_WORDS[value] }))}
            chosen={typed.looks || undefined}
            onChoose={(looks) => put({ looks: looks ?? "" })}
          />
        </div>
      );
    case "water":
      return (
        <div className={styles.fields}>
          <Choice
            title="With what"
            name="means"
            options={WATER_MEANS.filter((value) => value !== "rain").map((value) => ({
              value,
              label: MEANS_LABELS[value],
            }))}
            chosen={typed.means}
            onChoose={(means) => means && put({ means })}
          />
          {amount("How much", "amount", "liquid", containerHint(typed, containers))}
        </div>
      );
    case "rain":
      return (
        <div className={styles.fields}>
          {length("How much fell", "length", rainUnit(units), rainHint(props, units))}
        </div>
      );
    case "give":
      return (
        <div className={styles.fields}>
          {material("What", "amendment", "materialId")}
          {amount("How much", "amount", "small")}
          <Dose {...props} />
        </div>
      );
    case "sieve":
      return (
        <div className={styles.fields}>
          <p className={styles.said}>
            In it:{" "}
            {Object.entries(one.state.minerals ?? {})
              .filter(([id]) => isSievedOut(id))
              .map(([id, kg]) => `${formatMass(kg, units)} ${materialOf("amendment", id).name.toLowerCase()}`)
              .join(", ")}
            .
          </p>
          {amount("How much came out", "amount", "small", "all of it, if you write nothing")}
        </div>
      );
    case "liftTower":
      return <div className={styles.fields}>{bedding("Topped up with")}</div>;
    case "weigh":
      return (
        <div className={styles.two}>
          <QuantityField
            label="As it stands"
            dimension="mass"
            unit={unit.mass}
            typed={typed.gross}
            onTyped={(gross) => put({ gross })}
            fault={faults.gross}
            echo={(value) => formatMass(value, units, "bucket")}
          />
          <QuantityField
            label="Empty"
            dimension="mass"
            unit={unit.mass}
            typed={typed.tare}
            onTyped={(tare) => put({ tare })}
            fault={faults.tare}
            echo={(value) => formatMass(value, units, "bucket")}
          />
        </div>
      );
    case "retire":
    case "useAgain":
      return null;
  }
}

/** In a stack and a column the side says which part it is; a part of a line is chosen by itself. */
const takenFrom = (from: DeedTyped["from"], setup: BinSetup | undefined): Partial<DeedTyped> =>
  !setup || systemOf(setup.system).arrangement === "line"
    ? { from }
    : { from, compartment: (from === "top" ? fedCompartment(setup) : harvestCompartment(setup)).id };
const longestM = (setup: BinSetup | undefined): number =>
  Math.max(0, ...(setup?.compartments ?? []).map(({ widthM }) => widthM));

const containerHint = ({ means }: DeedTyped, containers: readonly Container[]): string | undefined => {
  const sprayer = containers.find(({ litresPerMin }) => litresPerMin !== undefined);
  if (means === "sprayer")
    return sprayer
      ? "so many seconds with your sprayer will do: 40 s"
      : "measure your sprayer once in the settings, then seconds will do";
  return undefined;
};

function rainHint({ one }: DeedFieldProps, units: ReturnType<typeof useSession>["units"]): string {
  const setup = one.state.setup;
  if (!setup) return " ";
  const litres =
    setup.compartments.reduce((sum, part) => sum + part.widthM * part.lengthM, 0) *
    10 *
    LETS_RAIN[setup.cover];
  return `${units === "us" ? "0.4 in" : "10 mm"} on this bin, as it is covered, are about ${formatVolume(litres, units)}`;
}
