"use client";
import { SQUEEZE_WORDS } from "@/core/words/readings";
import { shortName } from "@/core/catalogue/material";
import { mixCautions, mixPreparations } from "@/core/mixing/cautions";
import { MIX_PURPOSES, purposeAt, SCHOOLS_MOISTURE, WETNESS } from "@/core/mixing/purposes";
import { sayMissing } from "@/core/mixing/solve";
import { formatMass, formatVolume } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { Fist } from "@/ui/marks/Fist";
import type { HeapLayer, HeapTone } from "@/ui/mix/Heap";
import { Heap } from "@/ui/mix/Heap";
import { TargetField } from "@/ui/mix/TargetField";
import room from "@/ui/room.module.css";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import { useState } from "react";
import { BatchDialog } from "./BatchDialog";
import styles from "./Mix.module.css";
import { MixLines } from "./MixLines";
import type { Bench } from "./useBench";
import { useBench } from "./useBench";

const STRUCTURE_WORDS = {
  airy: "stands open and airy",
  even: "stands well enough",
  packs: "will pack down: add something stiff",
} as const;

/** The mix bench: a heap in layers, where it lies, and what it wants. */
export function MixRoom() {
  const bench = useBench();
  const { units } = useSession();
  const [isKeeping, setKeeping] = useState(false);
  const { report, reading, faults, blend, wish } = bench;
  const isEmpty = report.dry.massKg === 0;
  const layers: HeapLayer[] = [
    ...reading.parts.map((part) => ({ key: part.key, volumeL: part.volumeL, tone: toneOf(part.material) })),
    ...(report.waterL > 0 ? [{ key: "water", volumeL: report.waterL, tone: "water" as const }] : []),
  ];
  const trail = report.trail.flatMap((point, at) =>
    point.cn === undefined || reading.parts[at]!.massKg === 0
      ? []
      : [
          {
            key: point.key,
            label: `${at === 0 ? "" : "+ "}${shortName(reading.parts[at]!.material)}`,
            moisture: point.moisture,
            cn: point.cn,
          },
        ],
  );
  return (
    <main className={room.room} data-usable={bench.isLoaded}>
      <h1 className={room.title}>Mix bench</h1>
      <p className={room.lead}>
        Bedding or prepared feed. Write amounts as you like: by weight, by volume, or as parts of what you
        want in all.
      </p>
      <div className={styles.bench}>
        <section aria-labelledby="heap" className={styles.heapPart}>
          <h2 id="heap">The heap</h2>
          <Heap
            layers={layers}
            label={`A heap of ${reading.parts.map(({ material }) => shortName(material)).join(", ") || "nothing yet"}`}
          />
        </section>
        <MixLines bench={bench} />
        <section aria-labelledby="field" className={styles.fieldPart}>
          <h2 id="field">Where it lies</h2>
          <TargetField
            trail={trail}
            mix={
              isEmpty || report.cn === undefined ? undefined : { moisture: report.moisture, cn: report.cn }
            }
            said={
              isEmpty
                ? "Nothing on the bench"
                : `${Math.round(report.moisture * 100)} % moist, carbon to nitrogen ${Math.round(report.cn ?? 0)} to 1; worms do well from 66 to 86 % and 18 to 66 to 1`
            }
          />
        </section>
        <ReadOut bench={bench} />
      </div>
      <section className={styles.wish} aria-label="What is wanted">
        <div className={styles.purpose}>
          <Choice
            title="Mixed for"
            name="purpose"
            options={MIX_PURPOSES.map((value) => ({
              value,
              label: `${WETNESS[value].name}: ${SQUEEZE_WORDS[WETNESS[value].squeeze]}`,
              mark: <Fist squeeze={WETNESS[value].squeeze} />,
            }))}
            chosen={purposeAt(Number(bench.typed.moisture) / 100)}
            onChoose={(purpose) =>
              purpose && bench.set({ moisture: String(Math.round(100 * WETNESS[purpose].moisture)) })
            }
            aside={`Keepers differ: their ways ask ${Math.round(100 * SCHOOLS_MOISTURE.low)} to ${Math.round(100 * SCHOOLS_MOISTURE.high)} % of a bed.`}
          />
        </div>
        <TextField
          label="Wanted in all"
          value={bench.typed.wanted}
          error={faults.wanted !== undefined}
          helperText={faults.wanted ?? "loose"}
          onChange={({ target }) => bench.set({ wanted: target.value })}
        />
        <TextField
          label="Moisture (%)"
          value={bench.typed.moisture}
          error={faults.moisture !== undefined}
          helperText={faults.moisture ?? "as the drops above, or your own"}
          onChange={({ target }) => bench.set({ moisture: target.value })}
        />
        <TextField
          label="Carbon to nitrogen"
          value={bench.typed.cn}
          error={faults.cn !== undefined}
          helperText={faults.cn ?? "25 to 60 for bedding"}
          onChange={({ target }) => bench.set({ cn: target.value })}
        />
        <div className={styles.solve}>
          <Button
            onClick={() => void bench.solve()}
            disabled={bench.solving === "working" || bench.typed.lines.length === 0}
          >
            find the amounts for {bench.typed.wanted || "it"}
          </Button>
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={bench.typed.isAllThereIs}
                onChange={({ target }) => bench.set({ isAllThereIs: target.checked })}
              />
            }
            label="the amounts above are all I have"
          />
        </div>
        <div role="status" className={styles.answer}>
          {blend &&
            (blend.missing.length === 0 ? (
              <p className={styles.good}>
                It works out: {formatVolume(blend.volumeL, units)} with {formatVolume(blend.waterL, units)} of
                water.
              </p>
            ) : (
              blend.missing.map((missing) => (
                <p key={missing.code} className={styles.short}>
                  {sayMissing(missing, wish)}
                </p>
              ))
            ))}
        </div>
      </section>
      <div className={styles.actions}>
        <Button variant="contained" disabled={isEmpty} onClick={() => setKeeping(true)}>
          Put it to ripen
        </Button>
        <Link href="/store">what is in the store</Link>
        <Link href="/guide?in=bedding">read about bedding</Link>
      </div>
      {isKeeping && <BatchDialog bench={bench} onClose={() => setKeeping(false)} />}
    </main>
  );
}

function ReadOut({ bench }: { readonly bench: Bench }) {
  const { units } = useSession();
  const { report, reading } = bench;
  if (report.dry.massKg === 0)
    return (
      <p className={styles.readOut}>Put something on the bench and it is weighed, balanced and drawn.</p>
    );
  return (
    <section className={styles.readOut} aria-label="What it comes to">
      <p className={styles.big}>{formatVolume(report.dry.volumeL, units)}</p>
      <p className={styles.quiet}>
        loose, {formatVolume(report.settledL, units)} settled;{" "}
        {formatMass(report.whole.massKg, units, "bucket")} wet
      </p>
      {report.squeeze && (
        <p className={styles.squeeze}>
          <span className={styles.fist}>
            <Fist squeeze={report.squeeze} />
          </span>
          <span>
            <b>{SQUEEZE_WORDS[report.squeeze]}</b> in the fist, {Math.round(report.moisture * 100)} % water;{" "}
            {STRUCTURE_WORDS[report.structure]}
          </span>
        </p>
      )}
      {report.waterL > 0 && (
        <p>
          <b>{formatVolume(report.waterL, units)} of water.</b> Standing rids it of chlorine, not of
          chloramine: filter, or ascorbic acid.
        </p>
      )}
      {report.dryCardKg !== undefined && (
        <p className={styles.short}>
          Wetter than wanted: {formatMass(report.dryCardKg, units)} of dry card would bring it there.
        </p>
      )}
      {mixPreparations(reading.parts, units).map((text) => (
        <p key={text}>{text}</p>
      ))}
      {mixCautions(reading.parts)
        .slice(0, 2)
        .map(({ hazardId, text }) => (
          <p key={hazardId} className={styles.caution}>
            <Link href={`/guide?page=hazard/${hazardId}`}>{text}</Link>
          </p>
        ))}
    </section>
  );
}

function toneOf(material: Bench["reading"]["parts"][number]["material"]): HeapTone {
  if (material.use === "food") return "food";
  if (material.use === "amendment") return "grit";
  return material.dryDensityKgPerL >= 0.12 ? "crumbs" : "straw";
}
