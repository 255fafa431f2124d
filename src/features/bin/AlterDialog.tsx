"use client";
import { useGuarded } from "@/ui/useGuarded";
import { ofBin } from "@/session/author";
import { COVER_WORDS, DRAINAGE_WORDS } from "@/core/words/setup";
import { SCHOOL_TABLE, schoolOf } from "@/core/catalogue/school";
import { schoolPageOf } from "@/core/catalogue/schoolPage";
import { addDays, daysBetween } from "@/core/calendar/day";
import type { BinToday } from "@/core/round/round";
import type { SetupChanges } from "@/records/setup";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { OwnRulesFields } from "./OwnRulesFields";
import { ownChanges, ownRules, ownTypedOf } from "./ownRules";
import { localDate, name as nameField } from "@/vocabulary/fields";
import type { Cover, Drainage, SchoolId } from "@/vocabulary/setup";
import { COVERS, DRAINAGES } from "@/vocabulary/setup";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useState } from "react";
import styles from "./Bin.module.css";

/** What the bin is from a day on. Yesterday stays computed with yesterday's set-up. */
export function AlterDialog({ one, onClose }: { readonly one: BinToday; readonly onClose: () => void }) {
  const { today, rooms, author, keep, units } = useSession();
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
  });
  const ownBefore = ownTypedOf(setup, units);
  const [own, setOwn] = useState(ownBefore);
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const set = (changes: Partial<typeof typed>) => setTyped((before) => ({ ...before, ...changes }));

  const { guarded, isBusy } = useGuarded();
  const save = async () => {
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
    const rules = ownChanges(
      own,
      ownBefore,
      ownRules(state, schoolOf(typed.school), units),
      setup?.own?.settlesDays,
    );
    if (!rules.ok) Object.assign(found, rules.problem.fields);
    setFaults(found);
    if (Object.keys(found).length > 0 || !from.success || !named.success || !rules.ok) return;
    const changes = changed(setup, {
      school: typed.school,
      roomId: typed.roomId as NonNullable<SetupChanges["roomId"]>,
      cover: typed.cover,
      drainage: typed.drainage,
      resting: typed.resting,
      ...(typed.resting && until.success ? { restingUntil: until.data } : {}),
      ...rules.value,
    });
    const rows = [
      ...(Object.keys(changes).length > 0
        ? await author.entries(ofBin(bin.id), from.data, [{ kind: "altered", changes }])
        : []),
      ...(named.data === bin.name ? [] : [author.revised("bins", bin, { name: named.data })]),
    ];
    if (rows.length === 0) return onClose();
    const kept = await keep(`${named.data}: set-up changed`, rows);
    if (kept.ok) onClose();
  };
  const remove = async () => {
    const kept = await keep(`${bin.name}: taken off the rack`, [
      author.revised("bins", bin, { deleted: true }),
    ]);
    if (!kept.ok) return;
    choose(undefined);
    router.push("/bins");
  };
  return (
    <Dialog
      open
      onClose={onClose}
      onKeyDown={(event) => event.stopPropagation()}
      fullWidth
      maxWidth="sm"
      aria-labelledby="alter-title"
    >
      <DialogTitle id="alter-title">Change {bin.name}</DialogTitle>
      <DialogContent className={styles.alter}>
        <TextField
          label="Name"
          value={typed.name}
          error={faults.name !== undefined}
          helperText={faults.name ?? " "}
          onChange={(event) => set({ name: event.target.value })}
        />
        <TextField
          select
          label="Way of keeping"
          value={typed.school}
          onChange={(event) => set({ school: event.target.value as SchoolId })}
          helperText={schoolPageOf(typed.school).disagreement}
        >
          {SCHOOL_TABLE.map((school) => (
            <MenuItem key={school.id} value={school.id}>
              {school.name}
            </MenuItem>
          ))}
        </TextField>
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
          </TextField>
          <TextField
            select
            label="Cover"
            value={typed.cover}
            onChange={(event) => set({ cover: event.target.value as Cover })}
          >
            {COVERS.map((cover) => (
              <MenuItem key={cover} value={cover}>
                {COVER_WORDS[cover]}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            label="Drains"
            value={typed.drainage}
            onChange={(event) => set({ drainage: event.target.value as Drainage })}
          >
            {DRAINAGES.map((drainage) => (
              <MenuItem key={drainage} value={drainage}>
                {DRAINAGE_WORDS[drainage]}
              </MenuItem>
            ))}
          </TextField>
        </div>
        <div className={styles.three}>
          <FormControlLabel
            control={
              <Checkbox
                checked={typed.resting}
                onChange={(event) => set({ resting: event.target.checked })}
              />
            }
            label="resting: leave it in peace"
          />
          {typed.resting && (
            <TextField
              type="date"
              label="until"
              value={typed.restingUntil}
              error={faults.restingUntil !== undefined}
              helperText={faults.restingUntil ?? " "}
              onChange={(event) => set({ restingUntil: event.target.value })}
              slotProps={{ inputLabel: { shrink: true } }}
            />
          )}
          <TextField
            type="date"
            label="From which day"
            value={typed.from}
            error={faults.from !== undefined}
            helperText={faults.from ?? " "}
            onChange={(event) => set({ from: event.target.value })}
            slotProps={{ inputLabel: { shrink: true } }}
          />
        </div>
        <OwnRulesFields
          state={state}
          school={schoolOf(typed.school)}
          typed={own}
          faults={faults}
          onTyped={setOwn}
        />
      </DialogContent>
      <DialogActions className={styles.alterActions}>
        <Button color="error" disabled={isBusy} onClick={() => void guarded(remove)}>
          take it off the rack
        </Button>
        <span className={styles.spring} />
        <Button onClick={onClose}>leave it</Button>
        <Button variant="contained" disabled={isBusy} onClick={() => void guarded(save)}>
          Keep the change
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Only what differs goes into the log. */
function changed(setup: BinToday["state"]["setup"], wanted: SetupChanges): SetupChanges {
  if (!setup) return wanted;
  return Object.fromEntries(
    Object.entries(wanted).filter(([field, value]) => setup[field as keyof SetupChanges] !== value),
  );
}
