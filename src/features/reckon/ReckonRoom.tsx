"use client";
import { useDemo } from "@/session/useDemo";
import { FirstScreen } from "@/ui/first/FirstScreen";
import { addDays, daysBetween, dayAndMonth, monthName } from "@/core/calendar/day";
import { schoolOf } from "@/core/catalogue/school";
import { surfaceM2 } from "@/core/bin/system";
import { formatMass } from "@/core/quantity/format";
import { fromBase } from "@/core/quantity/unit";
import { readPace } from "./pace";
import type { Reckoning } from "@/core/reckon/reckon";
import { monthBefore, wetOf } from "@/core/reckon/reckon";
import { reckoningRows } from "@/core/reckon/words";
import type { BinToday } from "@/core/round/round";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Chart, chartPng } from "@/ui/chart/Chart";
import { monthsChart } from "@/ui/chart/monthsChart";
import { DayField } from "@/ui/field/DayField";
import { QuantityField } from "@/ui/field/QuantityField";
import { SelectField } from "@/ui/field/SelectField";
import room from "@/ui/room.module.css";
import { saveTable } from "@/ui/saveFile";
import { useColours } from "@/ui/theme/useColours";
import { localDate } from "@/vocabulary/fields";
import type { LocalDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import Link from "next/link";
import type { ReckonDesk } from "@/workers/reckon.client";
import { useMemo } from "react";
import { BalanceBars } from "./BalanceBars";
import styles from "./Reckon.module.css";
import { askTwoYears, useAnswer, useDesk } from "./useReckoning";
import { AccountsPanel } from "./AccountsPanel";
import { LookBackPanel } from "./LookBackPanel";
import { Comparison } from "./Comparison";
import { CoursePanel } from "./CoursePanel";
import { Targets } from "./Targets";
import { Groups, Months } from "./ReckonTables";
import type { Settings } from "@/records/settings";
import { parseQuantity } from "@/core/quantity/parse";

const SPANS = ["year", "twelve", "all", "own"] as const;
const SPAN_WORDS: Readonly<Record<(typeof SPANS)[number], string>> = {
  year: "this year",
  twelve: "the last twelve months",
  all: "since the beginning",
  own: "from a day to a day",
};
const BY = ["all", "bin", "room", "school"] as const;
const BY_WORDS: Readonly<Record<(typeof BY)[number], string>> = {
  all: "all together",
  bin: "each bin",
  room: "each room",
  school: "each way of keeping",
};
interface ReckonTyped {
  readonly span: (typeof SPANS)[number];
  readonly by: (typeof BY)[number];
  readonly from: string;
  readonly to: string;
  readonly target: string;
}

/** What went in and what came of it: by wet and by dry weight, closing with the log; by month, bin, room and way of keeping. */
export function ReckonRoom() {
  const { db, bins, today } = useSession();
  // Opened while the bins are read.
  const desk = useDesk(db.name);
  const onDemo = useDemo();
  if (!bins) return <main className={room.room} aria-busy="true" />;
  const stands = bins.filter(({ state }) => state.setup);
  return stands.length === 0 ? (
    <FirstScreen
      title="Reckoning"
      says="What went in and what came of it, weighed wet and dry: castings, worms, money and hours, by month and by bin."
      of="balance"
      begin={
        <Button variant="contained" component={Link} href="/setup">
          Set up a bin
        </Button>
      }
      onDemo={onDemo}
    />
  ) : (
    <Books bins={stands} today={today} desk={desk} />
  );
}

function Books({
  bins,
  today,
  desk,
}: {
  readonly bins: readonly BinToday[];
  readonly today: LocalDate;
  readonly desk: ReckonDesk | undefined;
}) {
  const { db, units, rooms, settings, author, keep } = useSession();
  const begun = bins.map(({ state, bin }) => state.firstDay ?? bin.firstDay).toSorted()[0]!;
  const draft = useDraft<ReckonTyped>(db, "reckon", { span: "twelve", by: "bin", from: begun, to: today, target: "" }); // prettier-ignore
  const { typed, set } = draft;
  const change = (to: Partial<ReckonTyped>) => set((before) => ({ ...before, ...to }));
  const ownFrom = localDate.safeParse(typed.from);
  const ownTo = localDate.safeParse(typed.to);
  const [from, to]: readonly [LocalDate, LocalDate] =
    typed.span === "own" && ownFrom.success && ownTo.success
      ? [ownFrom.data, ownTo.data]
      : typed.span === "year"
        ? [`${today.slice(0, 4)}-01-01` as LocalDate, today]
        : typed.span === "twelve"
          ? [addDays(today, -364), today]
          : [begun, today];
  const groups = useMemo(() => {
    const nameOf = ({ bin, state }: BinToday): string =>
      typed.by === "bin"
        ? bin.name
        : typed.by === "room"
          ? (rooms.find(({ id }) => id === state.setup!.roomId)?.name ?? "no room")
          : schoolOf(state.setup!.school).name;
    if (typed.by === "all") return [];
    const groupsOf = new Map<string, BinToday[]>();
    for (const one of bins) groupsOf.set(nameOf(one), [...(groupsOf.get(nameOf(one)) ?? []), one]);
    return [...groupsOf].map(([name, some]) => ({ name, bins: some }));
  }, [bins, rooms, typed.by]);
  const asked = useMemo(
    () => [bins, ...groups.map((group) => group.bins)].map((some) => some.map(({ bin }) => bin.id as string)),
    [bins, groups],
  );
  const { answer, failure, earlier } = useAnswer(desk, askTwoYears, [asked, from, to] as const);
  // Of other days the last answer stands until the new one is in, with its own days beside it; of other groups it says nothing.
  const stood =
    earlier && JSON.stringify(earlier.question[0]) === JSON.stringify(asked) ? earlier.answer : undefined;
  const shown = answer ?? stood;
  const lastYear = shown?.before[0];
  const store = (label: string, changes: Partial<Pick<Settings, "targets" | "accounts" | "experiments">>) =>
    keep(label, [
      settings
        ? author.revised("settings", settings, changes)
        : author.first("settings", { units, remindAfterDays: 14, ...changes }),
    ]);
  const colours = useColours();
  const all = shown?.now[0];
  const unit = units === "us" ? "lb" : "kg";
  const chart = useMemo(
    () =>
      all &&
      monthsChart({
        months: all.months.map(({ month }) => monthName(month).slice(0, 3)),
        series: [
          { name: "food", values: all.months.map(({ foodKg }) => fromBase(foodKg, unit)) },
          { name: "castings", values: all.months.map(({ castingsKg }) => fromBase(castingsKg, unit)) },
          // A year that gave nothing is no year to be held against.
          ...(lastYear && wetOf(lastYear, "castings") > 0
            ? [
                {
                  name: "castings, the year before",
                  values: all.months.map(({ month }) =>
                    fromBase(monthBefore(lastYear, month)?.castingsKg ?? 0, unit),
                  ),
                },
              ]
            : []),
        ],
        unit,
        colours,
      }),
    [all, lastYear, unit, colours],
  );
  const wanted = parseQuantity(typed.target, "mass", unit);
  const target = readPace(typed.target, units, today, all);
  return (
    <main
      className={`${room.room} ${styles.reckon}`}
      data-usable={answer !== undefined}
      aria-busy={answer === undefined}
    >
      <h1 className={room.title}>Reckoning</h1>
      <div className={styles.ask}>
        <SelectField
          label="Over"
          value={typed.span}
          onChoose={(span) => change({ span })}
          options={SPANS.map((value) => ({ value, label: SPAN_WORDS[value] }))}
        />
        {typed.span === "own" && (
          <>
            <DayField label="From" day={typed.from} onDay={(day) => change({ from: day })} to={today} />
            <DayField
              label="To"
              day={typed.to}
              onDay={(day) => change({ to: day })}
              to={today}
              fault={typed.to < typed.from ? "That is before the first day." : undefined}
            />
          </>
        )}
        <SelectField
          label="For"
          value={typed.by}
          onChoose={(by) => change({ by })}
          options={BY.map((value) => ({ value, label: BY_WORDS[value] }))}
        />
        <QuantityField
          label="Castings wanted in that time"
          dimension="mass"
          unit={unit}
          typed={typed.target}
          onTyped={(text) => change({ target: text })}
          helper="a target, if you have one"
        />
      </div>
      {failure !== undefined && (
        <p role="alert">The books could not be added up ({failure}). Nothing is lost: the log is whole.</p>
      )}
      {!all && failure === undefined && <p role="status">Adding up</p>}
      {shown && all && chart && (
        <>
          <p className={styles.head}>
            <b>{formatMass(wetOf(all, "food"), units, "bucket")}</b> of food became{" "}
            <b>{formatMass(wetOf(all, "castings"), units, "bucket")}</b> of castings
            {all.castingsPerFood !== undefined && `, ${all.castingsPerFood.toFixed(2)} for each of food`}
            {sayLastYear(lastYear, all, units)}.
          </p>
          {target && <p className={styles.target}>{target}</p>}
          {wanted.ok && wanted.value > 0 && (
            <Button
              variant="outlined"
              onClick={() => {
                void store("target kept", {
                  targets: [
                    ...(settings?.targets ?? []),
                    {
                      name: nameOfSpan(typed.span, to),
                      massKg: wanted.value,
                      from: fromOf(typed.span, from, to),
                      by: endOf(typed.span, to),
                    },
                  ].slice(-MOST_TARGETS),
                });
                change({ target: "" });
              }}
            >
              keep this target
            </Button>
          )}
          <Targets
            desk={desk}
            bins={bins}
            targets={settings?.targets ?? []}
            onDrop={(at) =>
              void store("target dropped", {
                targets: (settings?.targets ?? []).filter((_, nth) => nth !== at),
              })
            }
          />
          <h2>Dry weight, in and out</h2>
          <p className={styles.note}>
            Counted dry, what went in and what became of it add up. What neither came out nor stands was
            breathed off by worms and microbes. From {dayAndMonth(all.from, today)} to{" "}
            {dayAndMonth(all.to, today)}.
          </p>
          <BalanceBars one={all} units={units} />
          <h2>By month, as weighed</h2>
          <Chart
            option={chart}
            height={230}
            label="Food in and castings out by month; the table beneath says the same"
          />
          <Months one={all} before={lastYear} units={units} />
          {groups.length > 0 && (
            <Groups
              rows={groups.map((group, at) => ({
                name: group.name,
                areaM2: groundOf(group.bins),
                one: shown.now[at + 1]!,
                before: shown.before[at + 1],
              }))}
              units={units}
              years={(daysBetween(all.from, all.to) + 1) / 365}
            />
          )}
          <p className={styles.tools} data-print="hide">
            <Button onClick={() => saveTable(`reckoning-${all.from}-${all.to}.csv`, reckoningRows(all))}>
              save the table
            </Button>
            <Button
              onClick={() => {
                const link = document.createElement("a");
                link.href = chartPng(chart, 900, 300, colours.bench);
                link.download = `reckoning-${all.to}.png`;
                link.click();
              }}
            >
              save the picture
            </Button>
            <Button onClick={() => window.print()}>print it</Button>
          </p>
          {groups.length > 1 && (
            <Comparison
              desk={desk}
              groups={groups.map((group) => ({
                name: group.name,
                binIds: group.bins.map(({ bin }) => bin.id),
                areaM2: groundOf(group.bins),
              }))}
              from={all.from}
              to={all.to}
            />
          )}
          <CoursePanel
            desk={desk}
            bins={bins.map(({ bin }) => bin)}
            experiments={settings?.experiments ?? []}
            onExperiments={(label, experiments) => store(label, { experiments: [...experiments] })}
            colours={colours}
          />
          <LookBackPanel desk={desk} bins={bins} />
          <AccountsPanel
            desk={desk}
            binIds={asked[0]!}
            from={all.from}
            to={all.to}
            castingsKg={wetOf(all, "castings")}
            onKeep={(currency) => void store("hours and money are kept", { accounts: { currency } })}
          />
        </>
      )}
    </main>
  );
}

const groundOf = (bins: readonly BinToday[]): number =>
  bins.reduce((sum, { state }) => sum + surfaceM2(state.setup!), 0);
/** As many as the settings hold. */
const MOST_TARGETS = 20;
/** A target for a year or a twelvemonth runs to its end; one for days that are over ends with them. */
const endOf = (span: ReckonTyped["span"], to: LocalDate): LocalDate =>
  span === "own" ? to : (`${to.slice(0, 4)}-12-31` as LocalDate);
const fromOf = (span: ReckonTyped["span"], from: LocalDate, to: LocalDate): LocalDate =>
  span === "year" || span === "twelve" ? (`${to.slice(0, 4)}-01-01` as LocalDate) : from;
const nameOfSpan = (span: ReckonTyped["span"], to: LocalDate): string =>
  span === "year" || span === "twelve" ? to.slice(0, 4) : span === "all" ? "since the beginning" : "own days";
function sayLastYear(
  before: Reckoning | undefined,
  now: Reckoning,
  units: Parameters<typeof formatMass>[1],
): string {
  const kg = before ? wetOf(before, "castings") : 0;
  if (kg <= 0) return "";
  const more = wetOf(now, "castings") - kg;
  return `; ${formatMass(Math.abs(more), units, "bucket")} ${more < 0 ? "less" : "more"} than in the same days a year before`;
}
