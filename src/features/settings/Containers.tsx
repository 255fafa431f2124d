"use client";
import { DEFAULT_UNIT, formatMass, formatVolume } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import type { Settings } from "@/records/settings";
import { useSession } from "@/session/session";
import { QuantityField } from "@/ui/field/QuantityField";
import { KeptForm } from "@/ui/form/KeptForm";
import { readAs, useTypedForm } from "@/ui/form/useTypedForm";
import { name as nameField } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Settings.module.css";

const NOTHING = { name: "", holds: "", weighs: "", sprays: "" };
type Containers = NonNullable<Settings["containers"]>;

/** The keeper's own bucket, jar, scoop and can, measured once: amounts may be given as so many of them. */
export function Containers({
  containers,
  onChange,
}: {
  readonly containers: Containers;
  readonly onChange: (label: string, containers: Containers) => Promise<unknown>;
}) {
  const { units, measures } = useSession();
  const [typed, setTyped] = useState(NOTHING);
  const { faults, kept } = useTypedForm(typed, (now) => {
    const found: Record<string, string> = {};
    const named = nameField.safeParse(now.name);
    if (!named.success) found.name = "A name of 1 to 80 letters.";
    else if (containers.some(({ name }) => name.toLowerCase() === named.data.toLowerCase()))
      found.name = "There is one of that name.";
    const isSprayer = now.sprays.trim() !== "";
    const field = isSprayer ? "sprays" : "holds";
    const volume = parseQuantity(now[field], "volume", DEFAULT_UNIT[units].volume, measures);
    if (!volume.ok)
      found[field] = volume.problem.code === "quantity/empty" ? "Measure it once and write how much." : sayUnreadable(volume.problem); // prettier-ignore
    else if (!(volume.value > 0)) found[field] = "Nothing is no measure.";
    const tare =
      now.weighs.trim() === "" ? undefined : parseQuantity(now.weighs, "mass", DEFAULT_UNIT[units].smallMass);
    if (tare && !tare.ok) found.weighs = sayUnreadable(tare.problem);
    return readAs(
      named.success && volume.ok
        ? {
            name: named.data,
            ...(isSprayer ? { litresPerMin: volume.value } : { volumeL: volume.value }),
            ...(tare?.ok && tare.value > 0 ? { tareKg: tare.value } : {}),
          }
        : undefined,
      found,
    );
  });
  const add = kept(async (measure) => {
    await onChange(`${measure.name} measured`, [...containers, measure]);
    setTyped(NOTHING);
  });
  return (
    <section className={styles.rooms} aria-labelledby="containers">
      <h2 id="containers">Your own measures</h2>
      <p className={styles.quiet}>
        Measure a bucket, a jar, a scoop or the sprayer once; then “2 grey buckets”, “half a jar” or “40 s”
        will do wherever an amount is asked for. Weighed empty, it is taken off what you weigh in.
      </p>
      <ul className={styles.containers}>
        {containers.map(({ name, volumeL, litresPerMin, tareKg }) => (
          <li key={name}>
            <b>{name}</b>{" "}
            {volumeL === undefined
              ? `${formatVolume(litresPerMin ?? 0, units)} a minute`
              : formatVolume(volumeL, units)}
            {tareKg !== undefined && `, ${formatMass(tareKg, units)} empty`}
            <Button
              onClick={() =>
                void onChange(
                  `${name} taken off the measures`,
                  containers.filter((one) => one.name !== name),
                )
              }
              aria-label={`Take ${name} off the measures`}
            >
              take off
            </Button>
          </li>
        ))}
      </ul>
      <KeptForm onSave={add} className={styles.measure}>
        <TextField
          label="What you call it"
          value={typed.name}
          error={faults.name !== undefined}
          helperText={faults.name ?? " "}
          onChange={({ target }) => setTyped((before) => ({ ...before, name: target.value }))}
        />
        <QuantityField
          label="It holds"
          dimension="volume"
          unit={DEFAULT_UNIT[units].volume}
          typed={typed.holds}
          onTyped={(holds) => setTyped((before) => ({ ...before, holds }))}
          fault={faults.holds}
        />
        <QuantityField
          label="Empty it weighs"
          dimension="mass"
          unit={DEFAULT_UNIT[units].smallMass}
          typed={typed.weighs}
          onTyped={(weighs) => setTyped((before) => ({ ...before, weighs }))}
          fault={faults.weighs}
          helper="for the harvest, if you like"
        />
        <QuantityField
          label="A sprayer, a minute"
          dimension="volume"
          unit={DEFAULT_UNIT[units].volume}
          typed={typed.sprays}
          onTyped={(sprays) => setTyped((before) => ({ ...before, sprays }))}
          fault={faults.sprays}
        />
        <Button type="submit">keep the measure</Button>
      </KeptForm>
    </section>
  );
}
