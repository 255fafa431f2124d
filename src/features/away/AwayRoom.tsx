"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import type { Away, AwayRisk } from "@/core/away/away";
import { aheadAway, awayProblem, leaveDay } from "@/core/away/away";
import { sayAwayProblem, sayAwayRisk, sayForHelper } from "@/core/away/words";
import { standingPlan } from "@/core/bin/planAhead";
import { isOutOfUse } from "@/core/bin/state";
import { surfaceM2 } from "@/core/bin/system";
import { dayAndMonth, daysBetween, spokenDay } from "@/core/calendar/day";
import type { BinToday } from "@/core/round/round";
import { newId, ofBin } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import room from "@/ui/room.module.css";
import { useGuarded } from "@/ui/useGuarded";
import type { LocalDate } from "@/vocabulary/fields";
import { localDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import styles from "./Away.module.css";
import { BusyTimes } from "./BusyTimes";
import { useAwayRisks } from "./useAwayRisks";

const STRIP_WORDS = {
  none: "in order",
  dry: "dry",
  wet: "wet",
  trouble: "foul or hot",
  hunger: "fewer worms",
} as const;
const NOTHING = { from: "", until: "", helper: "", call: "" };

/** Days on which no one comes: told to every bin at once, what to expect on return ranked, and a page for whoever looks in. */
export function AwayRoom() {
  const { db, bins, rooms, today, units, author, keep } = useSession();
  const onDemo = useDemo();
  const draft = useDraft(db, "away", NOTHING);
  const { typed } = draft;
  const { guarded, isBusy } = useGuarded();
  const inUse = (bins ?? []).filter(({ state }) => state.setup && !isOutOfUse(state));
  const standing = inUse.flatMap(({ state }) => standingPlan(state.setup, today)?.away ?? [])[0];
  const read = absence(typed, standing);
  const problem = read && awayProblem(read, today);
  const away = problem ? undefined : read;
  const { risks, strips, failed, left } = useAwayRisks(inUse, away);
  if (!bins) return <main className={room.room} aria-busy="true" />;
  if (inUse.length === 0)
    return (
      <FirstScreen
        title="Going away"
        says="Say when nobody comes. Each bin then says how you will find it, what to do before you leave, and what to leave to a helper."
        of="days"
        begin={
          <Button variant="contained" component={Link} href="/setup">
            Set up a bin
          </Button>
        }
        onDemo={onDemo}
      />
    );
  const tell = (label: string, plan: Away | undefined) =>
    guarded(async () => {
      const actId = newId();
      const rows = await Promise.all(
        inUse.map(({ bin, state }) =>
          author.entries(ofBin(bin.id), today, [
            { kind: "altered", changes: { ahead: aheadAway(state.setup!.ahead, plan) }, actId },
          ]),
        ),
      );
      const done = await keep(label, rows.flat());
      if (done.ok) draft.set((before) => ({ ...before, from: "", until: "" }));
    });
  const isKept = standing !== undefined && away !== undefined && standing.from === away.from && standing.until === away.until; // prettier-ignore
  const ranked = inUse.toSorted(
    (a, b) => (risks.get(b.bin.id)?.weight ?? -1) - (risks.get(a.bin.id)?.weight ?? -1),
  );
  return (
    <main className={room.room} data-usable={draft.isLoaded}>
      <h1 className={room.title}>Going away</h1>
      <p className={room.lead}>
        A bin in order lives three weeks and more on its bedding. Say here when nobody comes: the round and
        every visit then plan for it.
      </p>
      <div className={styles.ask} data-print="hide">
        <DayField
          label="No one comes from"
          day={typed.from}
          onDay={(from) => draft.set((before) => ({ ...before, from }))}
        />
        <DayField
          label="Back on"
          day={typed.until}
          from={today}
          onDay={(until) => draft.set((before) => ({ ...before, until }))}
          fault={problem && sayAwayProblem(problem)}
        />
        {away && !isKept && (
          <Button
            variant="contained"
            disabled={isBusy}
            onClick={() =>
              void tell(`away ${dayAndMonth(away.from, today)} to ${dayAndMonth(away.until, today)}`, away)
            }
          >
            Plan it for all {inUse.length} bins
          </Button>
        )}
      </div>
      {standing && (
        <p className={styles.kept} role="status">
          <b>
            Kept: no one comes from {spokenDay(standing.from, today)} until {spokenDay(standing.until, today)}
            .
          </b>{" "}
          <Button size="small" disabled={isBusy} onClick={() => void tell("not away after all", undefined)}>
            not after all
          </Button>
        </p>
      )}
      {away && (
        <>
          <section aria-labelledby="before">
            <h2 id="before" className={styles.head}>
              Before you leave
            </h2>
            <p>
              Visit each on {spokenDay(leaveDay(away, today), today)}, or the day before: the visit then
              proposes slow food and bedding for {daysBetween(leaveDay(away, today), away.until)} days, as
              much as stays safe. Empty the trays, lay covers damp, and take wet food out.
            </p>
          </section>
          <section aria-labelledby="return">
            <h2 id="return" className={styles.head}>
              What to expect on return
            </h2>
            {left > 0 && (
              <p role="status" className={styles.quiet}>
                {left} of {inUse.length} bins are still being worked out.
              </p>
            )}
            <p className={styles.legend} aria-hidden="true">
              {(["none", "dry", "wet", "trouble", "hunger"] as const).map((kind) => (
                <span key={kind}>
                  <i data-kind={kind} /> {STRIP_WORDS[kind]}
                </span>
              ))}
            </p>
            <ol className={styles.risks}>
              {ranked.map(({ bin }) => {
                const risk = risks.get(bin.id);
                return (
                  <li key={bin.id} data-kind={risk?.kind ?? "unknown"}>
                    <Link href={`/bin?id=${bin.id}`}>{bin.name}</Link>
                    <Strip days={strips.get(bin.id)} />
                    <span>
                      {risk
                        ? sayAwayRisk(risk, today)
                        : failed.has(bin.id)
                          ? "It could not be worked out; look there first."
                          : "Not worked out yet."}
                    </span>
                  </li>
                );
              })}
            </ol>
          </section>
          <Helper
            away={away}
            bins={inUse}
            risks={risks}
            typed={typed}
            onType={(change) => draft.set((before) => ({ ...before, ...change }))}
            roomName={(id) => rooms.find((one) => one.id === id)?.name ?? ""}
            units={units}
            today={today}
          />
        </>
      )}
      <BusyTimes bins={inUse} />
    </main>
  );
}

/** The days of an absence from left to right: in order, or what is likely wrong then and how likely. */
function Strip({ days = [] }: { readonly days: readonly AwayRisk[] | undefined }) {
  return (
    <span className={styles.strip} aria-hidden="true">
      {days.map(({ on, kind, weight }) => (
        <i key={on} data-kind={kind} style={{ height: `${kind === "none" ? 30 : 40 + 60 * weight}%` }} />
      ))}
    </span>
  );
}

/** What is typed, else what is kept. */
function absence(typed: typeof NOTHING, standing: Away | undefined): Away | undefined {
  const [from, until] = [localDate.safeParse(typed.from), localDate.safeParse(typed.until)];
  return from.success && until.success
    ? { from: from.data, until: until.data }
    : typed.from === "" && typed.until === ""
      ? standing
      : undefined;
}

/** One page to print for whoever looks in: no work for a beginner, and when to call. */
function Helper({
  away,
  bins,
  risks,
  typed,
  onType,
  roomName,
  units,
  today,
}: {
  readonly away: Away;
  readonly bins: readonly BinToday[];
  readonly risks: ReturnType<typeof useAwayRisks>["risks"];
  readonly typed: typeof NOTHING;
  readonly onType: (change: Partial<typeof NOTHING>) => void;
  readonly roomName: (id: string) => string;
  readonly units: Parameters<typeof sayForHelper>[2];
  readonly today: LocalDate;
}) {
  return (
    <section aria-labelledby="helper" className={styles.helper}>
      <h2 id="helper" className={styles.head}>
        For whoever looks in
      </h2>
      <div className={styles.ask} data-print="hide">
        <TextField
          label="Who looks in"
          value={typed.helper}
          onChange={({ target }) => onType({ helper: target.value })}
          slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
        />
        <TextField
          label="How you are reached"
          value={typed.call}
          onChange={({ target }) => onType({ call: target.value })}
          slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
        />
        <Button variant="outlined" onClick={() => window.print()}>
          print this page
        </Button>
      </div>
      <p>
        {typed.helper.trim() === ""
          ? "Thank you for looking in"
          : `${typed.helper.trim()}, thank you for looking in`}{" "}
        between {dayAndMonth(away.from, today)} and {dayAndMonth(away.until, today)}. Once a week is enough.
        They eat by themselves: please give nothing.
        {typed.call.trim() !== "" && ` If in doubt: ${typed.call.trim()}.`}
      </p>
      <ul className={styles.list}>
        {bins.map(({ bin, state }) => (
          <li key={bin.id}>
            <span>
              <b>{bin.name}</b>
              {roomName(state.setup!.roomId) !== "" && `, ${roomName(state.setup!.roomId)}`}.{" "}
              {sayForHelper(risks.get(bin.id)?.kind ?? "none", surfaceM2(state.setup!), units)}
            </span>
            <span className={styles.boxes} aria-hidden="true">
              ☐ ☐ ☐ ☐
            </span>
          </li>
        ))}
      </ul>
      <p>
        Wash your hands afterwards, gloves if your skin is cut. Do not lift a bin. Air a small shut room
        first.
      </p>
    </section>
  );
}
