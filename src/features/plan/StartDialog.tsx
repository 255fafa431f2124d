"use client";
import { systemOf, usualCompartments } from "@/core/bin/system";
import { addDays, dayAndMonth, daysBetween, span } from "@/core/calendar/day";
import { coverThere, isPlannedFor, plannedClimate, plannedName } from "@/core/planning/place";
import type { Proposal } from "@/core/planning/propose";
import type { StartChoices } from "@/core/startUp/timetable";
import { arrivalFor, leadDays, SETTLES, startTimetable, USUAL_CHOICES } from "@/core/startUp/timetable";
import { CHOICE_WORDS } from "@/core/startUp/words";
import { newBinRows, walkedLast } from "@/session/rack";
import { useSession } from "@/session/session";
import { DayField } from "@/ui/field/DayField";
import { FormDialog } from "@/ui/form/FormDialog";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { Choice } from "@/ui/choice/Choice";
import { localDate, name as nameField } from "@/vocabulary/fields";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import styles from "./Plan.module.css";
import type { PlanInHand } from "./usePlan";

/** Name, day of arrival and the ways of beginning; then the bin stands on the rack and its steps on the slate. */
export function StartDialog({
  planning,
  one,
  onClose,
}: {
  readonly planning: PlanInHand;
  readonly one: Proposal;
  readonly onClose: () => void;
}) {
  const { today, bins, rooms, cellar, author, keep } = useSession();
  const router = useRouter();
  const [name, setName] = useState("");
  const [by, setBy] = useState<"arrival" | "harvest">("arrival");
  const [day, setDay] = useState<string>(addDays(today, 21));
  const [choices, setChoices] = useState<StartChoices>(USUAL_CHOICES);
  const months = Math.min(18, one.firstHarvestMonths[1]);
  const read = localDate.safeParse(day);
  const arrival = read.success ? (by === "arrival" ? read.data : arrivalFor(read.data, months)) : undefined;

  const typed = useMemo(() => ({ name, by, day }), [name, by, day]);
  const { faults, kept } = useTypedForm(typed, () => {
    const found: Record<string, string> = {};
    const named = nameField.safeParse(name);
    if (!named.success) found.name = "Give it a name; a plant, a colour, a number.";
    else if ((bins ?? []).some(({ bin }) => bin.name.toLowerCase() === named.data.toLowerCase()))
      found.name = "Another bin bears that name already.";
    if (!arrival) found.day = "This is not a day of the calendar.";
    else if (arrival < today)
      found.day = `Worms would have had to arrive on ${dayAndMonth(arrival, today)}: the nearest that works is ${dayAndMonth(by === "arrival" ? today : addDays(today, Math.round(months * 30.44)), today)}.`;
    return readAs(named.success && arrival ? { named: named.data, worms: arrival } : undefined, found);
  });
  const save = kept(async ({ named, worms }) => {
    const facts = systemOf(one.facts.system);
    const { plan } = planning;
    const room = rooms.find((candidate) => isPlannedFor(plan, candidate));
    const newRoom = room
      ? undefined
      : author.first("rooms", { name: plannedName(rooms, plan.shelter), climate: plannedClimate(plan) });
    const roomId = room?.id ?? newRoom!.row.id;
    const made = await Promise.all(
      Array.from({ length: one.count }, (_, at) =>
        newBinRows(author, one.count > 1 ? `${named} ${at + 1}` : named, today, [
          {
            kind: "altered",
            changes: {
              system: one.facts.system,
              school: facts.school,
              roomId,
              cover: coverThere(facts.cover, plan.shelter),
              drainage: facts.drainage,
              wall: facts.wall,
              purpose: plan.purpose === "castingsToSell" ? "castings" : plan.purpose,
              compartments: usualCompartments(
                one.facts.system,
                one.size,
                facts.beginsWith ?? (one.facts.pieces === 1 ? undefined : one.facts.pieces),
              ),
              resting: false,
              own: { settlesDays: SETTLES[choices.firstMeal] },
            },
          },
        ]),
      ),
    );
    const timetable = author.first("timetables", {
      name: named,
      binId: made[0]!.binId,
      wormsKg: Number(one.buyWormsKg.toPrecision(3)),
      steps: startTimetable(worms, choices, months, today).map((step) => ({ ...step })),
    });
    const saved = await keep(`${named}: planned and on the rack`, [
      ...(newRoom ? [newRoom] : []),
      walkedLast(
        author,
        cellar,
        bins ?? [],
        made.map(({ binId }) => binId),
      ),
      ...made.flatMap((bin) => bin.rows),
      timetable,
      ...(planning.isBegun ? [author.revised("plans", plan, { binId: made[0]!.binId })] : []),
    ]);
    if (saved.ok) router.push(`/start?id=${timetable.row.id}`);
  });
  const choice = <K extends keyof StartChoices>(field: K) => (
    <Choice<StartChoices[K] & string>
      title={CHOICE_WORDS[field].title}
      name={field}
      options={CHOICE_WORDS[field].options}
      chosen={choices[field]}
      aside={CHOICE_WORDS[field].options.find(({ value }) => value === choices[field])?.hint}
      onChoose={(value) => value && setChoices((before) => ({ ...before, [field]: value }))}
    />
  );
  return (
    <FormDialog
      title={`Begin the ${one.facts.name.toLowerCase()}`}
      keep="Put it on the rack"
      onSave={save}
      onClose={onClose}
    >
      <TextField
        label={one.count > 1 ? "Their name; they are numbered" : "Its name"}
        value={name}
        error={faults.name !== undefined}
        helperText={faults.name ?? " "}
        onChange={({ target }) => setName(target.value)}
        slotProps={{ htmlInput: { maxLength: 70, autoComplete: "off" } }}
      />
      <div className={styles.pair}>
        <Choice
          title="Reckon from"
          name="by"
          options={[
            { value: "arrival", label: "the worms’ arrival" },
            { value: "harvest", label: "a first harvest" },
          ]}
          chosen={by}
          onChoose={(value) => {
            if (!value) return;
            setBy(value);
            setDay(addDays(today, value === "arrival" ? 21 : 21 + Math.round(months * 30.44)));
          }}
        />
        <DayField
          label={by === "arrival" ? "Worms arrive on" : "First harvest wished by"}
          day={day}
          onDay={(day) => setDay(day)}
          fault={faults.day}
          helper={arrival && by === "harvest" ? `worms arrive on ${dayAndMonth(arrival, today)}` : " "}
        />
      </div>
      {arrival && arrival >= today && daysBetween(today, arrival) < leadDays(choices) && (
        <p>
          Only {span(daysBetween(today, arrival))} until they come, {leadDays(choices)} would be better: the
          steps before are drawn together. Plain soaked bedding is fit at once; it ripens with the worms in
          it.
        </p>
      )}
      {choice("bedding")}
      {choice("firstMeal")}
      {choice("firstNights")}
    </FormDialog>
  );
}
