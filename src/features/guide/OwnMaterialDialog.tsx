"use client";
import { SelectField } from "@/ui/field/SelectField";
import type { PantryMaterial } from "@/core/catalogue/pantry";
import type { MaterialUse } from "@/core/catalogue/material";
import { formatToEdit } from "@/core/quantity/format";
import { newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { FormDialog } from "@/ui/form/FormDialog";
import { useTypedForm } from "@/ui/form/useTypedForm";
import TextField from "@mui/material/TextField";
import styles from "./Guide.module.css";
import type { OwnTyped } from "./ownTyped";
import { jugL, ownFacts } from "./ownTyped";

const USES: readonly (readonly [MaterialUse, string])[] = [
  ["food", "food"],
  ["bedding", "bedding"],
  ["amendment", "grit or lime"],
];

/** A material of the keeper's own, or own values for one of the guide. */
export function OwnMaterialDialog({
  base,
  onClose,
}: {
  readonly base?: PantryMaterial;
  readonly onClose: () => void;
}) {
  const { db, units, author, keep } = useSession();
  const number = (value: number) => String(Number(value.toPrecision(4)));
  const opened: OwnTyped = {
    use: base?.use ?? "food",
    name: base?.name ?? "",
    water: base ? number(base.moisture * 100) : "",
    carbon: base ? number(base.carbonPctDm) : "43",
    nitrogen: base ? number(base.nitrogenPctDm) : "",
    litreWeight: base
      ? formatToEdit(base.densityKgPerL * jugL(units), "mass", units === "us" ? "oz" : "g")
      : "",
    note: base?.own?.note ?? "",
  };
  const draft = useDraft(db, `material/${base ? `${base.use}/${base.id}` : "new"}`, opened);
  const { typed } = draft;
  const { faults, kept } = useTypedForm(typed, (now) => ownFacts(now, units));
  const field = (name: keyof OwnTyped, label: string, helper = " ") => (
    <TextField
      label={label}
      value={typed[name]}
      error={faults[name] !== undefined}
      helperText={faults[name] ?? helper}
      onChange={({ target }) => draft.set((before) => ({ ...before, [name]: target.value }))}
      slotProps={{ htmlInput: { maxLength: 200, autoComplete: "off" } }}
    />
  );
  const save = kept(async (own) => {
    const facts = { ...own, materialId: base?.id ?? ownId(own.name) };
    const saved = await keep(`${facts.name}: own values kept`, [
      base?.own ? author.revised("materials", base.own, facts) : author.first("materials", facts),
    ]);
    if (!saved.ok) return;
    await draft.clear();
    onClose();
  });
  return (
    <FormDialog
      title={base ? `${base.name}, in your cellar` : "A material of your own"}
      keep="Keep for my cellar"
      onSave={save}
      onClose={onClose}
    >
      <div className={styles.ownForm}>
        {" "}
        {!base && (
          <SelectField
            label="Used as"
            value={typed.use}
            onChoose={(value) => draft.set((before) => ({ ...before, use: value }))}
            options={USES.map(([value, label]) => ({ value: value, label: label }))}
          />
        )}
        {field("name", "Name")}
        {field("water", "Water (% of wet weight)", "weigh, dry in a warm oven, weigh again")}
        {field(
          "litreWeight",
          units === "us" ? "Weight of a loose quart (oz)" : "Weight of a loose litre (g)",
          `fill a ${units === "us" ? "quart jar" : "litre jug"}, do not press`,
        )}
        {field("carbon", "Carbon (% of dry weight)", "most plants: 40 to 48")}
        {field("nitrogen", "Nitrogen (% of dry weight)", "card 0.1, leaves 1, scraps 2, grass 3")}
        {field("note", "A note, if you like")}
      </div>
    </FormDialog>
  );
}

/** The id carries the name, so that an archive read elsewhere still says what it was. */
function ownId(name: string): string {
  const words = name
    .toLowerCase()
    .normalize("NFD")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 50);
  const tail = newId()
    .toLowerCase()
    .replace(/[^a-z0-9]/g, "x")
    .slice(0, 4);
  return `own-${words || "material"}-${tail}`;
}
