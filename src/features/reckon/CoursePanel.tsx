"use client";
import { formatPercent } from "@/core/quantity/format";
import { fromBase } from "@/core/quantity/unit";
import type { Course } from "@/core/reckon/course";
import { useSession } from "@/session/session";
import { Chart } from "@/ui/chart/Chart";
import { linesChart } from "@/ui/chart/linesChart";
import { SelectField } from "@/ui/field/SelectField";
import { saveTable } from "@/ui/saveFile";
import type { Colours } from "@/ui/theme/colours";
import type { LocalDate } from "@/vocabulary/fields";
import type { ReckonDesk } from "@/workers/reckon.client";
import Button from "@mui/material/Button";
import { useMemo, useState } from "react";
import styles from "./Reckon.module.css";
import { useAnswer } from "./useReckoning";

const askCourse = (desk: ReckonDesk, binId: string, today: LocalDate) => desk.course(binId, today);

/** One bin as an experiment weighed from day one: what went in, came out and stands, week by week, dry. */
export function CoursePanel({
  desk,
  bins,
  colours,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly bins: readonly { readonly id: string; readonly name: string }[];
  readonly colours: Colours;
}) {
  const { today, units } = useSession();
  const [chosen, setChosen] = useState("");
  const binId = bins.some(({ id }) => id === chosen) ? chosen : "";
  const { answer: course } = useAnswer(desk, askCourse, binId === "" ? undefined : ([binId, today] as const));
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
  const name = bins.find(({ id }) => id === binId)?.name ?? "";
  return (
    <section aria-labelledby="course" data-print={binId === "" ? "hide" : undefined}>
      <h2 id="course">Weighed from day one</h2>
      <div className={styles.ask}>
        <SelectField
          label="One bin, from its first day"
          value={binId}
          onChoose={setChosen}
          options={[
            { value: "", label: "none" },
            ...bins.map(({ id, name: label }) => ({ value: id, label })),
          ]}
        />
      </div>
      {course && option && (
        <>
          <p className={styles.note}>{sayWeighed(course)}</p>
          <Chart
            option={option}
            height={280}
            label={`${name}: dry weight in, out and standing since its first day`}
          />
          <Button onClick={() => saveTable(`${name}-since-day-one.csv`, courseRows(course))}>
            save this curve as a table
          </Button>
        </>
      )}
    </section>
  );
}

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
