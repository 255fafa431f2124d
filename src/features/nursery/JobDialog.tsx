"use client";
import { materialsFor } from "@/core/catalogue/material";
import { keyOfBatch } from "@/core/mixing/fromStore";
import type { TubToday } from "@/core/nursery/due";
import { estimated } from "@/core/nursery/estimate";
import { CYCLE_DAYS, tubWeighsKg, wormsFor } from "@/core/nursery/setting";
import { sayEstimate, sayTub } from "@/core/nursery/words";
import { formatArea, formatCount, formatMass } from "@/core/quantity/format";
import { CLEARED_WORDS, COUNTED_WORDS, TUB_END_WORDS } from "@/core/words/entry";
import { newId } from "@/session/author";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { FormDialog } from "@/ui/form/FormDialog";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { CLEARED_BY, COUNTED, TUB_ENDS } from "@/vocabulary/nursery";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import styles from "./Nursery.module.css";
import { PlainField } from "./PlainField";
import { readWhole } from "./nurseryTyped";
import { PhotoCount } from "./PhotoCount";
import { WettingClock } from "./WettingClock";
import type { JobTyped, NurseryJob } from "./readJob";
import { AGAIN, emptyJob, readJob, shareTyped, suited, TEND, TRAYS, usualTrays } from "./readJob";
import { useNurseryAct } from "./useNurseryAct";

const TITLES: Readonly<Record<NurseryJob, string>> = {
  set: "Set",
  clear: "Sieve or clear",
  count: "Count",
  thin: "Thin out",
  tend: "Bed, water, feed",
  day: "Another day",
  end: "Move on, or end",
};
const BEDDINGS = materialsFor("bedding")
  .filter(({ stance }) => stance === "favoured" || stance === "fine")
  .map(({ id, name }) => ({ value: id, label: name }));

/** One job over many tubs: done alike for all that stay ticked, each with its own figure where it has one. */
export function JobDialog({
  job,
  tubs,
  onClose,
}: {
  readonly job: NurseryJob;
  readonly tubs: readonly TubToday[];
  readonly onClose: () => void;
}) {
  const { measures, today, bins, batchesToday, plans, author } = useSession();
  const { units } = measures;
  const liftKg = plans.at(-1)?.liftKg;
  const stored = (batchesToday ?? [])
    .filter(({ state }) => state.stage.is === "fit" && state.leftKg > 0.01)
    .map(({ batch, state }) => ({ batch, leftKg: state.leftKg }));
  const write = useNurseryAct();
  const [left, setLeft] = useState<readonly string[]>([]);
  const [own, setOwn] = useState<Readonly<Record<string, string>>>({});
  const [typed, setTyped] = useState(emptyJob);
  const set = (change: Partial<JobTyped>) => setTyped((before) => ({ ...before, ...change }));
  const suits = suited(job, tubs);
  const chosen = suits.filter(({ tub }) => !left.includes(tub.id));
  const usual = suits[0] && wormsFor(suits[0].tub);
  const hasOwn = job === "set" || job === "clear" || job === "count";

  const everything = useMemo(() => ({ ...typed, own, left }), [typed, own, left]);
  const { faults: fault, kept } = useTypedForm(everything, () => {
    const { faults, ...read } = readJob(job, typed, chosen, { ...measures, own, today, newId, stored });
    return readAs(read, faults);
  });
  const save = kept(async ({ label, act, into, fromStore }) => {
    const taken = fromStore
      ? await author.entries({ kind: "batch", id: fromStore.batchId }, today, [
          {
            kind: "removed",
            what: "contents",
            amount: { massKg: fromStore.massKg, measuredBy: "proposed" },
          },
        ])
      : [];
    if (await write(label, act, into, taken)) onClose();
  });
  const text = (label: string, name: keyof JobTyped, helper?: string) => (
    <PlainField
      label={label}
      typed={typed[name]}
      onTyped={(next) => set({ [name]: next })}
      fault={fault[name]}
      {...(helper === undefined ? {} : { helper })}
    />
  );
  return (
    <FormDialog
      title={TITLES[job]}
      of={`${chosen.length} of ${tubs.length}`}
      keep={`keep it for ${chosen.length}`}
      size="md"
      onSave={save}
      onClose={onClose}
    >
      {suits.length === 0 && (
        <p>Of those chosen none can be {job === "set" ? "set: each is under way" : "worked with so"}.</p>
      )}
      <div className={styles.fields}>
        {job === "set" && (
          <>
            {text(
              "Grown worms in each",
              "each",
              usual
                ? `as proposed: ${formatCount(usual.count)}, ${formatMass(usual.massKg, units)} on ${formatArea(usual.areaM2, units)}; or by a sample: 120 g, 50 weigh 21 g`
                : " ",
            )}
            {text(
              "Days of the cycle",
              "cycle",
              `${CYCLE_DAYS.least} to ${CYCLE_DAYS.most}; 21 to 28 are usual`,
            )}
          </>
        )}
        {job === "clear" && (
          <>
            <SelectField
              label="How"
              value={typed.how}
              options={optionsOf(CLEARED_BY, CLEARED_WORDS)}
              onChoose={(how) => set({ how })}
            />
            <SelectField
              label="What was laid goes into"
              value={typed.trays}
              options={optionsOf(Object.keys(TRAYS) as (keyof typeof TRAYS)[], TRAYS)}
              onChoose={(trays) => set({ trays })}
            />
            <SelectField
              label="The tubs"
              value={typed.again}
              options={optionsOf(Object.keys(AGAIN) as (keyof typeof AGAIN)[], AGAIN)}
              onChoose={(again) => set({ again })}
            />
            {typed.again === "yes" && text("Days of the next cycle", "cycle")}
          </>
        )}
        {job === "count" && (
          <>
            <SelectField
              label="What is counted"
              value={typed.of}
              options={optionsOf(COUNTED, COUNTED_WORDS)}
              onChoose={(of) => set({ of })}
            />
            {text("One scoop weighs", "scoop", "empty: all of it is counted")}
            {text("All of it weighs", "whole", `of one tub, like ${units === "us" ? "3.5 lb" : "1.6 kg"}`)}
          </>
        )}
        {job === "thin" &&
          text(
            "Further trays for each",
            "into",
            `empty: ${usualTrays(chosen)}, enough until they are grown; shared evenly`,
          )}
        {job === "day" && (
          <DayField
            label="Due on"
            day={typed.day}
            onDay={(day) => set({ day })}
            fault={fault.day}
            from={today}
          />
        )}
        {job === "end" && (
          <>
            <SelectField
              label="Where they go"
              value={typed.to}
              options={optionsOf(TUB_ENDS, TUB_END_WORDS)}
              onChoose={(to) => set({ to })}
            />
            {text("Worms of each", "each", "heads, or a weight; may be left empty")}
            {typed.to === "bin" && (
              <SelectField
                label="Which bin"
                value={typed.binId}
                empty="none of this cellar"
                options={(bins ?? [])
                  .filter(({ state }) => state.setup && !state.setup.retired)
                  .map(({ bin }) => ({ value: bin.id, label: bin.name }))}
                onChoose={(binId) => set({ binId })}
                helper="with an amount they are stocked there"
              />
            )}
          </>
        )}
        {(job === "set" || job === "tend" || (job === "clear" && typed.again === "yes")) && (
          <>
            {text("Bedding in each", "bedding", `like ${units === "us" ? "3 gal" : "12 L"}`)}
            <SelectField
              label="Which bedding"
              value={typed.beddingId}
              options={[
                ...stored.map(({ batch }) => ({
                  value: keyOfBatch(batch.id),
                  label: `${batch.name}, from the store`,
                })),
                ...BEDDINGS,
              ]}
              onChoose={(beddingId) => set({ beddingId })}
            />
            {text("Water in each", "water", `like ${units === "us" ? "1.5 qt" : "1.5 L"}`)}
            {text(
              "Ground limestone in each",
              "lime",
              `like ${units === "us" ? "3/4 oz" : "20 g"}; never burnt or slaked lime`,
            )}
            {text("Crushed shell, for grit", "grit", `like ${units === "us" ? "1 oz" : "30 g"}`)}
            {text(
              "Fine feed in each",
              "feed",
              units === "us" ? "a film: 1/4 oz to 3 gal of bed" : "a film: 5 g to 10 L of bed",
            )}
          </>
        )}
        {job === "tend" && (
          <SelectField
            label="And"
            value={typed.tend}
            empty="nothing else"
            options={optionsOf(Object.keys(TEND) as (keyof typeof TEND)[], TEND)}
            onChoose={(tend) => set({ tend })}
          />
        )}
      </div>
      {job === "count" && (
        <PhotoCount
          onCount={(count) => {
            const next = chosen.find(({ tub }) => !own[tub.id]);
            if (next) setOwn((before) => ({ ...before, [next.tub.id]: String(count) }));
          }}
        />
      )}
      {job === "set" && suits[0] && (
        <details className={styles.how}>
          <summary>As wet as it goes without standing water</summary>
          <WettingClock />
          <p className={styles.quiet}>
            A full tub weighs about {formatMass(tubWeighsKg(suits[0].tub), units, "bucket")}
            {liftKg !== undefined && tubWeighsKg(suits[0].tub) > liftKg
              ? `, more than the ${formatMass(liftKg, units, "bucket")} you lift: fill it where it stands, or half the bedding at a time.`
              : ": two hands and straight knees, or half the bedding at a time."}{" "}
            A heat mat only under a tub that is made for it, on a guard against faults; it dries from below.
          </p>
        </details>
      )}
      <ul className={styles.each}>
        {suits.map((one) => {
          const { tub } = one;
          const isIn = !left.includes(tub.id);
          const count = job === "count" ? readWhole(own[tub.id] ?? "") : undefined;
          const share = count === undefined ? undefined : shareTyped(typed.scoop, typed.whole, units);
          return (
            <li key={tub.id}>
              <label>
                <input
                  type="checkbox"
                  checked={isIn}
                  onChange={() =>
                    setLeft((before) => (isIn ? [...before, tub.id] : before.filter((id) => id !== tub.id)))
                  }
                />
                <b>{tub.name}</b>
              </label>
              <span className={styles.quiet}>
                {count !== undefined && share !== undefined
                  ? sayEstimate(estimated(count, share))
                  : sayTub(one, today)}
              </span>
              {hasOwn && isIn && (
                <TextField
                  label={job === "set" ? "worms" : job === "clear" ? "grown worms out" : "counted"}
                  value={own[tub.id] ?? ""}
                  error={fault[tub.id] !== undefined}
                  helperText={
                    fault[tub.id] ??
                    (job === "set" ? "as above" : job === "clear" ? "if weighed or counted" : " ")
                  }
                  onChange={({ target }) => setOwn((before) => ({ ...before, [tub.id]: target.value }))}
                  slotProps={{
                    htmlInput: {
                      autoComplete: "off",
                      maxLength: 40,
                      "aria-label": `${tub.name}: ${job === "count" ? "counted" : "worms"}`,
                    },
                  }}
                />
              )}
            </li>
          );
        })}
      </ul>
      {fault.form && (
        <p role="alert" className={styles.fault}>
          {fault.form}
        </p>
      )}
    </FormDialog>
  );
}
