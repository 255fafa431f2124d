"use client";
import { DayField } from "@/ui/field/DayField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { FormDialog } from "@/ui/form/FormDialog";
import { readAs, unread, useTypedForm } from "@/ui/form/useTypedForm";
import { useGuarded } from "@/ui/useGuarded";
import { ofBin } from "@/session/author";
import { COVER_WORDS, DRAINAGE_WORDS, PURPOSE_WORDS } from "@/core/words/setup";
import { SCHOOL_TABLE, schoolOf } from "@/core/catalogue/school";
import { schoolPageOf } from "@/core/catalogue/schoolPage";
import { addDays, daysBetween } from "@/core/calendar/day";
import type { BinToday } from "@/core/round/round";
import { EMPTY_ROOM, newRoom } from "@/core/expectation/newRoom";
import type { UnitSystem } from "@/core/quantity/format";
import { DEFAULT_UNIT, formatLength, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { NewRoomFields } from "@/ui/field/NewRoomFields";
import { QuantityField } from "@/ui/field/QuantityField";
import type { BinSetup, SetupChanges } from "@/records/setup";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { OwnRulesFields } from "./OwnRulesFields";
import { ownChanges, ownRules, ownTypedOf } from "./ownRules";
import { localDate, name as nameField } from "@/vocabulary/fields";
import { COVERS, DRAINAGES, PURPOSES } from "@/vocabulary/setup";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import styles from "./Bin.module.css";

/** What the bin is from a day on. Yesterday stays computed with yesterday's set-up. */
export function AlterDialog({ one, onClose }: { readonly one: BinToday; readonly onClose: () => void }) {
  const { today, rooms, author, keep, units, settings } = useSession();
  const router = useRouter();
  const { choose } = useErrands();
  const { bin, state } = one;
  const setup = state.setup;
  const [typed, setTyped] = useState({
    name: bin.name,
    school: setup?.school ?? "sections-clockwise",
    roomId: setup?.roomId ?? "",
    cover: setup?.cover ?? "vented",
    drainage: setup?.drainage ?? "free",
    resting: setup?.resting ?? false,
    restingUntil: String(setup?.restingUntil ?? addDays(today, 60)),
    from: String(today),
    ...EMPTY_ROOM,
    purpose: setup?.purpose ?? "castings",
    tare: setup?.tareKg === undefined ? "" : formatMass(setup.tareKg, units, "bucket"),
    grate: setup?.grateGapM === undefined ? "" : formatLength(setup.grateGapM, units),
    ...sizesOf(setup, units),
  });
  const ownBefore = ownTypedOf(setup, units);
  const [own, setOwn] = useState(ownBefore);
  const set = (changes: Partial<typeof typed>) => setTyped((before) => ({ ...before, ...changes }));

  const isRound = setup?.compartments[0]?.shape === "round";
  const quantity = (
    field: "tare" | "grate" | "width" | "length" | "height",
    label: string,
    dimension: "mass" | "length",
  ) => (
    <QuantityField
      label={label}
      dimension={dimension}
      unit={DEFAULT_UNIT[units][dimension]}
      typed={typed[field]}
      onTyped={(text) => set({ [field]: text })}
      fault={faults[field]}
    />
  );
  const { guarded, isBusy } = useGuarded();
  const everything = useMemo(() => ({ ...typed, own }), [typed, own]);
  const { faults, kept } = useTypedForm(everything, () => {
    const found: Record<string, string> = {};
    const from = localDate.safeParse(typed.from);
    if (!from.success) found.from = "This is not a day of the calendar.";
    else if (from.data > today) found.from = "That day has not come yet.";
    else if (daysBetween(bin.firstDay, from.data) < 0) found.from = "The bin did not exist on that day.";
    const until = localDate.safeParse(typed.restingUntil);
    if (typed.resting && !until.success) found.restingUntil = "This is not a day of the calendar.";
    else if (typed.resting && until.success && until.data <= today) found.restingUntil = "That day is past.";
    const named = nameField.safeParse(typed.name);
    if (!named.success) found.name = "A name of 1 to 80 letters.";
    const place = typed.roomId === "new" ? newRoom(typed, units, settings?.outdoors) : undefined;
    if (place && !place.ok) Object.assign(found, place.problem.fields);
    const tare =
      typed.tare.trim() === "" ? undefined : parseQuantity(typed.tare, "mass", DEFAULT_UNIT[units].mass);
    if (tare && !tare.ok) found.tare = sayUnreadable(tare.problem);
    const grate =
      typed.grate.trim() === ""
        ? undefined
        : parseQuantity(typed.grate, "length", DEFAULT_UNIT[units].length);
    if (grate && !grate.ok) found.grate = sayUnreadable(grate.problem);
    else if (grate?.ok && (grate.value < 0.01 || grate.value > 0.2))
      found.grate = "Bars stand a finger to a hand apart: is the unit right?";
    const sizes = resized(setup, typed, units, found);
    const rules = ownChanges(
      own,
      ownBefore,
      ownRules(state, schoolOf(typed.school), units),
      setup?.own?.settlesDays,
    );
    if (!rules.ok) Object.assign(found, rules.problem.fields);
    if (!from.success || !named.success || !rules.ok) return unread(found);
    const told: SetupChanges = {
      school: typed.school,
      purpose: typed.purpose,
      ...(tare?.ok ? { tareKg: tare.value } : {}),
      ...(grate?.ok ? { grateGapM: grate.value } : {}),
      ...(sizes ? { compartments: sizes } : {}),
      cover: typed.cover,
      drainage: typed.drainage,
      resting: typed.resting,
      ...(typed.resting && until.success ? { restingUntil: until.data } : {}),
      ...rules.value,
    };
    return readAs(
      { name: named.data, from: from.data, told, place: place?.ok ? place.value : undefined },
      found,
    );
  });
  const save = kept(async ({ name, from, told, place }) => {
    const room = place && author.first("rooms", place);
    const changes = changed(setup, {
      ...told,
      roomId: (room ? room.row.id : typed.roomId) as NonNullable<SetupChanges["roomId"]>,
    });
    const rows = [
      ...(room ? [room] : []),
      ...(Object.keys(changes).length > 0
        ? await author.entries(ofBin(bin.id), from, [{ kind: "altered", changes }])
        : []),
      ...(name === bin.name ? [] : [author.revised("bins", bin, { name })]),
    ];
    if (rows.length === 0) return onClose();
    const saved = await keep(`${name}: set-up changed`, rows);
    if (saved.ok) onClose();
  });
  const remove = async () => {
    const gone = await keep(`${bin.name}: taken off the rack`, [
      author.revised("bins", bin, { deleted: true }),
    ]);
    if (!gone.ok) return;
    choose(undefined);
    router.push("/bins");
  };
  return (
    <FormDialog
      title={`Change ${bin.name}`}
      keep="Keep the change"
      aside={
        <Button color="error" disabled={isBusy} onClick={() => void guarded(remove)}>
          take it off the rack
        </Button>
      }
      onSave={save}
      onClose={onClose}
    >
      <TextField
        label="Name"
        value={typed.name}
        error={faults.name !== undefined}
        helperText={faults.name ?? " "}
        onChange={(event) => set({ name: event.target.value })}
      />
      <SelectField
        label="Way of keeping"
        value={typed.school}
        onChoose={(value) => set({ school: value })}
        helper={schoolPageOf(typed.school).disagreement}
        options={SCHOOL_TABLE.map((school) => ({ value: school.id, label: school.name }))}
      />
      <div className={styles.three}>
        <TextField
          select
          label="Room"
          value={typed.roomId}
          onChange={(event) => set({ roomId: event.target.value })}
        >
          {rooms.map((room) => (
            <MenuItem key={room.id} value={room.id}>
              {room.name}
            </MenuItem>
          ))}
          <MenuItem value="new">another room…</MenuItem>
        </TextField>
        {typed.roomId === "new" && (
          <NewRoomFields
            typed={typed}
            set={set}
            faults={faults}
            units={units}
            outdoors={settings?.outdoors}
          />
        )}
        <SelectField
          label="Lid"
          value={typed.cover}
          onChoose={(value) => set({ cover: value })}
          options={optionsOf(COVERS, COVER_WORDS)}
        />
        <SelectField
          label="Drains"
          value={typed.drainage}
          onChoose={(value) => set({ drainage: value })}
          options={optionsOf(DRAINAGES, DRAINAGE_WORDS)}
        />
      </div>
      <div className={styles.three}>
        <FormControlLabel
          control={
            <Checkbox checked={typed.resting} onChange={(event) => set({ resting: event.target.checked })} />
          }
          label="resting: leave it in peace"
        />
        {typed.resting && (
          <DayField
            label="until"
            day={typed.restingUntil}
            onDay={(restingUntil) => set({ restingUntil })}
            fault={faults.restingUntil}
          />
        )}
        <DayField
          label="From which day"
          day={typed.from}
          onDay={(from) => set({ from })}
          fault={faults.from}
        />
      </div>
      <div className={styles.three}>
        <SelectField
          label="Kept for"
          value={typed.purpose}
          onChoose={(value) => set({ purpose: value })}
          options={optionsOf(PURPOSES, PURPOSE_WORDS)}
        />
        {quantity("tare", "Empty, it weighs", "mass")}
        {setup?.system === "flowThrough" && quantity("grate", "Between the bars of its grate", "length")}
        {quantity("height", "Height of each part", "length")}
        {quantity("width", isRound ? "Across" : "Width of each part", "length")}
        {!isRound && quantity("length", "Front to back", "length")}
      </div>
      <OwnRulesFields
        state={state}
        school={schoolOf(typed.school)}
        typed={own}
        faults={faults}
        onTyped={setOwn}
      />
    </FormDialog>
  );
}

/** The measures of one part, where all are alike; empty where they differ and each is corrected in the log. */
function sizesOf(setup: BinSetup | undefined, units: UnitSystem) {
  const [first] = setup?.compartments ?? [];
  const same = (of: "widthM" | "lengthM" | "heightM") =>
    first && setup!.compartments.every((one) => one[of] === first[of]) ? formatLength(first[of], units) : "";
  return { width: same("widthM"), length: same("lengthM"), height: same("heightM") };
}

/** All parts with the measures that were typed over theirs; undefined where nothing differs. */
function resized(
  setup: BinSetup | undefined,
  typed: ReturnType<typeof sizesOf>,
  units: UnitSystem,
  faults: Record<string, string>,
): BinSetup["compartments"] | undefined {
  if (!setup) return undefined;
  const before = sizesOf(setup, units);
  const read = (field: "width" | "length" | "height"): number | undefined => {
    if (typed[field].trim() === "" || typed[field] === before[field]) return undefined;
    const value = parseQuantity(typed[field], "length", DEFAULT_UNIT[units].length);
    if (!value.ok) faults[field] = sayUnreadable(value.problem);
    else if (value.value < 0.05 || value.value > 6) faults[field] = "No bin is like that: is the unit right?";
    return value.ok ? value.value : undefined;
  };
  const [widthM, lengthM, heightM] = [read("width"), read("length"), read("height")];
  if (widthM === undefined && lengthM === undefined && heightM === undefined) return undefined;
  return setup.compartments.map((one) => ({
    ...one,
    ...(widthM === undefined ? {} : { widthM }),
    ...(lengthM === undefined
      ? one.shape === "round" && widthM !== undefined
        ? { lengthM: widthM }
        : {}
      : { lengthM }),
    ...(heightM === undefined ? {} : { heightM }),
  }));
}

/** Only what differs goes into the log. */
function changed(setup: BinToday["state"]["setup"], wanted: SetupChanges): SetupChanges {
  if (!setup) return wanted;
  return Object.fromEntries(
    Object.entries(wanted).filter(([field, value]) => setup[field as keyof SetupChanges] !== value),
  );
}
