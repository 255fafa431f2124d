"use client";
import { SelectField } from "@/ui/field/SelectField";
import { KeptForm } from "@/ui/form/KeptForm";
import { readAs, unread, useTypedForm } from "@/ui/form/useTypedForm";
import { ofBin } from "@/session/author";
import { DEFAULT_UNIT, formatMass } from "@/core/quantity/format";
import type { DeedProblem } from "@/core/deed/facts";
import { deedFacts } from "@/core/deed/facts";
import { sayDeedProblem } from "@/core/deed/words";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { BinToday } from "@/core/round/round";
import { contentsKg } from "@/core/stocking/contents";
import { transferFacts } from "@/core/stocking/transfer";
import { sayStockProblem } from "@/core/stocking/words";
import { newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useBinsOn } from "@/session/useBinsOn";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { Choice } from "@/ui/choice/Choice";
import { done } from "@/vocabulary/outcome";
import { localDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import styles from "./Stock.module.css";

/** Everything goes over as what it is: bedding, food, castings, worms and water. */
function overLines(giver: BinToday, receiver: BinToday, fraction: number) {
  const bins = [giver, receiver].map(({ bin, state, expectation }) => ({
    binId: bin.id,
    state,
    expectation,
  }));
  const facts = deedFacts(
    { of: "tip", fraction, toBinId: receiver.bin.id, thenRetired: false },
    bins[0]!,
    giver.expectation.day,
    bins,
  );
  return facts.ok ? done(facts.value.map(({ binId, fact }) => ({ binId, facts: fact }))) : facts;
}
const isDeedProblem = (problem: { readonly code: string }): problem is DeedProblem =>
  problem.code.startsWith("deed/");

/** Worms, or a share of everything, from one bin to another or out of the house. */
export function TransferForm({
  bins,
  first,
  split,
  isAway,
}: {
  readonly bins: readonly BinToday[];
  readonly first: string | undefined;
  /** A bin half of which goes into another. */
  readonly split: string | undefined;
  readonly isAway: boolean;
}) {
  const { db, units, today, author, keep } = useSession();
  const router = useRouter();
  // Into an empty one, if there is one.
  const emptiest = bins
    .filter(({ bin }) => bin.id !== split)
    .toSorted((a, b) => a.state.worms.massKg - b.state.worms.massKg)[0];
  const receiverFirst = split ? (emptiest?.bin.id ?? "") : (first ?? bins[1]?.bin.id ?? "");
  const draft = useDraft(db, `transfer/${split ?? (isAway ? "away" : "over")}`, {
    from: split ?? String(bins.find(({ bin }) => bin.id !== receiverFirst)?.bin.id ?? bins[0]!.bin.id),
    to: String(receiverFirst),
    of: split ? "contents" : "worms",
    amount: split ? "50" : "",
    day: String(today),
  });
  const { typed } = draft;
  const set = (changes: Partial<typeof typed>) => draft.set((before) => ({ ...before, ...changes }));
  const told = localDate.safeParse(typed.day);
  const on = told.success ? told.data : today;
  // What went over is what lay there on that day.
  const concerned = useMemo(
    () => bins.filter(({ bin }) => bin.id === typed.from || (!isAway && bin.id === typed.to)),
    [bins, typed.from, typed.to, isAway],
  );
  const then = useBinsOn(concerned, on);
  const asOf = (id: string) => then?.get(id) ?? bins.find(({ bin }) => bin.id === id);
  const giver = asOf(typed.from);
  const receiver = isAway ? undefined : asOf(typed.to);

  const { faults, isBusy, kept } = useTypedForm(typed, (now) => {
    const found: Record<string, string> = {};
    const day = localDate.safeParse(now.day);
    if (!day.success) found.day = "This is not a day of the calendar.";
    else if (day.data > today) found.day = "That day has not come yet.";
    for (const one of [giver, receiver])
      if (day.success && one && day.data < one.bin.firstDay)
        found.day = `${one.bin.name} did not exist on that day.`;
    if (!isAway && !receiver) found.to = "Which bin gets them?";
    const mass = parseQuantity(now.amount, "mass", DEFAULT_UNIT[units].smallMass);
    const percent = Number(now.amount.trim().replace(/\s*%$/, "").replace(",", "."));
    if (now.of === "worms" && !mass.ok) found.amount = sayUnreadable(mass.problem);
    if (now.of === "contents" && !(percent > 0 && percent <= 100)) found.amount = "A share from 1 to 100 %.";
    if (Object.keys(found).length > 0 || !day.success || !giver) return unread(found);
    const amount = now.amount.trim();
    const lines = receiver && now.of === "contents" ? overLines(giver, receiver, percent / 100) : undefined;
    const facts =
      lines ??
      transferFacts(
        { binId: giver.bin.id, state: giver.state },
        receiver && { binId: receiver.bin.id },
        now.of === "worms"
          ? { of: "worms", massKg: mass.ok ? mass.value : 0, typed: amount }
          : { of: "contents", fraction: percent / 100 },
      );
    if (!facts.ok) {
      const { problem } = facts;
      const isSame = problem.code === "transfer/same-bin" || problem.code === "deed/same-bin";
      return unread({
        [isSame ? "to" : "amount"]: isDeedProblem(problem)
          ? sayDeedProblem(problem, units, today)
          : sayStockProblem(problem, { units, nameOf: () => giver.bin.name }),
      });
    }
    return readAs({ day: day.data, lines: facts.value, giver, receiver }, {});
  });
  const save = kept(async ({ day, lines, giver, receiver }) => {
    const act = receiver ? { actId: newId() } : {};
    const ids = [...new Set(lines.map(({ binId }) => binId))];
    const rows = await Promise.all(
      ids.map((binId) =>
        author.entries(
          ofBin(binId),
          day,
          lines.filter((line) => line.binId === binId).map((line) => ({ ...line.facts, ...act })),
        ),
      ),
    );
    const saved = await keep(
      receiver ? `${giver.bin.name} to ${receiver.bin.name}` : `${giver.bin.name}: given away`,
      rows.flat(),
    );
    if (!saved.ok) return;
    await draft.clear();
    router.push(`/bin?id=${receiver?.bin.id ?? giver.bin.id}`);
  });
  const binField = (field: "from" | "to", label: string) => (
    <SelectField
      label={label}
      value={typed[field]}
      fault={faults[field]}
      onChoose={(value) => set({ [field]: value })}
      options={bins.map(({ bin }) => ({ value: bin.id, label: bin.name }))}
    />
  );
  return (
    <KeptForm onSave={save} className={styles.transfer}>
      <div className={styles.three}>
        {binField("from", isAway ? "From" : "Giver")}
        {!isAway && binField("to", "Receiver")}
        <DayField day={typed.day} onDay={(day) => set({ day: day })} fault={faults.day} to={today} />
      </div>
      <Choice
        title="What"
        name="of"
        options={[
          { value: "worms", label: "worms only, weighed" },
          { value: "contents", label: "a share of everything" },
        ]}
        chosen={typed.of}
        onChoose={(of) => of && set({ of, amount: "" })}
      />
      <TextField
        label={
          typed.of === "worms"
            ? `How much (${DEFAULT_UNIT[units].smallMass}, or write the unit)`
            : "Share of it (%)"
        }
        value={typed.amount}
        error={faults.amount !== undefined}
        helperText={
          faults.amount ??
          (giver
            ? typed.of === "worms"
              ? `${giver.bin.name} holds about ${formatMass(giver.state.worms.massKg, units)} by its log`
              : `all of it is about ${formatMass(contentsKg(giver.state), units, "bucket")} with its worms`
            : " ")
        }
        onChange={({ target }) => set({ amount: target.value })}
        slotProps={{ htmlInput: { maxLength: 40, autoComplete: "off" } }}
      />
      <p className={styles.row}>
        <Button type="submit" variant="contained" disabled={isBusy || then === undefined}>
          {isAway ? "Keep: given away" : "Carry it over"}
        </Button>
      </p>
      {isAway && (
        <p className={styles.quiet}>
          Say what they are and never let them loose in woods or water. Selling and posting worms may have
          rules where you live.
        </p>
      )}
    </KeptForm>
  );
}
