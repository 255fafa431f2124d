"use client";
import { useGuarded } from "@/ui/useGuarded";
import { SYSTEM_LIST, systemOf, usualCompartments } from "@/core/bin/system";
import { materialsFor } from "@/core/catalogue/material";
import { speciesOf } from "@/core/catalogue/species";
import { HERD_KG_PER_M2 } from "@/core/matter/figures";
import { calculatorNamed } from "@/core/calculators/registry";
import { DEFAULT_UNIT, formatCount, formatLength, formatStocking, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { freshProfile } from "@/core/picture/freshProfile";
import { firstBedding } from "@/core/stocking/firstBedding";
import { MOST_KG_PER_M2 } from "@/core/stocking/delivery";
import { newBinRows, walkedLast } from "@/session/rack";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import { QuantityField } from "@/ui/field/QuantityField";
import { SelectField } from "@/ui/field/SelectField";
import { name as nameField } from "@/vocabulary/fields";
import type { SpeciesId, System } from "@/vocabulary/setup";
import { SPECIES } from "@/vocabulary/setup";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import type { UnitSystem } from "@/core/quantity/format";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useState } from "react";
import styles from "./Plan.module.css";

const MOST_AT_ONCE = 200;

interface AlikeTyped {
  readonly name: string;
  readonly group: string;
  readonly count: string;
  readonly system: System;
  readonly width: string;
  readonly length: string;
  readonly height: string;
  readonly room: string;
  readonly wormsPerM2: string;
  readonly meanG: string;
  readonly species: SpeciesId;
  readonly isStocked: boolean;
  readonly bedding: string;
  readonly deep: string;
}

/** So many bins alike: set up, bedded and stocked by area and density at once, called together, labels after. */
export function ManyAlike() {
  const { db, units, today, bins, rooms, cellar, author, keep } = useSession();
  const router = useRouter();
  const draft = useDraft<AlikeTyped>(db, "plan/many", {
    name: "Tub",
    group: "",
    count: "20",
    system: "breederTub",
    width: formatLength(0.4, units),
    length: formatLength(0.3, units),
    height: formatLength(0.18, units),
    room: "",
    wormsPerM2: "2100",
    meanG: "0.45",
    species: "fetida",
    isStocked: true,
    bedding: "manure-aged-bedding",
    deep: formatLength(0.12, units),
  });
  const { typed } = draft;
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const unit = DEFAULT_UNIT[units];
  const metres = (text: string) => {
    const read = parseQuantity(text, "length", unit.length);
    return read.ok ? read.value : undefined;
  };
  const count = Number(typed.count);
  const [widthM, lengthM, heightM] = [metres(typed.width), metres(typed.length), metres(typed.height)];
  const sum =
    widthM && lengthM
      ? calculatorNamed("stock-by-area")!.run({
          lengthM: widthM,
          widthM: lengthM,
          wormsPerM2: Number(typed.wormsPerM2.replace(",", ".")),
          meanWormG: Number(typed.meanG.replace(",", ".")),
        })
      : undefined;
  const each = sum?.ok ? (sum.value as { areaM2: number; count: number; massKg: number }) : undefined;

  const { guarded, isBusy } = useGuarded();
  const save = async () => {
    const found: Record<string, string> = {};
    const named = nameField.safeParse(typed.name);
    if (!named.success) found.name = "A name they share, such as Tub.";
    if (!Number.isInteger(count) || count < 1 || count > MOST_AT_ONCE)
      found.count = `A whole number from 1 to ${MOST_AT_ONCE}.`;
    for (const [field, value] of [
      ["width", widthM],
      ["length", lengthM],
      ["height", heightM],
    ] as const) {
      const read = parseQuantity(typed[field], "length", unit.length);
      if (value === undefined) found[field] = read.ok ? "" : sayUnreadable(read.problem);
      else if (value < 0.1 || value > 3)
        found[field] =
          `A tub is between ${units === "us" ? "4 in and 10 ft" : "10 cm and 3 m"}: is the unit right?`;
    }
    if (heightM !== undefined && heightM > 0.6 && heightM <= 3)
      found.height = `Worms work the top ${formatLength(0.3, units)}; the deepest that works is ${formatLength(0.6, units)}.`;
    if (sum && !sum.ok)
      for (const issue of sum.problem.issues)
        found[issue.path === "meanWormG" ? "meanG" : issue.path] = issue.message;
    if (each && each.massKg > MOST_KG_PER_M2 * each.areaM2)
      found.wormsPerM2 = `That is ${formatStocking(each.massKg / each.areaM2, units)}; the most that lives is about ${Math.floor((MOST_KG_PER_M2 * 1000) / Number(typed.meanG.replace(",", ".")))} worms of this size.`;
    const taken = new Set((bins ?? []).map(({ bin }) => bin.name.toLowerCase()));
    const names = Array.from(
      { length: count || 0 },
      (_, at) => `${typed.name.trim()} ${String(at + 1).padStart(2, "0")}`,
    );
    const twice = names.find((one) => taken.has(one.toLowerCase()));
    if (twice) found.name = `There is a ${twice} already.`;
    const deepM = typed.deep.trim() === "" ? 0 : metres(typed.deep);
    if (deepM === undefined) found.deep = `How deep, such as ${units === "us" ? "5 in" : "12 cm"}.`;
    else if (heightM !== undefined && deepM > heightM)
      found.deep = `It holds ${formatLength(heightM, units)} at most.`;
    const group = nameField.safeParse(typed.group.trim() === "" ? typed.name : typed.group);
    if (!group.success) found.group = "A name they are called by together.";
    setFaults(found);
    if (
      Object.keys(found).length > 0 ||
      !widthM ||
      !lengthM ||
      !heightM ||
      !each ||
      deepM === undefined ||
      !group.success
    )
      return;
    const facts = systemOf(typed.system);
    const newRoom = rooms[0]
      ? undefined
      : author.first("rooms", {
          name: "Tub room",
          climate: { meanC: 20, swingK: 3, hottestDay: 205, humidity: 0.65 },
        });
    const roomId = rooms.find(({ id }) => id === typed.room)?.id ?? rooms[0]?.id ?? newRoom!.row.id;
    const compartments = usualCompartments(typed.system, { widthM, lengthM, heightM });
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
      amount: { massKg: each.massKg, measuredBy: "proposed" as const },
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
          group.data,
        ),
      ),
    );
    const kept = await keep(`${count} ${count === 1 ? "bin" : "bins"} on the rack`, [
      ...(newRoom ? [newRoom] : []),
      walkedLast(
        author,
        cellar,
        bins ?? [],
        made.map(({ binId }) => binId),
      ),
      ...made.flatMap(({ rows }) => rows),
    ]);
    if (!kept.ok) return;
    await draft.clear();
    router.push(`/labels?ids=${made.map(({ binId }) => binId).join(",")}`);
  };
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
    <form
      className={styles.asking}
      onSubmit={(event) => {
        event.preventDefault();
        void guarded(save);
      }}
      noValidate
    >
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
            onChoose={(system) => set(asUsual(system, units))}
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
              Each: {Number((each.areaM2 * 10_000).toPrecision(3))} cm²,{" "}
              <b>{formatCount(each.count)} worms</b>, {formatMass(each.massKg, units)}.
            </p>
            {count > 0 && count <= MOST_AT_ONCE && (
              <p>
                In all: <b>{formatCount(each.count * count)} worms</b>,{" "}
                {formatMass(each.massKg * count, units, "bucket")}, on{" "}
                {Number((each.areaM2 * count).toPrecision(3))} m².
              </p>
            )}
          </>
        )}
      </aside>
    </form>
  );
}

/** Sizes, bedding and density a kind usually has, to be typed over. A worm of half a gram is a grown one. */
function asUsual(system: System, units: UnitSystem) {
  const { usual } = systemOf(system);
  const isBreeding = system === "breederTub";
  return {
    system,
    width: formatLength(usual.widthM, units),
    length: formatLength(usual.lengthM, units),
    height: formatLength(usual.heightM, units),
    deep: formatLength(isBreeding ? Math.min(0.12, usual.heightM) : usual.heightM / 3, units),
    bedding: isBreeding ? "manure-aged-bedding" : "leaf-mould",
    wormsPerM2: isBreeding ? "2100" : String(Math.round((HERD_KG_PER_M2.start / 0.45) * 10) * 100),
    meanG: "0.45",
  };
}
