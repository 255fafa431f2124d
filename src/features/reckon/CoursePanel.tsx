"use client";
import { dayAndMonth } from "@/core/calendar/day";
import { formatPercent } from "@/core/quantity/format";
import { fromBase } from "@/core/quantity/unit";
import type { Course } from "@/core/reckon/course";
import type { Experiment } from "@/core/reckon/experiment";
import { begun } from "@/core/reckon/experiment";
import { useSession } from "@/session/session";
import { Chart } from "@/ui/chart/Chart";
import { linesChart } from "@/ui/chart/linesChart";
import { SelectField } from "@/ui/field/SelectField";
import { saveTable } from "@/ui/saveFile";
import type { Colours } from "@/ui/theme/colours";
import type { BinId, LocalDate } from "@/vocabulary/fields";
import type { ReckonDesk } from "@/workers/reckon.client";
import Button from "@mui/material/Button";
import dynamic from "next/dynamic";
import { useMemo, useState } from "react";
import styles from "./Reckon.module.css";
import { useAnswer } from "./useReckoning";

const ExperimentDialog = dynamic(() => import("./ExperimentDialog").then((module) => module.ExperimentDialog), { ssr: false }); // prettier-ignore

const askCourse = (desk: ReckonDesk, binId: string, until: LocalDate, since: LocalDate | null) =>
  desk.course(binId, until, since ?? undefined);

/**
 * One bin weighed from its first day, or from the day an experiment with it began: what went in, came out and stands, week by
 * week, dry. Experiments are begun, ended and dropped here.
 */
export function CoursePanel({
  desk,
  bins,
  experiments,
  onExperiments,
  colours,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly bins: readonly { readonly id: BinId; readonly name: string; readonly firstDay: LocalDate }[];
  readonly experiments: readonly Experiment[];
  readonly onExperiments: (label: string, next: readonly Experiment[]) => Promise<unknown>;
  readonly colours: Colours;
}) {
  const { today, units } = useSession();
  const [chosen, setChosen] = useState("");
  const [isBeginning, setBeginning] = useState(false);
  const experiment = experiments.find((one) => keyOf(one) === chosen);
  const binId = experiment?.binId ?? bins.find(({ id }) => id === chosen)?.id ?? "";
  const until = experiment?.until ?? today;
  const { answer: course } = useAnswer(
    desk,
    askCourse,
    binId === "" ? undefined : ([binId, until, experiment?.from ?? null] as const),
  );
  const nameOf = (id: string) => bins.find((one) => one.id === id)?.name ?? "a bin that is gone";
  const change = (label: string, one: Experiment, next: readonly Experiment[]) =>
    onExperiments(`${one.name}: ${label}`, next);
  const unit = units === "us" ? "lb" : "kg";
  const option = useMemo(
    () =>
      course &&
      linesChart({
        series: [
          ...(
            [
              ["food in", "foodDryKg"],
              ["bedding in", "beddingDryKg"],
              ["taken out", "outDryKg"],
              ["stands", "standingDryKg"],
            ] as const
          ).map(([name, key]) => ({
            name,
            points: course.points.map((one) => [one.day, fromBase(one[key], unit)] as const),
          })),
          ...(course.weighings.length > 0
            ? [
                {
                  name: "on the scale, wet",
                  isDots: true,
                  points: course.weighings.map(({ day, wetKg }) => [day, fromBase(wetKg, unit)] as const),
                },
              ]
            : []),
        ],
        unit,
        colours,
      }),
    [course, unit, colours],
  );
  const name = nameOf(binId);
  return (
    <section aria-labelledby="course" data-print={binId === "" ? "hide" : undefined}>
      <h2 id="course">Weighed from day one</h2>
      <div className={styles.ask}>
        <SelectField
          label="An experiment, or one bin from its first day"
          value={binId === "" ? "" : chosen}
          onChoose={setChosen}
          options={[
            { value: "", label: "none" },
            ...experiments.map((one) => ({
              value: keyOf(one),
              label: `${one.name}: ${nameOf(one.binId)} since ${dayAndMonth(one.from, today)}${one.until ? `, over` : ""}`,
            })),
            ...bins.map(({ id, name: label }) => ({ value: id, label })),
          ]}
        />
        {bins.length > 0 && (
          <Button className={styles.begin} onClick={() => setBeginning(true)}>
            begin an experiment
          </Button>
        )}
      </div>
      {isBeginning && (
        <ExperimentDialog
          bins={bins}
          today={today}
          onKeep={async (one) => {
            await change("experiment begun", one, begun(experiments, one));
            setChosen(keyOf(one));
          }}
          onClose={() => setBeginning(false)}
        />
      )}
      {experiment && (
        <div className={styles.experiment}>
          <p>
            <b>{experiment.name}</b>: {experiment.question ? `${experiment.question} ` : ""}
            {name}, since {dayAndMonth(experiment.from, today)}
            {experiment.until ? ` until ${dayAndMonth(experiment.until, today)}` : "; its lid asks to weigh"}.
          </p>
          {!experiment.until && (
            <Button
              onClick={() =>
                void change(
                  "experiment ended",
                  experiment,
                  experiments.map((one) => (one === experiment ? { ...one, until: today } : one)),
                )
              }
            >
              end it today
            </Button>
          )}
          <Button
            onClick={() =>
              void change(
                "experiment dropped",
                experiment,
                experiments.filter((one) => one !== experiment),
              )
            }
          >
            drop it
          </Button>
        </div>
      )}
      {course && option && (
        <>
          <p className={styles.note}>{sayWeighed(course)}</p>
          <Chart
            option={option}
            height={280}
            label={`${name}: dry weight in, out and standing since ${experiment ? dayAndMonth(experiment.from, today) : "its first day"}`}
          />
          <Button
            onClick={() =>
              saveTable(`${experiment?.name ?? `${name}-since-day-one`}.csv`, courseRows(course))
            }
          >
            save this curve as a table
          </Button>
        </>
      )}
    </section>
  );
}

/** No two begin alike: the newest of one name, bin and day is meant. */
const keyOf = ({ name, binId, from }: Experiment): string => `experiment ${name}/${binId}/${from}`;

const sayWeighed = ({ weighed, amounts, weighings }: Course): string =>
  amounts === 0
    ? "Nothing went in yet."
    : `${weighed} of ${amounts} amounts were weighed (${formatPercent(weighed / amounts)})${weighings.length > 0 ? `, the whole bin ${weighings.length === 1 ? "once" : `${weighings.length} times`}` : ""}. ${weighed === amounts ? "Such books can be believed to the gram." : "The rest is by volume, count or guess: believe the curve as far."}`;
const courseRows = ({ points }: Course): readonly (readonly string[])[] => [
  ["day", "food in, dry kg", "bedding in, dry kg", "taken out, dry kg", "stands, dry kg"],
  ...points.map((one) => [
    one.day,
    ...[one.foodDryKg, one.beddingDryKg, one.outDryKg, one.standingDryKg].map((kg) => kg.toFixed(3)),
  ]),
];
