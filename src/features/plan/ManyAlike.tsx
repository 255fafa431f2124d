"use client";
import { useGuarded } from "@/ui/useGuarded";
import { systemOf, usualCompartments } from "@/core/bin/system";
import { calculatorNamed } from "@/core/calculators/registry";
import { DEFAULT_UNIT, formatCount, formatLength, formatMass } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { sayUnreadable } from "@/core/quantity/words";
import { freshProfile } from "@/core/picture/freshProfile";
import { MOST_KG_PER_M2 } from "@/core/stock/delivery";
import { newBinRows, walkedLast } from "@/session/rack";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import { QuantityField } from "@/ui/field/QuantityField";
import { name as nameField } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useState } from "react";
import styles from "./Plan.module.css";

const MOST_AT_ONCE = 200;

/** For a producer: so many tubs alike, stocked by area and density, on the rack at once. */
export function ManyAlike() {
  const { db, units, today, bins, rooms, cellar, author, keep } = useSession();
  const router = useRouter();
  const draft = useDraft(db, "plan/many", {
    name: "Tub",
    count: "20",
    width: formatLength(0.4, units),
    length: formatLength(0.3, units),
    height: formatLength(0.18, units),
    wormsPerM2: "2100",
    meanG: "0.45",
  });
  const { typed } = draft;
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const unit = DEFAULT_UNIT[units];
  const metres = (text: string) => {
    const read = parseQuantity(text, "length", unit.length);
    return read.ok ? read.value : undefined;
  };
  const count = Number(typed.count);
  const [widthM, lengthM, heightM] = [metres(typed.width), metres(typed.length), metres(typed.height)];
  const sum =
    widthM && lengthM
      ? calculatorNamed("stock-by-area")!.run({
          lengthM: widthM,
          widthM: lengthM,
          wormsPerM2: Number(typed.wormsPerM2.replace(",", ".")),
          meanWormG: Number(typed.meanG.replace(",", ".")),
        })
      : undefined;
  const each = sum?.ok ? (sum.value as { areaM2: number; count: number; massKg: number }) : undefined;

  const { guarded, isBusy } = useGuarded();
  const save = async () => {
    const found: Record<string, string> = {};
    const named = nameField.safeParse(typed.name);
    if (!named.success) found.name = "A name they share, such as Tub.";
    if (!Number.isInteger(count) || count < 1 || count > MOST_AT_ONCE)
      found.count = `A whole number from 1 to ${MOST_AT_ONCE}.`;
    for (const [field, value] of [
      ["width", widthM],
      ["length", lengthM],
      ["height", heightM],
    ] as const) {
      const read = parseQuantity(typed[field], "length", unit.length);
      if (value === undefined) found[field] = read.ok ? "" : sayUnreadable(read.problem);
      else if (value < 0.1 || value > 3) found[field] = "A tub is between 10 cm and 3 m: is the unit right?";
    }
    if (heightM !== undefined && heightM > 0.6 && heightM <= 3)
      found.height = `Worms work the top ${formatLength(0.3, units)}; the deepest that works is ${formatLength(0.6, units)}.`;
    if (sum && !sum.ok)
      for (const issue of sum.problem.issues)
        found[issue.path === "meanWormG" ? "meanG" : issue.path] = issue.message;
    if (each && each.massKg > MOST_KG_PER_M2 * each.areaM2)
      found.wormsPerM2 = `That is ${formatMass(each.massKg / each.areaM2, units, "bucket")} to the square metre; the most that lives is about ${Math.floor((MOST_KG_PER_M2 * 1000) / Number(typed.meanG.replace(",", ".")))} worms of this size.`;
    const taken = new Set((bins ?? []).map(({ bin }) => bin.name.toLowerCase()));
    const names = Array.from(
      { length: count || 0 },
      (_, at) => `${typed.name.trim()} ${String(at + 1).padStart(2, "0")}`,
    );
    const twice = names.find((one) => taken.has(one.toLowerCase()));
    if (twice) found.name = `There is a ${twice} already.`;
    setFaults(found);
    if (Object.keys(found).length > 0 || !widthM || !lengthM || !heightM || !each) return;
    const facts = systemOf("breederTub");
    const newRoom = rooms[0]
      ? undefined
      : author.first("rooms", {
          name: "Tub room",
          climate: { meanC: 20, swingK: 3, hottestDay: 205, humidity: 0.65 },
        });
    const roomId = rooms[0]?.id ?? newRoom!.row.id;
    const made = await Promise.all(
      names.map((own) =>
        newBinRows(author, own, today, [
          {
            kind: "altered",
            changes: {
              system: "breederTub",
              school: facts.school,
              roomId,
              cover: facts.cover,
              drainage: facts.drainage,
              wall: facts.wall,
              purpose: "worms",
              compartments: usualCompartments("breederTub", { widthM, lengthM, heightM }),
              resting: false,
            },
          },
        ]),
      ),
    );
    const kept = await keep(`${count} tubs on the rack`, [
      ...(newRoom ? [newRoom] : []),
      walkedLast(
        author,
        cellar,
        bins ?? [],
        made.map(({ binId }) => binId),
      ),
      ...made.flatMap(({ rows }) => rows),
    ]);
    if (!kept.ok) return;
    await draft.clear();
    router.push("/bins");
  };
  const set = (changes: Partial<typeof typed>) => draft.set((before) => ({ ...before, ...changes }));
  const plain = (field: "name" | "count" | "wormsPerM2" | "meanG", label: string, helper = " ") => (
    <TextField
      label={label}
      value={typed[field]}
      error={faults[field] !== undefined}
      helperText={faults[field] ?? helper}
      onChange={({ target }) => set({ [field]: target.value })}
      slotProps={{ htmlInput: { maxLength: 60, autoComplete: "off" } }}
    />
  );
  const side = (field: "width" | "length" | "height", label: string) => (
    <QuantityField
      label={label}
      dimension="length"
      unit={unit.length}
      typed={typed[field]}
      onTyped={(text) => set({ [field]: text })}
      fault={faults[field]}
      echo={(value) => formatLength(value, units)}
    />
  );
  return (
    <form
      className={styles.asking}
      onSubmit={(event) => {
        event.preventDefault();
        void guarded(save);
      }}
      noValidate
    >
      <section className={styles.question} aria-labelledby="many">
        <h2 id="many">Many alike</h2>
        <div className={styles.pair}>
          {plain("count", "How many tubs")}
          {plain("name", "Called", "numbered from 01")}
        </div>
        <div className={styles.three}>
          {side("width", "Width")}
          {side("length", "Front to back")}
          {side("height", "Height")}
        </div>
        <div className={styles.pair}>
          {plain("wormsPerM2", "Worms to the square metre", "breeding: about 2000")}
          {plain("meanG", "Weight of one worm (g)", "weigh a counted handful")}
        </div>
        <p className={styles.onward}>
          <Button type="submit" variant="contained" disabled={isBusy}>
            Put all {Number.isInteger(count) && count > 0 && count <= MOST_AT_ONCE ? count : ""} on the rack
          </Button>
        </p>
      </section>
      <aside className={styles.thought}>
        {widthM && heightM && widthM <= 3 && heightM <= 1 && lengthM && (
          <div className={styles.drawn}>
            <Cutaway
              profile={freshProfile("breederTub", { widthM, lengthM, heightM })}
              pxPerM={Math.min(260 / widthM, 200 / (heightM + 0.1))}
              detail="large"
              label="One of the tubs, to scale"
            />
          </div>
        )}
        {each && (
          <>
            <p>
              Each: {Number((each.areaM2 * 10_000).toPrecision(3))} cm²,{" "}
              <b>{formatCount(each.count)} worms</b>, {formatMass(each.massKg, units)}.
            </p>
            {count > 0 && count <= MOST_AT_ONCE && (
              <p>
                In all: <b>{formatCount(each.count * count)} worms</b>,{" "}
                {formatMass(each.massKg * count, units, "bucket")}, on{" "}
                {Number((each.areaM2 * count).toPrecision(3))} m².
              </p>
            )}
          </>
        )}
      </aside>
    </form>
  );
}
