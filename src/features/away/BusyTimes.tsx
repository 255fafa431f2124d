"use client";
import { busyTime, isBusyOver, stretchedDays, toldBusy, toldUsual } from "@/core/away/busy";
import { dayAndMonth, span, spokenDay } from "@/core/calendar/day";
import { practiceOf } from "@/core/practice/practice";
import type { BinToday } from "@/core/round/round";
import type { Settings } from "@/records/settings";
import type { SetupChanges } from "@/records/setup";
import { newId, ofBin } from "@/session/author";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { KeptForm } from "@/ui/form/KeptForm";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { useGuarded } from "@/ui/useGuarded";
import { localDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Away.module.css";
import { YearRing } from "./YearRing";

const NOTHING = { name: "", from: "", until: "" };

/** Times of every year with little time: bins are told as one comes, and told back when it is over. */
export function BusyTimes({ bins }: { readonly bins: readonly BinToday[] }) {
  const { settings, units, today, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const [typed, setTyped] = useState(NOTHING);
  const busy = settings?.busy ?? [];
  const coming = busyTime(busy, today);
  const practices = bins.flatMap(({ bin, state }) => {
    const practice = practiceOf(state);
    return practice ? [{ bin, practice }] : [];
  });
  const toTell = coming ? practices.filter(({ practice }) => toldBusy(practice, coming.until)) : [];
  const told = practices.filter(({ practice }) => practice.setup.ahead?.busyUntil !== undefined);
  const isOver = told.some(({ practice }) => isBusyOver(practice.setup, today));
  const store = (label: string, next: NonNullable<Settings["busy"]>) =>
    guarded(async () => {
      const kept = await keep(label, [
        settings
          ? author.revised("settings", settings, { busy: next })
          : author.first("settings", { units, remindAfterDays: 14, busy: next }, newId()),
      ]);
      if (kept.ok) setTyped(NOTHING);
    });
  const { faults, kept } = useTypedForm(typed, (now) => {
    const [from, until] = [localDate.safeParse(now.from), localDate.safeParse(now.until)];
    const name = now.name.trim().slice(0, 80);
    const [first, last] = [from.data?.slice(5), until.data?.slice(5)];
    return readAs(first && last ? { name, from: first, until: last } : undefined, {
      name: name === "" ? "Give it a name." : undefined,
      from: first === undefined ? "Its first day." : undefined,
      until:
        last === undefined
          ? "Its last day."
          : last === first
            ? "It begins and ends on the same day."
            : undefined,
    });
  });
  const add = kept((one) => store(`busy: ${one.name}`, [...busy, one]));
  const tell = (label: string, changes: (one: (typeof practices)[number]) => SetupChanges | undefined) =>
    guarded(async () => {
      const actId = newId();
      const rows = await Promise.all(
        practices.flatMap((one) => {
          const change = changes(one);
          return change
            ? [
                author.entries(ofBin(one.bin.id), today, [
                  { kind: "altered" as const, changes: change, actId },
                ]),
              ]
            : [];
        }),
      );
      await keep(label, rows.flat());
    });
  const seldom = toTell[0] && stretchedDays(toTell[0].practice);
  return (
    <section aria-labelledby="busy" data-print="hide">
      <h2 id="busy" className={styles.head}>
        Busy times of each year
      </h2>
      {coming && toTell.length > 0 && seldom !== undefined && (
        <p className={styles.kept}>
          <b>
            {coming.name}: {dayAndMonth(coming.from, today)} to {dayAndMonth(coming.until, today)}.
          </b>{" "}
          Until then {toTell.length} {toTell.length === 1 ? "bin" : "bins"} can be visited half as often (
          {toTell[0]!.bin.name} every {span(seldom)}), with whole, slow food and more bedding at each visit.{" "}
          <Button
            variant="contained"
            disabled={isBusy}
            onClick={() =>
              void tell(`${coming.name}: visited seldom`, ({ practice }) => toldBusy(practice, coming.until))
            }
          >
            visit them seldom until then
          </Button>
        </p>
      )}
      {told.length > 0 && (
        <p className={styles.kept} role="status">
          {isOver
            ? `The busy time is over: ${told.length} ${told.length === 1 ? "bin is" : "bins are"} still visited seldom.`
            : `${told.length} ${told.length === 1 ? "bin is" : "bins are"} visited seldom until ${spokenDay(told[0]!.practice.setup.ahead!.busyUntil!, today)}.`}{" "}
          <Button
            variant={isOver ? "contained" : "text"}
            disabled={isBusy}
            onClick={() => void tell("back to the usual rhythm", ({ practice }) => toldUsual(practice.setup))}
          >
            back to the usual rhythm
          </Button>
        </p>
      )}
      <div className={styles.year}>
        <YearRing busy={busy} typed={typed} today={today} />
        <ul className={styles.list}>
          {busy.map((one, at) => (
            <li key={`${one.name}${at}`}>
              <span>
                <b>{one.name}</b>: {dayAndMonth(localDate.parse(`2024-${one.from}`))} to{" "}
                {dayAndMonth(localDate.parse(`2024-${one.until}`))}, each year
              </span>
              <Button
                size="small"
                disabled={isBusy}
                onClick={() =>
                  void store(
                    `${one.name} is no busy time any more`,
                    busy.filter((_, nth) => nth !== at),
                  )
                }
              >
                strike it out
              </Button>
            </li>
          ))}
          {busy.length === 0 && <li>No time of the year is busy yet.</li>}
        </ul>
      </div>
      <KeptForm onSave={add} className={styles.ask}>
        <TextField
          label="A time with little time"
          value={typed.name}
          error={faults.name !== undefined}
          helperText={faults.name ?? "planting out, the season, exams"}
          onChange={({ target }) => setTyped((before) => ({ ...before, name: target.value }))}
          slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
        />
        <DayField
          label="It begins"
          day={typed.from}
          onDay={(from) => setTyped((before) => ({ ...before, from }))}
          fault={faults.from}
        />
        <DayField
          label="It ends"
          day={typed.until}
          onDay={(until) => setTyped((before) => ({ ...before, until }))}
          fault={faults.until}
        />
        {busy.length < 6 && (
          <Button type="submit" variant="outlined" disabled={isBusy}>
            it returns each year
          </Button>
        )}
      </KeptForm>
    </section>
  );
}
