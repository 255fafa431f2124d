"use client";
import type { TubToday } from "@/core/nursery/due";
import { estimated } from "@/core/nursery/estimate";
import { clearing, thinning } from "@/core/nursery/acts";
import { countOf, CYCLE_DAYS, settingOf, tubWeighsKg, wormsFor } from "@/core/nursery/setting";
import { cycleUnderWay, headsOf } from "@/core/nursery/state";
import { sayEstimate, sayNotCounted, sayNotSet, sayTub } from "@/core/nursery/words";
import { formatArea, formatCount, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { CLEARED_WORDS, COUNTED_WORDS, TUB_END_WORDS } from "@/core/words/entry";
import type { HerdAmount } from "@/records/entry";
import type { FactAbout } from "@/records/entry/about";
import { newId } from "@/session/author";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { FormDialog } from "@/ui/FormDialog";
import type { ClearedBy, Counted, TubEnd } from "@/vocabulary/nursery";
import { CLEARED_BY, COUNTED, TUB_ENDS } from "@/vocabulary/nursery";
import { localDate } from "@/vocabulary/fields";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Nursery.module.css";
import { readHerd, readWhole } from "./nurseryTyped";
import { PhotoCount } from "./PhotoCount";
import { useNurseryAct } from "./useNurseryAct";

export type NurseryJob = "set" | "clear" | "count" | "thin" | "tend" | "day" | "end";
const TITLES: Readonly<Record<NurseryJob, string>> = {
  set: "Set",
  clear: "Sieve or clear",
  count: "Count",
  thin: "Thin out",
  tend: "Bed, water, feed",
  day: "Another day",
  end: "Move on, or end",
};
const TRAYS = { each: "a tray for each tub", row: "one tray for each row", none: "none is kept" } as const;
const AGAIN = { yes: "set again at once, with what came out", no: "not yet" } as const;
const TEND = {
  dry: "no more water, it dries before sieving",
  looked: "looked: all as it should be",
} as const;
type Tend = keyof typeof TEND;

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
  const { units, today, bins } = useSession();
  const write = useNurseryAct();
  const [left, setLeft] = useState<readonly string[]>([]);
  const [own, setOwn] = useState<Readonly<Record<string, string>>>({});
  const [fault, setFault] = useState<Readonly<Record<string, string>>>({});
  const [typed, setTyped] = useState({
    each: "",
    cycle: String(CYCLE_DAYS.usual),
    bedding: "",
    water: "",
    lime: "",
    feed: "",
    how: "sieved" as ClearedBy,
    trays: "row" as keyof typeof TRAYS,
    again: "yes" as keyof typeof AGAIN,
    of: "cocoons" as Counted,
    scoop: "",
    whole: "",
    into: "2",
    day: "",
    to: "bin" as TubEnd,
    binId: "",
    tend: "" as Tend | "",
  });
  const set = (change: Partial<typeof typed>) => setTyped((before) => ({ ...before, ...change }));
  const suits = tubs.filter(({ state, tub }) =>
    job === "set"
      ? tub.role === "tub" && !cycleUnderWay(state)
      : job === "clear"
        ? cycleUnderWay(state) !== undefined
        : job === "thin"
          ? state.brood !== undefined && state.stage === "brood"
          : job === "count"
            ? state.brood !== undefined || state.cycles.length > 0
            : true,
  );
  const chosen = suits.filter(({ tub }) => !left.includes(tub.id));
  const usual = suits[0] && wormsFor(suits[0].tub);
  const hasOwn = job === "set" || job === "clear" || job === "count";

  const litres = (text: string, name: string, faults: Record<string, string>): number | undefined => {
    if (text.trim() === "") return undefined;
    const read = parseQuantity(text, "volume", units === "us" ? "qt" : "L");
    if (!read.ok) faults[name] = "How many litres? Write it like 8 L.";
    return read.ok ? read.value : undefined;
  };
  const tendFacts = (faults: Record<string, string>): FactAbout<"tub">[] => {
    const bedL = litres(typed.bedding, "bedding", faults);
    const waterL = litres(typed.water, "water", faults);
    const mass = (text: string, name: string) => {
      if (text.trim() === "") return undefined;
      const read = parseQuantity(text, "mass", units === "us" ? "oz" : "g");
      if (!read.ok) faults[name] = "How heavy? Write it like 20 g.";
      return read.ok ? read.value : undefined;
    };
    const limeKg = mass(typed.lime, "lime");
    const feedKg = mass(typed.feed, "feed");
    return [
      ...(bedL
        ? [
            {
              kind: "bedded" as const,
              parts: [
                {
                  materialId: "manure-aged-bedding",
                  amount: { volumeL: bedL, measuredBy: "volume" as const },
                },
              ],
            },
          ]
        : []),
      ...(limeKg
        ? [
            {
              kind: "dosed" as const,
              materialId: "lime-calcitic-ground",
              amount: { massKg: limeKg, measuredBy: "weighed" as const },
            },
          ]
        : []),
      ...(waterL
        ? [{ kind: "watered" as const, amount: { volumeL: waterL, measuredBy: "volume" as const } }]
        : []),
      ...(feedKg
        ? [
            {
              kind: "dosed" as const,
              materialId: "grain-meal",
              amount: { massKg: feedKg, measuredBy: "weighed" as const },
            },
          ]
        : []),
    ];
  };

  const save = async () => {
    const faults: Record<string, string> = {};
    const refuse = () => {
      setFault(faults);
      return undefined;
    };
    if (chosen.length === 0) {
      faults.form = "None is ticked.";
      return refuse();
    }
    const herd = (one: TubToday, text: string): HerdAmount | undefined => {
      const read = readHerd(text);
      if (!read.ok) faults[one.tub.id] = read.problem.sentence;
      return read.ok ? read.value : undefined;
    };
    const names = `${chosen.length} ${chosen.length === 1 ? "tub" : "tubs"}`;
    if (job === "set") {
      const cycleDays = readWhole(typed.cycle) ?? 0;
      const besides = tendFacts(faults);
      const lines = chosen.flatMap((one) => {
        const text = own[one.tub.id] ?? (typed.each === "" ? `${wormsFor(one.tub).count}` : typed.each);
        const grown = herd(one, text);
        if (!grown) return [];
        const answer = settingOf(one, headsOf(grown, one.tub), cycleDays);
        if (!answer.ok) {
          faults[answer.problem.code === "set/cycle" ? "cycle" : one.tub.id] = sayNotSet(
            answer.problem,
            units,
          );
          return [];
        }
        return [...besides, { kind: "tubSet" as const, grown, cycleDays }].map((fact) => ({ tubId: one.tub.id, fact })); // prettier-ignore
      });
      if (Object.keys(faults).length > 0) return refuse();
      return done(await write(`${names} set`, { lines, trays: [] }));
    }
    if (job === "clear") {
      const cycleDays = readWhole(typed.cycle) ?? 0;
      if (typed.again === "yes" && (cycleDays < CYCLE_DAYS.least || cycleDays > CYCLE_DAYS.most))
        faults.cycle = sayNotSet(
          { code: "set/cycle", least: CYCLE_DAYS.least, most: CYCLE_DAYS.most },
          units,
        );
      const grown = new Map<string, HerdAmount>();
      for (const one of chosen) {
        const text = own[one.tub.id] ?? "";
        const amount = text === "" ? undefined : herd(one, text);
        if (!amount) continue;
        const into = cycleUnderWay(one.state)!.grownIn;
        if (headsOf(amount, one.tub) > 3 * into)
          faults[one.tub.id] = `${formatCount(into)} went in: can so many have come out?`;
        grown.set(one.tub.id, amount);
      }
      if (Object.keys(faults).length > 0) return refuse();
      const act = clearing(
        chosen,
        {
          how: typed.how,
          day: today,
          grown,
          trays: typed.trays,
          ...(typed.again === "yes" ? { setsAgain: { cycleDays } } : {}),
        },
        newId,
      );
      return done(await write(`${names} ${CLEARED_WORDS[typed.how]}`, act));
    }
    if (job === "count") {
      const share = shareTyped(typed.scoop, typed.whole, units);
      if (share === undefined)
        faults.scoop = "Both weights, the scoop no heavier than the whole; empty, all of it was counted.";
      const lines = chosen.flatMap((one) => {
        const text = own[one.tub.id] ?? "";
        if (text === "") return [];
        const count = readWhole(text);
        if (count === undefined) {
          faults[one.tub.id] = "A whole number.";
          return [];
        }
        const answer =
          share === undefined ? undefined : typed.of === "cocoons" ? countOf(one, count, share) : undefined;
        if (answer && !answer.ok) {
          faults[one.tub.id] = sayNotCounted(answer.problem);
          return [];
        }
        return [{ tubId: one.tub.id, fact: { kind: "tubCounted" as const, of: typed.of, count, fraction: share ?? 1 } }]; // prettier-ignore
      });
      if (lines.length === 0 && Object.keys(faults).length === 0) faults.form = "No count is written yet.";
      if (Object.keys(faults).length > 0) return refuse();
      return done(await write(`${lines.length} counted`, { lines, trays: [] }));
    }
    if (job === "thin") {
      const into = readWhole(typed.into) ?? 0;
      if (into < 1 || into > 10) faults.into = "Into 1 to 10 further trays.";
      if (Object.keys(faults).length > 0) return refuse();
      return done(await write(`${names} thinned out`, thinning(chosen, into, today, newId)));
    }
    if (job === "day") {
      const dueOn = localDate.safeParse(typed.day);
      if (!dueOn.success || dueOn.data < today) faults.day = "A day that is not in the past.";
      if (!dueOn.success || Object.keys(faults).length > 0) return refuse();
      const fact = { kind: "tubDue" as const, dueOn: dueOn.data };
      return done(await write(`${names} due on another day`, { lines: chosen.map(({ tub }) => ({ tubId: tub.id, fact })), trays: [] })); // prettier-ignore
    }
    if (job === "end") {
      const amount = typed.each === "" ? undefined : readHerd(typed.each);
      if (amount && !amount.ok) faults.each = amount.problem.sentence;
      if (Object.keys(faults).length > 0) return refuse();
      const fact = {
        kind: "tubEnded" as const,
        to: typed.to,
        ...(amount?.ok ? { amount: amount.value } : {}),
        ...(typed.to === "bin" && typed.binId !== "" ? { toId: typed.binId } : {}),
      };
      const intoBin =
        typed.to === "bin" && typed.binId !== "" && amount?.ok
          ? {
              binId: typed.binId,
              speciesId: chosen[0]!.tub.speciesId,
              amounts: chosen.map(() => amount.value),
            }
          : undefined;
      return done(
        await write(
          `${names} moved on`,
          { lines: chosen.map(({ tub }) => ({ tubId: tub.id, fact })), trays: [] },
          intoBin,
        ),
      );
    }
    const facts = tendFacts(faults);
    const note: FactAbout<"tub">[] = typed.tend === "" ? [] : [{ kind: "noted", text: TEND[typed.tend] }];
    if (facts.length + note.length === 0) faults.form = "What was done?";
    if (Object.keys(faults).length > 0) return refuse();
    return done(
      await write(`${names} tended`, {
        lines: chosen.flatMap(({ tub }) => [...facts, ...note].map((fact) => ({ tubId: tub.id, fact }))),
        trays: [],
      }),
    );
  };
  const done = (isKept: boolean) => {
    if (isKept) onClose();
  };
  const text = (label: string, name: keyof typeof typed, helper = " ") => (
    <TextField
      label={label}
      value={typed[name]}
      error={fault[name] !== undefined}
      helperText={fault[name] ?? helper}
      onChange={({ target }) => set({ [name]: target.value })}
      slotProps={{ htmlInput: { autoComplete: "off", maxLength: 40 } }}
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
                ? `as proposed: ${formatCount(usual.count)}, ${formatMass(usual.massKg, units)} on ${formatArea(usual.areaM2, units)}`
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
            {text("All of it weighs", "whole", "of one tub, like 1.6 kg")}
          </>
        )}
        {job === "thin" && text("Further trays for each", "into", "the brood is shared evenly")}
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
        {(job === "set" || job === "tend") && (
          <>
            {text("Bedding in each", "bedding", "aged manure or compost; like 12 L")}
            {text("Water in each", "water", "like 1.5 L")}
            {text("Ground limestone in each", "lime", "like 20 g; never burnt or slaked lime")}
            {text("Fine feed in each", "feed", "a film: 5 g to 10 L of bed")}
          </>
        )}
        {job === "tend" && (
          <SelectField
            label="And"
            value={typed.tend}
            empty="nothing else"
            options={optionsOf(Object.keys(TEND) as Tend[], TEND)}
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
          <ol>
            <li>Pour until water stands at the edge. Wait ten minutes.</li>
            <li>Prop one end up by two fingers and leave it over night; let it run off.</li>
            <li>Take off what gathers with a sponge. Squeeze: three or four drops.</li>
            <li>Look again next day before the worms go in.</li>
          </ol>
          <p className={styles.quiet}>
            A full tub weighs about {formatMass(tubWeighsKg(suits[0].tub), units, "bucket")}: two hands and
            straight knees, or half the bedding at a time. A heat mat only under a tub that is made for it, on
            a guard against faults; it dries from below.
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

/** The share that was counted, of the two weights; all of it where neither is written, undefined where they cannot be. */
function shareTyped(scoop: string, whole: string, units: "metric" | "us"): number | undefined {
  if (scoop.trim() === "" && whole.trim() === "") return 1;
  const small = parseQuantity(scoop, "mass", units === "us" ? "oz" : "g");
  const all = parseQuantity(whole, "mass", units === "us" ? "lb" : "kg");
  if (!small.ok || !all.ok || !(small.value > 0) || small.value > all.value) return undefined;
  return Math.max(0.0001, small.value / all.value);
}
