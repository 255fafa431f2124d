"use client";
import { DayField } from "@/ui/field/DayField";
import { SelectField } from "@/ui/field/SelectField";
import { KeptForm } from "@/ui/form/KeptForm";
import { useTypedForm } from "@/ui/form/useTypedForm";
import { SCHOOL_TABLE } from "@/core/catalogue/school";
import { schoolPageOf } from "@/core/catalogue/schoolPage";
import { SYSTEM_LIST, systemOf, usualCompartments, volumeOfL } from "@/core/bin/system";
import { roomClimate } from "@/core/expectation/climate";
import { foundProfile, freshProfile } from "@/core/picture/freshProfile";
import { DEFAULT_UNIT, formatMass, formatVolume } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { newBinRows, walkedLast } from "@/session/rack";
import { useDraft } from "@/session/draft";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import { NewRoomFields } from "@/ui/field/NewRoomFields";
import { QuantityField } from "@/ui/field/QuantityField";
import { useViewport } from "@/ui/useViewport";
import type { BinSetup } from "@/records/setup";
import type { System } from "@/vocabulary/setup";
import { SPECIES } from "@/vocabulary/setup";
import { speciesOf } from "@/core/catalogue/species";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useRouter, useSearchParams } from "next/navigation";
import type { ReactNode } from "react";
import { useMemo } from "react";
import styles from "./Setup.module.css";
import type { NewBin, SetupTyped } from "./setupTyped";
import { MoreFields } from "./MoreFields";
import { FoundSays } from "./FoundSays";
import { RunningFields } from "./RunningFields";
import { emptySetup, isRoundUsually, newBin, storeys, usualSizes } from "./setupTyped";

/** Set up a bin: it is drawn to scale while one tells what it is. */
export function SetupRoom() {
  const { db, today, units, measures, settings, rooms, bins, cellar, author, keep } = useSession();
  const { choose } = useErrands();
  const router = useRouter();
  // Asked at the first opening of all: what is answered there is not asked twice.
  const isRunning = useSearchParams().get("it") === "runs";
  const draft = useDraft<SetupTyped>(db, "setup", { ...emptySetup(today, units), isRunning });
  const firstRoom = rooms[0]?.id ?? "new";
  const typed: SetupTyped = useMemo(
    () => ({ ...draft.typed, room: draft.typed.room || firstRoom }),
    [draft.typed, firstRoom],
  );
  const unit = DEFAULT_UNIT[units];
  const isRound = typed.isRound ?? isRoundUsually(typed.system);
  const set = (changes: Partial<SetupTyped>) => draft.set((before) => ({ ...before, ...changes }));
  const { faults, isBusy, kept } = useTypedForm(typed, (now) =>
    newBin(
      now,
      today,
      measures,
      (bins ?? []).map(({ bin }) => bin.name.toLowerCase()),
      settings?.outdoors,
    ),
  );
  const field = (name: "width" | "length" | "height") => ({
    typed: typed[name],
    onTyped: (text: string) => set({ [name]: text }),
    fault: faults[name],
  });

  const told = useMemo(() => {
    const now = newBin(typed.name === "" ? { ...typed, name: "-" } : typed, today, measures, []);
    return now.ok ? now.value : undefined;
  }, [typed, today, measures]);
  const climate =
    rooms.find(({ id }) => id === typed.room)?.climate ?? roomClimate(typed.warmth, settings?.outdoors);
  const about = told?.found && {
    setup: { ...told.setup, roomId: "told" as BinSetup["roomId"] },
    found: told.found,
    climate,
    day: today,
  };
  const save = kept(async ({ name, firstDay, setup, bedded, stocked, found, place }) => {
    const room = place && author.first("rooms", place);
    const roomId = room ? room.row.id : typed.room;
    const made = await newBinRows(author, name, firstDay, [
      { kind: "altered", changes: { ...setup, roomId } },
      ...bedded,
      ...(stocked.length > 0 ? [{ kind: "stocked" as const, worms: [...stocked] }] : []),
      ...(found ? [found] : []),
    ]);
    const saved = await keep(`${name}: set up`, [
      ...(room ? [room] : []),
      walkedLast(author, cellar, bins ?? [], [made.binId]),
      ...made.rows,
    ]);
    if (!saved.ok) return;
    await draft.clear();
    choose(made.binId);
    router.push("/");
  });

  return (
    <main className={styles.setup} data-usable={draft.isLoaded}>
      <h1>Set up a bin</h1>
      <KeptForm onSave={save} className={styles.form}>
        <div className={styles.whether}>
          <Choice
            title="Is it new, or does it run already?"
            name="running"
            options={[
              { value: "new", label: "new: bedding and worms go in" },
              { value: "running", label: "it runs: worms are at work" },
            ]}
            chosen={typed.isRunning ? "running" : "new"}
            onChoose={(which) => set({ isRunning: which === "running" })}
          />
        </div>
        <SystemChoice
          typed={typed}
          onChoose={(system) =>
            set({ system, school: "", isRound: undefined, parts: "", ...usualSizes(system, units) })
          }
        />
        <div className={styles.fields}>
          <TextField
            id="name"
            label="Its name"
            value={typed.name}
            onChange={(event) => set({ name: event.target.value })}
            error={faults.name !== undefined}
            helperText={faults.name ?? " "}
            slotProps={{ htmlInput: { maxLength: 120, autoComplete: "off" } }}
          />
          <fieldset className={styles.sizes}>
            <legend>
              Inside,{" "}
              {systemOf(typed.system).arrangement === "stack" ? "each tray or tote" : "as far as you fill it"}
            </legend>
            {isRound ? (
              <QuantityField
                label="Across"
                dimension="length"
                unit={unit.length}
                {...field("width")}
                onTyped={(text) => set({ width: text, length: text })}
              />
            ) : (
              <>
                <QuantityField label="Width" dimension="length" unit={unit.length} {...field("width")} />
                <QuantityField
                  label="Front to back"
                  dimension="length"
                  unit={unit.length}
                  {...field("length")}
                />
              </>
            )}
            <QuantityField label="Height" dimension="length" unit={unit.length} {...field("height")} />
            {systemOf(typed.system).beginsWith !== undefined && (
              <TextField
                label={typed.system === "stackSwap" ? "Totes now" : "Trays now"}
                value={typed.parts}
                placeholder={String(
                  storeys({ ...typed, parts: "" }) ?? systemOf(typed.system).compartments.length,
                )}
                error={faults.parts !== undefined}
                helperText={faults.parts ?? (typed.isRunning ? "as it stands" : "the next when it is full")}
                onChange={({ target }) => set({ parts: target.value })}
                slotProps={{ htmlInput: { inputMode: "numeric" }, inputLabel: { shrink: true } }}
              />
            )}
            <TextField
              label="Feeding places"
              value={typed.places}
              error={faults.places !== undefined}
              helperText={faults.places ?? "round the lid"}
              onChange={(event) => set({ places: event.target.value })}
              slotProps={{ htmlInput: { inputMode: "numeric" } }}
            />
          </fieldset>
          <div className={styles.pair}>
            <TextField
              select
              id="room"
              label="Where it stands"
              value={typed.room}
              onChange={(event) => set({ room: event.target.value })}
              error={faults.room !== undefined}
              helperText={typed.room === "new" ? " " : (faults.room ?? " ")}
            >
              {rooms.map((room) => (
                <MenuItem key={room.id} value={room.id}>
                  {room.name}
                </MenuItem>
              ))}
              <MenuItem value="new">another room…</MenuItem>
            </TextField>
            {typed.room === "new" && (
              <NewRoomFields
                typed={typed}
                set={set}
                faults={faults}
                units={units}
                outdoors={settings?.outdoors}
              />
            )}
          </div>
          {typed.isRunning && (
            <RunningFields
              typed={typed}
              set={set}
              faults={faults}
              parts={
                told?.setup.compartments ??
                usualCompartments(typed.system, systemOf(typed.system).usual, storeys(typed))
              }
              told={about}
            />
          )}
          <div className={styles.pair}>
            {!typed.isRunning && (
              <TextField
                id="worms"
                label={`Worms in it (${unit.smallMass}, or “1000 worms”)`}
                value={typed.worms}
                error={faults.worms !== undefined}
                helperText={faults.worms ?? suggestedWorms(typed, units)}
                onChange={(event) => set({ worms: event.target.value })}
                slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
              />
            )}
            <TextField
              select
              label="Which worm"
              value={typed.species}
              helperText="if mixed, the one there is most of"
              onChange={(event) => set({ species: event.target.value as SetupTyped["species"] })}
            >
              {SPECIES.map((id) => (
                <MenuItem key={id} value={id}>
                  {speciesOf(id).name} ({speciesOf(id).latinName})
                </MenuItem>
              ))}
            </TextField>
            {!typed.isRunning && (
              <DayField
                label="Day it started"
                day={typed.started}
                onDay={(started) => set({ started })}
                fault={faults.started}
                to={today}
              />
            )}
          </div>
          <SelectField
            label="Way of keeping"
            value={typed.school === "" ? systemOf(typed.system).school : typed.school}
            helper={
              schoolPageOf(typed.school === "" ? systemOf(typed.system).school : typed.school).feedPlaceRule
            }
            onChoose={(value) => set({ school: value })}
            options={SCHOOL_TABLE.map((school) => ({ value: school.id, label: school.name }))}
          />
          <MoreFields typed={typed} set={set} faults={faults} />
          <div className={styles.actions}>
            <Button type="submit" variant="contained" size="large" disabled={isBusy}>
              Put it on the rack
            </Button>
            {Object.keys(faults).length > 0 && (
              <p role="alert" className={styles.fault}>
                {Object.keys(faults).length === 1
                  ? "One field needs another look."
                  : `${Object.keys(faults).length} fields need another look.`}
              </p>
            )}
          </div>
        </div>
        <Drawn typed={typed} told={told}>
          <FoundSays about={about} />
        </Drawn>
      </KeptForm>
    </main>
  );
}

function suggestedWorms(typed: SetupTyped, units: "metric" | "us"): string {
  const width = parseQuantity(typed.width, "length", DEFAULT_UNIT[units].length);
  const length = parseQuantity(typed.length, "length", DEFAULT_UNIT[units].length);
  if (!width.ok || !length.ok) return "leave it empty if there are none yet";
  const ground = (typed.isRound ?? isRoundUsually(typed.system)) ? Math.PI / 4 : 1;
  return `to start with about ${formatMass(2.5 * ground * width.value * length.value, units)}; empty if none yet`;
}

function SystemChoice({
  typed,
  onChoose,
}: {
  readonly typed: SetupTyped;
  readonly onChoose: (system: System) => void;
}) {
  const pictures = useMemo(
    () => SYSTEM_LIST.map((facts) => ({ facts, profile: freshProfile(facts.id, facts.usual) })),
    [],
  );
  return (
    <fieldset className={styles.systems}>
      <legend className="visually-hidden">What kind of bin</legend>
      {pictures.map(({ facts, profile }) => (
        <label key={facts.id} className={styles.system} data-chosen={typed.system === facts.id}>
          <input
            type="radio"
            name="system"
            checked={typed.system === facts.id}
            onChange={() => onChoose(facts.id)}
          />
          <Cutaway profile={profile} pxPerM={92} detail="thumb" label="" />
          <span>{facts.name}</span>
        </label>
      ))}
    </fieldset>
  );
}

/** The bin as told so far, to scale, with a hand's breadth of damp bedding. */
function Drawn({
  typed,
  told,
  children,
}: {
  readonly typed: SetupTyped;
  readonly told: NewBin | undefined;
  readonly children: ReactNode;
}) {
  const { units } = useSession();
  const room = useViewport();
  const read = (text: string) => {
    const value = parseQuantity(text, "length", DEFAULT_UNIT[units].length);
    return value.ok && value.value >= 0.05 && value.value <= 6 ? value.value : undefined;
  };
  const [widthM, lengthM, heightM] = [read(typed.width), read(typed.length), read(typed.height)];
  if (widthM === undefined || lengthM === undefined || heightM === undefined || heightM > 1.5)
    return <div className={styles.drawn} />;
  const size = { widthM, lengthM, heightM };
  const count = storeys(typed);
  const isRound = typed.isRound ?? isRoundUsually(typed.system);
  const fresh = freshProfile(typed.system, size, count);
  const profile = told?.found ? foundProfile(fresh, told.found, told.setup) : fresh;
  const tall = profile.arrangement === "line" ? heightM : heightM * profile.compartments.length;
  const litres = usualCompartments(typed.system, size, count).reduce(
    (sum, one) => sum + volumeOfL(isRound ? { ...one, shape: "round" } : one),
    0,
  );
  const most = room.isNarrow ? room.width - 80 : 300;
  return (
    <div className={styles.drawn}>
      <Cutaway
        profile={profile}
        pxPerM={Math.min(most / widthM, 260 / (tall + 0.15))}
        detail="large"
        label={`${systemOf(typed.system).name} of ${formatVolume(litres, units)}, to scale`}
      />
      <p>
        {systemOf(typed.system).name}, <b>{formatVolume(litres, units)}</b>
      </p>
      {children}
    </div>
  );
}
