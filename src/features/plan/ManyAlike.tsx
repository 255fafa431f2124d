"use client";
import { SYSTEM_LIST, systemOf, usualCompartments } from "@/core/bin/system";
import { materialsFor } from "@/core/catalogue/material";
import { speciesOf } from "@/core/catalogue/species";
import { freshProfile } from "@/core/picture/freshProfile";
import { DEFAULT_UNIT, formatArea, formatCount, formatLength, formatMass } from "@/core/quantity/format";
import { firstBedding } from "@/core/stocking/firstBedding";
import { newBinRows, walkedLast } from "@/session/rack";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import { QuantityField } from "@/ui/field/QuantityField";
import { SelectField } from "@/ui/field/SelectField";
import { KeptForm } from "@/ui/form/KeptForm";
import { useTypedForm } from "@/ui/form/useTypedForm";
import { SPECIES } from "@/vocabulary/setup";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import type { Alike, AlikeTyped } from "./manyAlikeTyped";
import { alikeSoFar, firstAlike, MOST_AT_ONCE, readAlike, usuallyAlike } from "./manyAlikeTyped";
import styles from "./Plan.module.css";

/** So many bins alike: set up, bedded and stocked by area and density at once, called together, labels after. */
export function ManyAlike() {
  const { db, units, today, bins, rooms, cellar, author, keep } = useSession();
  const router = useRouter();
  const draft = useDraft<AlikeTyped>(db, "plan/many", firstAlike(units));
  const { typed } = draft;
  const unit = DEFAULT_UNIT[units];
  const { width, length, height, each, count } = alikeSoFar(typed, units);
  const [widthM, lengthM, heightM] = [width, length, height].map((read) =>
    read.ok ? read.value : undefined,
  );
  const { faults, isBusy, kept } = useTypedForm(typed, (now) =>
    readAlike(
      now,
      units,
      (bins ?? []).map(({ bin }) => bin.name),
    ),
  );
  const save = kept(async ({ names, group, size, deepM, wormsKg }: Alike) => {
    const facts = systemOf(typed.system);
    const newRoom = rooms[0]
      ? undefined
      : author.first("rooms", {
          name: "Tub room",
          climate: { meanC: 20, swingK: 3, hottestDay: 205, humidity: 0.65 },
        });
    const roomId = rooms.find(({ id }) => id === typed.room)?.id ?? rooms[0]?.id ?? newRoom!.row.id;
    const compartments = usualCompartments(typed.system, size);
    const isBreeding = typed.system === "breederTub";
    const bedded =
      deepM > 0
        ? compartments.map((one) =>
            firstBedding(
              one,
              deepM / one.heightM,
              typed.bedding,
              `As set up: ${formatLength(deepM, units)} deep.`,
            ),
          )
        : [];
    const worms = {
      speciesId: typed.species,
      amount: { massKg: wormsKg, measuredBy: "proposed" as const },
    };
    const made = await Promise.all(
      names.map((own) =>
        newBinRows(
          author,
          own,
          today,
          [
            {
              kind: "altered",
              changes: {
                system: typed.system,
                school: facts.school,
                roomId,
                cover: facts.cover,
                drainage: facts.drainage,
                wall: facts.wall,
                purpose: isBreeding ? "worms" : "castings",
                compartments,
                resting: false,
              },
            },
            ...bedded,
            ...(typed.isStocked ? [{ kind: "stocked" as const, worms: [worms] }] : []),
          ],
          group,
        ),
      ),
    );
    const done = await keep(`${names.length} ${names.length === 1 ? "bin" : "bins"} on the rack`, [
      ...(newRoom ? [newRoom] : []),
      walkedLast(
        author,
        cellar,
        bins ?? [],
        made.map(({ binId }) => binId),
      ),
      ...made.flatMap(({ rows }) => rows),
    ]);
    if (!done.ok) return;
    await draft.clear();
    router.push(`/labels?ids=${made.map(({ binId }) => binId).join(",")}`);
  });
  const set = (changes: Partial<typeof typed>) => draft.set((before) => ({ ...before, ...changes }));
  const plain = (field: "name" | "group" | "count" | "wormsPerM2" | "meanG", label: string, helper = " ") => (
    <TextField
      label={label}
      value={typed[field]}
      error={faults[field] !== undefined}
      helperText={faults[field] ?? helper}
      onChange={({ target }) => set({ [field]: target.value })}
      slotProps={{ htmlInput: { maxLength: 60, autoComplete: "off" } }}
    />
  );
  const side = (field: "width" | "length" | "height" | "deep", label: string) => (
    <QuantityField
      label={label}
      dimension="length"
      unit={unit.length}
      typed={typed[field]}
      onTyped={(text) => set({ [field]: text })}
      fault={faults[field]}
      echo={(value) => formatLength(value, units)}
    />
  );
  return (
    <KeptForm className={styles.asking} onSave={save}>
      <section className={styles.question} aria-labelledby="many">
        <h2 id="many">Many alike</h2>
        <div className={styles.three}>
          {plain("count", "How many")}
          {plain("name", "Called", "numbered from 01")}
          {plain("group", "As a group", "the same, if you write nothing")}
        </div>
        <div className={styles.pair}>
          <SelectField
            label="Kind"
            value={typed.system}
            onChoose={(system) => set(usuallyAlike(system, units))}
            options={SYSTEM_LIST.map(({ id, name }) => ({ value: id, label: name }))}
          />
          {rooms.length > 1 && (
            <SelectField<string>
              label="Room"
              value={typed.room === "" ? (rooms[0]?.id ?? "") : typed.room}
              onChoose={(room) => set({ room })}
              options={rooms.map(({ id, name }) => ({ value: id, label: name }))}
            />
          )}
        </div>
        <div className={styles.three}>
          {side("width", "Width")}
          {side("length", "Front to back")}
          {side("height", "Height")}
        </div>
        <div className={styles.pair}>
          {plain("wormsPerM2", "Worms to the square metre", "breeding: about 2000")}
          {plain("meanG", "Weight of one worm (g)", "weigh a counted handful")}
        </div>
        <div className={styles.pair}>
          <SelectField
            label="Which worm"
            value={typed.species}
            onChoose={(species) => set({ species })}
            options={SPECIES.map((id) => ({ value: id, label: speciesOf(id).name }))}
          />
          <FormControlLabel
            control={
              <Checkbox
                checked={typed.isStocked}
                onChange={({ target }) => set({ isStocked: target.checked })}
              />
            }
            label="the worms go in today"
          />
        </div>
        <div className={styles.pair}>
          <SelectField
            label="Bedding, damp"
            value={typed.bedding}
            onChoose={(bedding) => set({ bedding })}
            options={materialsFor("bedding").map(({ id, name }) => ({ value: id, label: name }))}
          />
          {side("deep", "How deep")}
        </div>
        <p className={styles.onward}>
          <Button type="submit" variant="contained" disabled={isBusy}>
            Put all {Number.isInteger(count) && count > 0 && count <= MOST_AT_ONCE ? count : ""} on the rack
          </Button>
        </p>
      </section>
      <aside className={styles.thought}>
        {widthM && heightM && widthM <= 3 && heightM <= 1 && lengthM && (
          <div className={styles.drawn}>
            <Cutaway
              profile={freshProfile(typed.system, { widthM, lengthM, heightM })}
              pxPerM={Math.min(260 / widthM, 200 / (heightM + 0.1))}
              detail="large"
              label="One of them, to scale"
            />
          </div>
        )}
        {each && (
          <>
            <p>
              Each: {formatArea(each.areaM2, units)}, <b>{formatCount(each.count)} worms</b>,{" "}
              {formatMass(each.massKg, units)}.
            </p>
            {count > 0 && count <= MOST_AT_ONCE && (
              <p>
                In all: <b>{formatCount(each.count * count)} worms</b>,{" "}
                {formatMass(each.massKg * count, units, "bucket")}, on{" "}
                {formatArea(each.areaM2 * count, units)}.
              </p>
            )}
          </>
        )}
      </aside>
    </KeptForm>
  );
}
