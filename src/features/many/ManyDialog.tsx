"use client";
import { byName } from "@/ui/field/byName";
import { beddingHere } from "@/core/bin/beddingHere";
import { AmountField } from "@/ui/field/AmountField";
import { materialOf, materialsFor } from "@/core/catalogue/material";
import type { ManyDeed } from "@/core/many/many";
import { groupsOf, hasAmount, MANY_DEEDS } from "@/core/many/many";
import { MANY_WORDS, sayManyCaution, sayManyProblem } from "@/core/many/words";
import { MEANS_LABELS, WENT_LABELS } from "@/core/deed/words";
import { DEFAULT_UNIT, formatMass, formatVolume } from "@/core/quantity/format";
import { planRound } from "@/core/round/round";
import { PREPARATION_WORDS } from "@/core/words/entry";
import { COVER_WORDS } from "@/core/words/setup";
import { actRows, newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { DayField } from "@/ui/field/DayField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { FormDialog } from "@/ui/form/FormDialog";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { WATER_MEANS } from "@/vocabulary/deeds";
import { COVERS, PREPARATIONS } from "@/vocabulary/setup";
import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import { useMemo } from "react";
import styles from "./Many.module.css";
import { ManyGrid } from "./ManyGrid";
import type { Sharing } from "./manyTyped";
import { emptyMany, readMany, materialUse } from "./manyTyped";

/** Where what is taken out of several bins goes: as from one. */
const TAKEN_TO = ["heap", "store", "tub", "bin"] as const;
const SHARING: readonly { readonly value: Sharing; readonly label: string }[] = [
  { value: "proposed", label: "as proposed for each" },
  { value: "each", label: "the same for each" },
  { value: "inAll", label: "so much in all" },
];

/** One deed done to many bins: chosen by room, group or hand, amounts alike, shared out, or each its own. One act. */
export function ManyDialog({
  binIds,
  of = "feed",
  onClose,
}: {
  readonly binIds: readonly string[];
  readonly of?: ManyDeed;
  readonly onClose: () => void;
}) {
  const { db, bins, rooms, today, units, author, keep, settings } = useSession();
  const all = useMemo(() => bins ?? [], [bins]);
  const firstOf = all.find(({ bin }) => bin.id === binIds[0]);
  const draft = useDraft(
    db,
    `many/${of}/${binIds.length}/${binIds[0] ?? ""}`,
    emptyMany(today, binIds, of, firstOf && beddingHere(firstOf.state, "damp")),
  );
  const { typed } = draft;
  const set = (changes: Partial<typeof typed>) => draft.set((before) => ({ ...before, ...changes }));
  const read = useMemo(
    () => readMany(typed, all, { today, units, containers: settings?.containers ?? [] }),
    [typed, all, today, units, settings],
  );
  const sets = useMemo(() => {
    const inUse = all.filter(({ state }) => state.setup && !state.setup.retired);
    const due = new Set<string>(planRound(all, today).tasks.map(({ binId }) => binId));
    return [
      { name: "all", ids: inUse.map(({ bin }) => bin.id) },
      { name: "due today", ids: inUse.map(({ bin }) => bin.id).filter((id) => due.has(id)) },
      ...rooms.map(({ id, name }) => ({
        name,
        ids: inUse.filter(({ state }) => state.setup?.roomId === id).map(({ bin }) => bin.id),
      })),
      ...[...groupsOf(inUse)].map(([name, ones]) => ({ name, ids: ones.map(({ bin }) => bin.id) })),
    ].filter(({ ids }) => ids.length > 0);
  }, [all, rooms, today]);
  const done = read.lines.filter(({ facts }) => facts !== undefined);
  const left = read.lines.filter(({ problem }) => problem !== undefined);
  const warned = read.lines.filter(({ caution }) => caution !== undefined);
  const nameOf = (id: string) => all.find(({ bin }) => bin.id === id)?.bin.name ?? "a bin that is gone";
  const fault =
    Object.values(read.faults)[0] ??
    (read.lines.some((line) => line.fault !== undefined)
      ? "An amount cannot be read; it is marked in the list."
      : done.length === 0
        ? typed.binIds.length === 0
          ? "Choose the bins it is done to."
          : "None of the chosen bins gets any of it."
        : undefined);

  const { faults, kept } = useTypedForm(typed, () =>
    readAs(fault === undefined ? read.day : undefined, { ...read.faults, whole: fault }),
  );
  const save = kept(async (day) => {
    const note = typed.note.trim() ? { note: typed.note.trim() } : {};
    const lines = done.flatMap(({ binId, facts = [], elsewhere = [] }) => [
      ...facts.map((fact) => ({ binId, fact })),
      ...elsewhere,
    ]);
    const rows = await actRows(
      author,
      day,
      lines.map(({ binId, fact }) => ({ binId, fact: { ...fact, ...note } })),
      undefined,
      newId(),
    );
    const what = done.length === 1 ? nameOf(done[0]!.binId) : `${done.length} bins`;
    const saved = await keep(`${what}: ${MANY_WORDS[typed.of].done}`, rows);
    if (!saved.ok) return;
    const forgotten = draft.clear();
    onClose();
    await forgotten;
  });
  const use = materialUse(typed.of);
  const isLiquid = typed.of === "water" || typed.of === "drain";
  const total = [
    read.totalKg > 0 ? formatMass(read.totalKg, units, "bucket") : "",
    read.totalL > 0 ? formatVolume(read.totalL, units) : "",
  ].filter(Boolean);
  return (
    <FormDialog
      title="Several bins at once"
      keep={done.length > 0 ? `Keep for ${done.length} ${done.length === 1 ? "bin" : "bins"}` : "Keep"}
      size="lg"
      onSave={save}
      onClose={onClose}
    >
      <Choice
        title="What is done"
        name="of"
        options={MANY_DEEDS.map((value) => ({ value, label: MANY_WORDS[value].label }))}
        chosen={typed.of}
        onChoose={(chosen) => chosen && set({ of: chosen, own: {} })}
      />
      <div className={styles.bench}>
        <div className={styles.what}>
          {(typed.of === "feed" || typed.of === "bed" || typed.of === "give") && (
            <Autocomplete
              options={materialsFor(use)}
              disableClearable
              value={materialOf(use, typed.materialId[use])}
              getOptionLabel={(option) => option.name}
              filterOptions={byName}
              getOptionKey={(option) => option.id}
              isOptionEqualToValue={(a, b) => a.id === b.id}
              onChange={(_, option) => set({ materialId: { ...typed.materialId, [use]: option.id } })}
              renderInput={(params) => <TextField {...params} label="Of what" helperText=" " />}
            />
          )}
          {typed.of === "feed" && (
            <SelectField
              label="Prepared"
              value={typed.preparation}
              onChoose={(preparation) => set({ preparation })}
              options={optionsOf(PREPARATIONS, PREPARATION_WORDS)}
            />
          )}
          {typed.of === "bed" && (
            <>
              <FormControlLabel
                control={
                  <Checkbox
                    checked={typed.isDamp}
                    onChange={({ target }) => set({ isDamp: target.checked })}
                  />
                }
                label="damp, wrung out"
              />
              <FormControlLabel
                control={
                  <Checkbox
                    checked={typed.isCover}
                    onChange={({ target }) => set({ isCover: target.checked })}
                  />
                }
                label="laid on top as a cover"
              />
            </>
          )}
          {typed.of === "water" && (
            <SelectField
              label="With what"
              value={typed.means}
              onChoose={(means) => set({ means })}
              options={WATER_MEANS.map((value) => ({ value, label: MEANS_LABELS[value] }))}
            />
          )}
          {typed.of === "takeOut" && (
            <>
              <SelectField
                label="Where it goes"
                value={typed.to}
                onChoose={(to) => set({ to })}
                options={optionsOf(TAKEN_TO, WENT_LABELS)}
              />
              {typed.to === "bin" && (
                <SelectField
                  label="Into which bin"
                  value={typed.toBinId}
                  onChoose={(toBinId) => set({ toBinId })}
                  options={all.flatMap(({ bin, state }) =>
                    state.setup && !state.setup.retired ? [{ value: bin.id, label: bin.name }] : [],
                  )}
                />
              )}
              <FormControlLabel
                control={
                  <Checkbox
                    checked={typed.withWorms}
                    onChange={({ target }) => set({ withWorms: target.checked })}
                  />
                }
                label="worms and all"
              />
            </>
          )}
          {typed.of === "cover" && (
            <SelectField
              label="Lid"
              value={typed.cover}
              onChoose={(cover) => set({ cover })}
              options={optionsOf(COVERS, COVER_WORDS)}
            />
          )}
          {typed.of === "comeBack" && (
            <DayField
              label="Come back on"
              day={typed.nextDay}
              onDay={(nextDay) => set({ nextDay })}
              fault={faults.nextDay}
            />
          )}
          {typed.of === "warmth" && (
            <p className={styles.count}>
              Choose the bins, then type each thermometer’s figure into the list (
              {DEFAULT_UNIT[units].temperature === "F" ? "°F" : "°C"}). A bin without one is left out.
            </p>
          )}
          {hasAmount(typed.of) && typed.of !== "warmth" && (
            <>
              <Choice
                title="How much"
                name="sharing"
                options={SHARING}
                chosen={typed.sharing}
                onChoose={(sharing) => sharing && set({ sharing, own: {} })}
              />
              {typed.sharing !== "proposed" && (
                <AmountField
                  label={typed.sharing === "each" ? "For each" : "In all"}
                  of={isLiquid ? "liquid" : "small"}
                  typed={typed.amount}
                  onTyped={(amount) => set({ amount, own: {} })}
                  fault={faults.amount || undefined}
                  helper={
                    typed.sharing === "inAll"
                      ? `shared out by ${typed.of === "feed" ? "the worms" : "the ground"}`
                      : "one that differs: type it in the list"
                  }
                />
              )}
            </>
          )}
          <DayField day={typed.day} onDay={(day) => set({ day })} fault={faults.day} to={today} />
          <TextField
            label="A note, if you like"
            value={typed.note}
            multiline
            onChange={({ target }) => set({ note: target.value })}
            slotProps={{ htmlInput: { maxLength: 2000 } }}
          />
        </div>
        <div>
          <ul className={styles.sets} aria-label="Choose them together">
            {sets.map(({ name, ids }) => (
              <li key={name}>
                <Button onClick={() => set({ binIds: ids })}>
                  {name} <span className={styles.count}>{ids.length}</span>
                </Button>
              </li>
            ))}
            {typed.binIds.length > 0 && (
              <li>
                <Button onClick={() => set({ binIds: [] })}>none</Button>
              </li>
            )}
          </ul>
          <ManyGrid
            bins={all}
            lines={read.lines}
            chosen={typed.binIds}
            hasAmount={hasAmount(typed.of)}
            {...(typed.of === "warmth"
              ? { amountName: `Bed (${DEFAULT_UNIT[units].temperature === "F" ? "°F" : "°C"})` }
              : {})}
            onChosen={(ids) => set({ binIds: ids })}
            onAmount={(id, text) => set({ own: { ...typed.own, [id]: text } })}
          />
          <p className={styles.sum} role="status">
            {done.length} {done.length === 1 ? "bin" : "bins"}
            {total.length > 0 ? `, ${total.join(" and ")} in all` : ""}.
            {left.length > 0 &&
              ` Left out: ${left
                .slice(0, 4)
                .map(({ binId, problem }) => `${nameOf(binId)} ${sayManyProblem(problem!, units)}`)
                .join("; ")}${left.length > 4 ? `; and ${left.length - 4} more` : ""}.`}
          </p>
          {warned.length > 0 && (
            <p className={styles.fault}>
              {warned
                .slice(0, 3)
                .map(({ binId, caution }) => `${nameOf(binId)}: ${sayManyCaution(caution!, units)}`)
                .join("; ")}
              {warned.length > 3 && `; and ${warned.length - 3} more`}.
            </p>
          )}
          {faults.whole && (
            <p className={styles.fault} role="alert">
              {faults.whole}
            </p>
          )}
        </div>
      </div>
    </FormDialog>
  );
}
