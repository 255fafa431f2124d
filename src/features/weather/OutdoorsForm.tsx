"use client";
import { DEFAULT_UNIT, formatTemperature } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { Climate } from "@/records/room";
import { newId } from "@/session/author";
import { useSession } from "@/session/session";
import { QuantityField } from "@/ui/field/QuantityField";
import { KeptForm } from "@/ui/form/KeptForm";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Weather.module.css";

const USUAL: Climate = { meanC: 10, swingK: 9, hottestDay: 205, humidity: 0.75, rainMmPerDay: 2 };

/** The air outside over the year: its coldest and hottest week, and its rain. */
export function OutdoorsForm({
  before,
  onKept,
}: {
  readonly before: Climate | undefined;
  readonly onKept: () => void;
}) {
  const { units, settings, author, keep } = useSession();
  const known = before ?? USUAL;
  const unit = DEFAULT_UNIT[units].temperature;
  const [typed, setTyped] = useState({
    coldest: formatTemperature(known.meanC - known.swingK, units),
    hottest: formatTemperature(known.meanC + known.swingK, units),
    rain: String(known.rainMmPerDay ?? 2),
  });
  const { faults, isBusy, kept } = useTypedForm(typed, (now) => {
    const found: Partial<Record<keyof typeof typed, string>> = {};
    const degrees = (field: "coldest" | "hottest") => {
      const read = parseQuantity(now[field], "temperature", unit);
      if (!read.ok) found[field] = sayUnreadable(read.problem);
      else if (read.value < -40 || read.value > 50)
        found[field] = "No place is like that: is the unit right?";
      return read.ok ? read.value : 0;
    };
    const [coldest, hottest] = [degrees("coldest"), degrees("hottest")];
    if (!found.coldest && !found.hottest && coldest > hottest)
      found.hottest = "The hottest week is colder than the coldest.";
    const rain = Number(
      now.rain
        .trim()
        .replace(/\s*mm$/, "")
        .replace(",", "."),
    );
    if (!(rain >= 0 && rain <= 60)) found.rain = "Between 0 and 60 mm.";
    return readAs(
      { meanC: (coldest + hottest) / 2, swingK: (hottest - coldest) / 2, rainMmPerDay: rain },
      found,
    );
  });
  const save = kept(async (year) => {
    const outdoors = { ...known, ...year };
    const saved = await keep("The air outside kept", [
      settings
        ? author.revised("settings", settings, { outdoors })
        : author.first("settings", { units, remindAfterDays: 14, outdoors }, newId()),
    ]);
    if (saved.ok) onKept();
  });
  const field = (name: "coldest" | "hottest") => ({
    typed: typed[name],
    onTyped: (text: string) => setTyped((now) => ({ ...now, [name]: text })),
    fault: faults[name],
  });
  return (
    <section aria-labelledby="outdoors">
      <h2 id="outdoors" className={styles.title}>
        The air outside
      </h2>
      <p className={styles.quiet}>
        Rooms follow it, each by its own walls: a cellar a little, a balcony all the way.
      </p>
      <KeptForm onSave={save} className={styles.form}>
        <QuantityField
          label="Mean of the coldest week"
          dimension="temperature"
          unit={unit}
          {...field("coldest")}
        />
        <QuantityField
          label="Mean of the hottest week"
          dimension="temperature"
          unit={unit}
          {...field("hottest")}
        />
        <TextField
          label="Rain (mm a day, over the year)"
          value={typed.rain}
          error={faults.rain !== undefined}
          helperText={faults.rain ?? " "}
          onChange={({ target }) => setTyped((now) => ({ ...now, rain: target.value }))}
        />
        <Button type="submit" variant="contained" disabled={isBusy}>
          keep it
        </Button>
      </KeptForm>
    </section>
  );
}
