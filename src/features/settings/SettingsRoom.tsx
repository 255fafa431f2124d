"use client";
import type { Changes } from "@/session/author";
import { formatTemperature } from "@/core/quantity/format";
import { SHELTER } from "@/core/expectation/climate";
import type { Shelter } from "@/vocabulary/shelter";
import { SHELTERS } from "@/vocabulary/shelter";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import type { Room } from "@/records/room";
import type { Settings } from "@/records/settings";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { SelectField } from "@/ui/field/SelectField";
import { QuantityField } from "@/ui/field/QuantityField";
import { KeptForm } from "@/ui/form/KeptForm";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { TEXT_SIZES, useTextSize } from "@/ui/theme/textSize";
import { name as nameField } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import { useColorScheme } from "@mui/material/styles";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import { Containers } from "./Containers";
import styles from "./Settings.module.css";

export function SettingsRoom() {
  const { settings, author, keep, units, rooms, open, switchTo, cellar } = useSession();
  const { ask } = useErrands();
  const { mode, setMode } = useColorScheme();
  const [textSize, setTextSize] = useTextSize();
  // What was pressed a moment ago counts before the store has told it back.
  const last = useRef<Settings>(undefined);
  useEffect(() => {
    last.current = undefined;
  }, [settings]);
  const change = async (label: string, changes: Changes<"settings">) => {
    const known = last.current ?? settings;
    const row = known
      ? author.revised("settings", known, changes)
      : author.first("settings", { units, remindAfterDays: 14, ...changes });
    last.current = row.row as Settings;
    if (!(await keep(label, [row])).ok) last.current = undefined;
  };
  return (
    <main className={styles.settings} data-usable="true">
      <h1>Settings</h1>
      <div className={styles.choices}>
        <Choice
          title="Units"
          name="units"
          options={[
            { value: "metric", label: "kg, L, cm, °C" },
            { value: "us", label: "lb, qt, in, °F" },
          ]}
          chosen={units}
          onChoose={(value) => value && value !== units && void change("Units changed", { units: value })}
        />
        <Choice
          title="Light"
          name="light"
          options={[
            { value: "dark", label: "cellar, dim" },
            { value: "light", label: "daylight" },
            { value: "system", label: "as the device" },
          ]}
          chosen={mode ?? "system"}
          onChoose={(value) => value && setMode(value)}
        />
        <Choice
          title="Size of words"
          name="text"
          options={TEXT_SIZES.map((value) => ({ value, label: value }))}
          chosen={textSize}
          onChoose={(value) => value && setTextSize(value)}
        />
        <Choice
          title="Remind me to save an archive"
          name="remind"
          options={["7", "14", "30", "90"].map((days) => ({ value: days, label: `${days} days` }))}
          chosen={String(settings?.remindAfterDays ?? 14)}
          onChoose={(value) => value && void change("Reminder changed", { remindAfterDays: Number(value) })}
        />
        <Choice
          title="Which cellar is open"
          name="cellar"
          options={[
            { value: "own", label: "my own" },
            { value: "demo", label: "the demo cellar" },
          ]}
          chosen={open}
          onChoose={(value) => value && value !== open && void switchTo(value)}
        />
      </div>
      <section className={styles.rooms} aria-labelledby="scale">
        <h2 id="scale">A scale</h2>
        <p className={styles.quiet}>
          Read from a serial or USB line; then every field for a weight offers to take what it shows. A
          stand-in comes with the app.
        </p>
        <Button variant="outlined" onClick={() => ask({ of: "scale" })}>
          Connect a scale
        </Button>
      </section>
      <CellarName key={cellar?.rowId ?? "none"} />
      <Containers
        containers={settings?.containers ?? []}
        onChange={(label, containers) => change(label, { containers })}
      />
      <section className={styles.rooms}>
        <h2>Rooms</h2>
        <p className={styles.quiet}>
          How warm and damp it is where the bins stand. Measured in the bed, a probe always counts more.{" "}
          <Link href="/logger">Read it from a logger’s file</Link>
        </p>
        {rooms.map((room) => (
          <RoomForm key={room.rowId} room={room} />
        ))}
        {rooms.length === 0 && <p>Rooms come with the first bin.</p>}
      </section>
    </main>
  );
}

function CellarName() {
  const { cellar, author, keep } = useSession();
  const [typed, setTyped] = useState({ name: cellar?.name ?? "" });
  const { faults, kept } = useTypedForm(typed, ({ name }) => {
    const named = nameField.safeParse(name);
    return readAs(named.data, { name: named.success ? undefined : "A name of 1 to 80 letters." });
  });
  if (!cellar) return null;
  const save = kept(async (name) => {
    if (name !== cellar.name) await keep("Cellar renamed", [author.revised("cellars", cellar, { name })]);
  });
  return (
    <KeptForm onSave={save} className={styles.name}>
      <TextField
        label="Name of the cellar"
        value={typed.name}
        error={faults.name !== undefined}
        helperText={faults.name ?? " "}
        onChange={(event) => setTyped({ name: event.target.value })}
      />
      <Button type="submit">keep the name</Button>
    </KeptForm>
  );
}

/** A room's year as a keeper knows it: the coldest and the hottest weeks, and how damp. */
function RoomForm({ room }: { readonly room: Room }) {
  const { units, author, keep } = useSession();
  const unit = DEFAULT_UNIT[units].temperature;
  const { climate } = room;
  const [typed, setTyped] = useState({
    name: room.name,
    coldest: formatTemperature(climate.meanC - climate.swingK, units),
    hottest: formatTemperature(climate.meanC + climate.swingK, units),
    humidity: String(Math.round(climate.humidity * 100)),
    rain: climate.rainMmPerDay === undefined ? "" : String(climate.rainMmPerDay),
    shelter: climate.shelter ?? ("" as Shelter | ""),
  });
  const { faults, kept } = useTypedForm(typed, (now) => {
    const found: Record<string, string> = {};
    const named = nameField.safeParse(now.name);
    if (!named.success) found.name = "A name of 1 to 80 letters.";
    const degrees = (field: "coldest" | "hottest") => {
      const value = parseQuantity(now[field], "temperature", unit);
      if (!value.ok) found[field] = sayUnreadable(value.problem);
      else if (value.value < -40 || value.value > 60)
        found[field] = "No room is like that: is the unit right?";
      return value.ok ? value.value : 0;
    };
    const [coldest, hottest] = [degrees("coldest"), degrees("hottest")];
    const humidity = Number(now.humidity.trim().replace(/\s*%$/, "").replace(",", ".")) / 100;
    if (!(humidity > 0 && humidity <= 1)) found.humidity = "Between 1 and 100 %.";
    const rain = Number(
      now.rain
        .trim()
        .replace(/\s*mm$/, "")
        .replace(",", "."),
    );
    if (!(rain >= 0 && rain <= 60)) found.rain = "Between 0 and 60 mm; empty under a roof.";
    if (Object.keys(found).length === 0 && coldest > hottest)
      found.hottest = "The hottest week is colder than the coldest.";
    const { rainMmPerDay: _, shelter: __, ...dry } = climate;
    const year = {
      ...dry,
      ...(now.shelter === "" ? {} : { shelter: now.shelter }),
      meanC: (coldest + hottest) / 2,
      swingK: (hottest - coldest) / 2,
      humidity,
    };
    return readAs(
      named.success
        ? { name: named.data, climate: rain > 0 ? { ...year, rainMmPerDay: rain } : year }
        : undefined,
      found,
    );
  });
  const save = kept((changes) =>
    keep(`${changes.name}: climate kept`, [author.revised("rooms", room, changes)]),
  );
  const field = (name: "coldest" | "hottest") => ({
    typed: typed[name],
    onTyped: (text: string) => setTyped((before) => ({ ...before, [name]: text })),
    fault: faults[name],
  });
  return (
    <KeptForm onSave={save} className={styles.room}>
      <TextField
        label="Room"
        value={typed.name}
        error={faults.name !== undefined}
        helperText={faults.name ?? " "}
        onChange={(event) => setTyped((before) => ({ ...before, name: event.target.value }))}
      />
      <SelectField
        label="It stands"
        value={typed.shelter}
        empty="not said"
        onChoose={(shelter) => setTyped((before) => ({ ...before, shelter }))}
        options={SHELTERS.map((value) => ({ value, label: SHELTER[value].name }))}
      />
      <QuantityField label="Coldest week" dimension="temperature" unit={unit} {...field("coldest")} />
      <QuantityField label="Hottest week" dimension="temperature" unit={unit} {...field("hottest")} />
      <TextField
        label="Damp of the air (%)"
        value={typed.humidity}
        error={faults.humidity !== undefined}
        helperText={faults.humidity ?? " "}
        onChange={(event) => setTyped((before) => ({ ...before, humidity: event.target.value }))}
      />
      <TextField
        label="Rain (mm a day)"
        value={typed.rain}
        error={faults.rain !== undefined}
        helperText={faults.rain ?? "empty under a roof"}
        onChange={(event) => setTyped((before) => ({ ...before, rain: event.target.value }))}
      />
      <Button type="submit">keep it</Button>
    </KeptForm>
  );
}
