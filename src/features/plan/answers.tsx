"use client";
import { AmountField } from "@/ui/field/AmountField";
import { SHELTER } from "@/core/expectation/climate";
import { SHELTERS } from "@/vocabulary/shelter";
import { materialOf } from "@/core/catalogue/material";
import { readMass } from "@/core/quantity/readAmount";
import { addDays, dayAndMonth, daysBetween, weekdayName } from "@/core/calendar/day";
import { GUESSES } from "@/core/planning/scraps";
import { DEFAULT_UNIT, formatMass, formatTemperature, formatToEdit } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayHours } from "@/core/planning/words";
import type { Plan } from "@/records/plan";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { QuantityField } from "@/ui/field/QuantityField";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Plan.module.css";
import type { PlanInHand } from "./usePlan";

interface Props {
  readonly planning: PlanInHand;
}
const DAYS = 10;

/** Scraps weighed on real days, as bars on a line of days, or a guess until then. */
export function ScrapAnswers({ planning }: Props) {
  const { today, units, measures } = useSession();
  const { plan, scraps, change } = planning;
  const [typed, setTyped] = useState("");
  const [fault, setFault] = useState<string>();
  const [picked, setPicked] = useState(today);
  const days = Array.from({ length: DAYS }, (_, at) => addDays(today, at - DAYS + 1));
  const of = (day: typeof today) => plan.scraps.find((one) => one.day === day);
  const most = Math.max(0.2, ...plan.scraps.map(({ massKg }) => massKg));
  const without = (scraps: Plan["scraps"]) => scraps.filter(({ day }) => day !== picked);
  const put = async (massKg: number, isAway: boolean) => {
    const said = isAway ? "away" : formatMass(massKg, units);
    const row = { day: picked, massKg, ...(isAway ? { isAway } : {}) };
    const isKept = await change(`Scraps of ${dayAndMonth(picked, today)}: ${said}`, (before) => ({
      scraps: [...without(before.scraps), row].toSorted((a, b) => daysBetween(b.day, a.day)),
    }));
    if (isKept) setTyped("");
  };
  const keep = () => {
    const read = readMass(typed, "small", measures, materialOf("food", "mixed-kitchen-scraps").densityKgPerL);
    if (!read.ok) return setFault(`${read.problem.sentence} 0 is a day without scraps.`);
    if (read.value.massKg > 500)
      return setFault("Half a ton a day is a plant, not a bin: is the unit right?");
    setFault(undefined);
    void put(read.value.massKg, false);
  };
  return (
    <>
      <p className={styles.say}>
        Weigh the pail for a week, a line a day; days you forget are left out, days away too. Three days are
        enough to begin.
      </p>
      <div className={styles.tally} role="group" aria-label="Scraps by day">
        {days.map((day) => {
          const one = of(day);
          return (
            <button
              key={day}
              type="button"
              className={styles.day}
              aria-pressed={picked === day}
              aria-label={`${weekdayName(day)} ${dayAndMonth(day, today)}: ${one ? (one.isAway ? "away" : formatMass(one.massKg, units)) : "not weighed"}`}
              onClick={() => setPicked(day)}
            >
              <span className={styles.amount}>
                {one && !one.isAway ? formatMass(one.massKg, units) : one ? "away" : ""}
              </span>
              <span
                className={styles.bar}
                data-away={one?.isAway ?? false}
                style={{ height: one && !one.isAway ? 4 + (76 * one.massKg) / most : 2 }}
              />
              <span>{day === today ? "today" : weekdayName(day).slice(0, 2)}</span>
            </button>
          );
        })}
      </div>
      <div className={styles.put}>
        <AmountField
          label={`${picked === today ? "Today’s" : `${weekdayName(picked)}’s`} scraps`}
          of="small"
          kgPerL={materialOf("food", "mixed-kitchen-scraps").densityKgPerL}
          typed={typed}
          onTyped={(text) => {
            setTyped(text);
            setFault(undefined);
          }}
          fault={fault}
        />
        <Button onClick={keep}>note it</Button>
        <Button onClick={() => void put(0, true)}>away that day</Button>
        {of(picked) && (
          <Button
            onClick={() =>
              void change(`Scraps of ${dayAndMonth(picked, today)} struck out`, (before) => ({
                scraps: without(before.scraps),
              }))
            }
          >
            strike it out
          </Button>
        )}
      </div>
      <Choice
        title="Or a guess, until then"
        name="guess"
        options={GUESSES.map(({ id, words }) => ({ value: id, label: words }))}
        chosen={GUESSES.find(({ kgPerDay }) => kgPerDay === plan.guessedKgPerDay)?.id}
        onChoose={(id) => {
          const guess = GUESSES.find((one) => one.id === id);
          if (guess) void change(`Scraps guessed: ${guess.words}`, { guessedKgPerDay: guess.kgPerDay });
        }}
      />
      {scraps && (
        <p className={styles.result}>
          <b>{formatMass(scraps.kgPerDay, units)} a day</b>, probably {formatMass(scraps.low, units)} to{" "}
          {formatMass(scraps.high, units)}
          {scraps.knownBy === "weighed"
            ? `, from ${scraps.days} days weighed`
            : ", a guess within a factor of two"}
          .
        </p>
      )}
    </>
  );
}

export function RoomAnswers({ planning }: Props) {
  const { units } = useSession();
  const { plan, change } = planning;
  const yes = (field: "isDamp" | "hasFloorDrain" | "hasStairs", label: string) => (
    <FormControlLabel
      control={
        <Checkbox
          checked={Boolean(plan[field])}
          onChange={({ target }) => void change(label, { [field]: target.checked })}
        />
      }
      label={label}
    />
  );
  const { isOutdoors } = SHELTER[plan.shelter];
  return (
    <>
      <Choice
        title="It will stand"
        name="shelter"
        options={SHELTERS.map((value) => ({ value, label: SHELTER[value].name }))}
        chosen={plan.shelter}
        onChoose={(shelter) => shelter && void change(`It stands ${SHELTER[shelter].name}`, { shelter })}
      />
      <p className={styles.say}>
        Worms are at ease from {formatTemperature(15, units)} to {formatTemperature(25, units)}. What counts
        are the worst weeks, measured in the shade, day and night together.
      </p>
      <div className={styles.three}>
        <Temperature planning={planning} field="coldestC" label="Mean of the coldest week" />
        <Temperature planning={planning} field="hottestC" label="Mean of the hottest week" />
        <Temperature planning={planning} field="hottestPeakC" label="On its afternoons" />
      </div>
      <div className={styles.checks}>
        {!isOutdoors && yes("isDamp", "damp: walls sweat, paper curls")}
        {!isOutdoors && yes("hasFloorDrain", "water may run off the floor")}
        {yes("hasStairs", "there are stairs on the way")}
      </div>
    </>
  );
}

function Temperature({
  planning,
  field,
  label,
}: Props & { readonly field: "coldestC" | "hottestC" | "hottestPeakC"; readonly label: string }) {
  const { units } = useSession();
  const unit = DEFAULT_UNIT[units].temperature;
  const { plan } = planning;
  const stands = plan[field];
  const [typed, setTyped] = useState(() =>
    stands === undefined ? "" : formatToEdit(stands, "temperature", unit),
  );
  const [fault, setFault] = useState<string>();
  const usual = plan.hottestC + SHELTER[plan.shelter].afternoonK;
  const keep = () => {
    if (field === "hottestPeakC" && typed.trim() === "") {
      setFault(undefined);
      if (stands !== undefined) void planning.change(`${label}: not measured`, { hottestPeakC: undefined });
      return;
    }
    const read = parseQuantity(typed, "temperature", unit);
    if (!read.ok || read.value < -50 || read.value > 60)
      return setFault(`A temperature, such as ${formatTemperature(14, units)}.`);
    const week = { ...plan, [field]: read.value };
    if (week.hottestC < week.coldestC)
      return setFault(
        field === "coldestC"
          ? "The coldest week is cooler than the hottest."
          : "The hottest week is warmer than the coldest.",
      );
    if ((week.hottestPeakC ?? Infinity) < week.hottestC)
      return setFault("Its afternoons are warmer than its mean.");
    setFault(undefined);
    if (read.value !== stands)
      void planning.change(`${label}: ${formatTemperature(read.value, units)}`, { [field]: read.value });
  };
  return (
    <div onBlur={keep}>
      <QuantityField
        label={label}
        dimension="temperature"
        unit={unit}
        typed={typed}
        onTyped={setTyped}
        fault={fault}
        echo={(value) => formatTemperature(value, units)}
        {...(field === "hottestPeakC"
          ? { helper: `about ${formatTemperature(usual, units)}, if you write nothing` }
          : {})}
      />
    </div>
  );
}

const HOURS = [0.25, 0.5, 1, 2, 4, 10] as const;
const LIFTS = [5, 8, 12, 18, 25] as const;

export function TimeAnswers({ planning }: Props) {
  const { units } = useSession();
  const { plan, change } = planning;
  return (
    <>
      <Choice
        title="Time in a week"
        name="hours"
        options={HOURS.map((hours) => ({ value: String(hours), label: sayHours(hours) }))}
        chosen={String(plan.hoursPerWeek)}
        onChoose={(hours) =>
          hours && void change(`Time: ${sayHours(Number(hours))} a week`, { hoursPerWeek: Number(hours) })
        }
      />
      <Choice
        title="What can be lifted, close to the body"
        name="lift"
        options={LIFTS.map((kg) => ({ value: String(kg), label: formatMass(kg, units, "bucket") }))}
        chosen={String(plan.liftKg)}
        onChoose={(kg) =>
          kg && void change(`Lifting: ${formatMass(Number(kg), units, "bucket")}`, { liftKg: Number(kg) })
        }
      />
      <p className={styles.say}>
        {units === "us"
          ? "A five-gallon bucket of wet castings weighs 30 to 40 lb."
          : "A 20-litre bucket of wet castings weighs 14 to 18 kg."}{" "}
        At arm’s length a third of it is the limit; a full tub is never lifted whole.
      </p>
    </>
  );
}

const WISHES = [
  { value: "lessWaste", label: "less waste" },
  { value: "castings", label: "castings for a garden" },
  { value: "castingsToSell", label: "castings to sell" },
  { value: "worms", label: "worms" },
] as const;

export function WishAnswers({ planning }: Props) {
  const { units } = useSession();
  const { plan, change } = planning;
  return (
    <>
      <Choice
        title="Above all"
        name="wish"
        options={WISHES}
        chosen={plan.purpose}
        onChoose={(purpose) => purpose && void change(`Wish: ${purpose}`, { purpose })}
      />
      <p className={styles.say}>
        Prices where you live, if you wish to see a cost line. Any currency; they stay here.
      </p>
      <div className={styles.three}>
        <Price planning={planning} field="container" label="A container or tray" />
        <Price
          planning={planning}
          field="wormsPerKg"
          label={units === "us" ? "A kilogram (2.2 lb) of worms" : "A kilogram of worms"}
        />
        <Price
          planning={planning}
          field="beddingPer100L"
          label={units === "us" ? "26 gal (100 L) of bedding" : "100 L of bedding"}
        />
      </div>
    </>
  );
}

function Price({
  planning,
  field,
  label,
}: Props & { readonly field: keyof Plan["prices"]; readonly label: string }) {
  const { plan, change } = planning;
  const held = plan.prices[field];
  const [typed, setTyped] = useState(held === undefined ? "" : String(held));
  const [fault, setFault] = useState<string>();
  const keep = () => {
    const text = typed.trim().replace(",", ".");
    const value = text === "" ? undefined : Number(text);
    if (value !== undefined && !(value >= 0 && value <= 1e6))
      return setFault("A price in figures, such as 12.50.");
    setFault(undefined);
    if (value === held) return;
    void change(`${label}: ${value ?? "no price"}`, (before) => {
      const { [field]: _before, ...others } = before.prices;
      return { prices: { ...others, ...(value === undefined ? {} : { [field]: value }) } };
    });
  };
  return (
    <TextField
      label={label}
      value={typed}
      error={fault !== undefined}
      helperText={fault ?? " "}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={keep}
      slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 20, autoComplete: "off" } }}
    />
  );
}
