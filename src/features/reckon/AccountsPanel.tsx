"use client";
import { addDays } from "@/core/calendar/day";
import { formatMass, formatMinutes } from "@/core/quantity/format";
import { sumMin } from "@/core/reckon/accounts";
import { BOOKED_WORDS, formatMoney } from "@/core/words/entry";
import type { EntryOf } from "@/records/entry";
import { useDraft } from "@/session/draft";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { useBinLog } from "@/session/useBinLog";
import { SelectField } from "@/ui/field/SelectField";
import { LogLines } from "@/ui/LogLines";
import { KeptForm } from "@/ui/form/KeptForm";
import { useTypedForm } from "@/ui/form/useTypedForm";
import { useGuarded } from "@/ui/useGuarded";
import type { LocalDate } from "@/vocabulary/fields";
import { BOOKED } from "@/vocabulary/lots";
import type { ReckonDesk } from "@/workers/reckon.client";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import type { BookedTyped } from "./bookedTyped";
import { readBooked } from "./bookedTyped";
import styles from "./Reckon.module.css";
import { useAnswer } from "./useReckoning";

/** Asked anew after each booking. */
const askAccounts = (
  desk: ReckonDesk,
  ids: readonly string[],
  from: LocalDate,
  to: LocalDate,
  _bookings: string,
) => desk.accounts(ids, from, to);

/** Hours and money over the span, if the keeper wishes them kept: what visits, harvests and sales say, and what is booked here. */
export function AccountsPanel({
  desk,
  binIds,
  from,
  to,
  castingsKg,
  onKeep,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly binIds: readonly string[];
  readonly from: LocalDate;
  readonly to: LocalDate;
  readonly castingsKg: number;
  readonly onKeep: (currency: string) => void;
}) {
  const { settings, lotsToday, cellar, units } = useSession();
  const [currency, setCurrency] = useState("");
  const booked = useBooked(cellar?.id);
  const ids = [...binIds, ...(lotsToday ?? []).map(({ lot }) => lot.id as string), ...(cellar ? [cellar.id as string] : [])]; // prettier-ignore
  const { answer } = useAnswer(
    desk,
    askAccounts,
    settings?.accounts && ([ids, from, to, booked.map(({ rowId }) => rowId).join()] as const),
  );
  if (!settings?.accounts)
    return (
      <section aria-labelledby="accounts" data-print="hide">
        <h2 id="accounts">Hours and money</h2>
        <p className={styles.note}>
          Not kept. If you wish, visits note how long they took, and costs and income stand here.
        </p>
        <form
          className={styles.book}
          onSubmit={(event) => {
            event.preventDefault();
            if (currency.trim() !== "") onKeep(currency.trim().slice(0, 8));
          }}
        >
          <TextField
            label="Currency"
            value={currency}
            onChange={({ target }) => setCurrency(target.value)}
            slotProps={{ htmlInput: { maxLength: 8, autoComplete: "off" } }}
          />
          <Button type="submit" variant="outlined" disabled={currency.trim() === ""}>
            keep hours and money
          </Button>
        </form>
      </section>
    );
  const minutes = answer ? sumMin(answer) : 0;
  const said = (sums: ReadonlyMap<string, number>) =>
    sums.size === 0
      ? "nothing"
      : [...sums].map(([unit, money]) => formatMoney({ money, currency: unit })).join(" and ");
  const own = settings.accounts.currency;
  const cost = answer?.costs.get(own) ?? 0;
  return (
    <section aria-labelledby="accounts">
      <h2 id="accounts">Hours and money</h2>
      {answer && (
        <p className={styles.target}>
          {minutes === 0 ? "No work is timed yet" : `${formatMinutes(minutes)} of work`}
          {answer.all > answer.timed &&
            `, with ${answer.all - answer.timed} of ${answer.all} visits and harvests not timed`}
          {minutes > 0 &&
            castingsKg > 0 &&
            `; ${formatMass((60 * castingsKg) / minutes, units, "bucket")} of castings for an hour`}
          . Costs {said(answer.costs)}, income {said(answer.income)}
          {cost > 0 &&
            castingsKg > 0 &&
            `; ${formatMoney({ money: cost / castingsKg, currency: own })} of costs for a kilogram of castings`}
          .
        </p>
      )}
      <Book currency={own} />
      {cellar && booked.length > 0 && <Booked name={cellar.name} entries={booked} />}
    </section>
  );
}

/** What was booked by hand, oldest first. */
function useBooked(cellarId: string | undefined): readonly EntryOf<"booked">[] {
  const log = useBinLog(cellarId ?? "")?.entries;
  return useMemo(() => (log ?? []).flatMap((entry) => (entry.kind === "booked" ? [entry] : [])), [log]);
}

const MOST_LINES = 60;
/** A cellar has no first day of its own: a bill may be older than its books. */
const LONG_BEFORE_DAYS = 3650;
/** Each booking, to be put right in place or struck out. */
function Booked({
  name,
  entries,
}: {
  readonly name: string;
  readonly entries: readonly EntryOf<"booked">[];
}) {
  const { today, units, author, keep } = useSession();
  const { ask } = useErrands();
  const { guarded, isBusy } = useGuarded();
  return (
    <details data-print="hide">
      <summary>
        {entries.length} {entries.length === 1 ? "booking" : "bookings"}
        {entries.length > MOST_LINES && `, the last ${MOST_LINES} of them`}
      </summary>
      <LogLines
        entries={entries.slice(-MOST_LINES)}
        today={today}
        units={units}
        isBusy={isBusy}
        onCorrect={(entry) =>
          ask({
            of: "correct",
            entry,
            subject: { name, firstDay: addDays(entries[0]!.day, -LONG_BEFORE_DAYS) },
            together: [],
          })
        }
        onStrike={(entry) =>
          void guarded(async () => {
            await keep("a booking struck out", [author.revised("entries", entry, { deleted: true })]);
          })
        }
      />
    </details>
  );
}

function Book({ currency }: { readonly currency: string }) {
  const { db, today, author, keep, cellar } = useSession();
  const draft = useDraft<BookedTyped>(db, "book", { of: "cost", what: "", value: "" });
  const { typed } = draft;
  const { faults, kept } = useTypedForm(typed, (now) => readBooked(now, currency));
  const save = kept(async (fact) => {
    // A cellar has a row of its own from the day it got a name; its accounts need one.
    const home = cellar ? undefined : author.first("cellars", { name: "My cellar", walkingOrder: [] });
    const rows = await author.entries({ kind: "cellar", id: (cellar ?? home!.row).id }, today, [fact]);
    const done = await keep("booked", [...(home ? [home] : []), ...rows]);
    if (done.ok) await draft.clear();
  });
  return (
    <KeptForm className={styles.book} onSave={save}>
      <SelectField
        label="Book"
        value={typed.of}
        onChoose={(of) => draft.set((before) => ({ ...before, of }))}
        options={BOOKED.map((value) => ({ value, label: BOOKED_WORDS[value] }))}
      />
      <TextField
        label="For what"
        value={typed.what}
        onChange={({ target }) => draft.set((before) => ({ ...before, what: target.value }))}
        slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
      />
      <TextField
        label={typed.of === "work" ? "Minutes" : currency}
        value={typed.value}
        error={faults.value !== undefined}
        helperText={faults.value ?? " "}
        onChange={({ target }) => draft.set((before) => ({ ...before, value: target.value }))}
        slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 12, autoComplete: "off" } }}
      />
      <Button type="submit" variant="outlined">
        book it
      </Button>
    </KeptForm>
  );
}
