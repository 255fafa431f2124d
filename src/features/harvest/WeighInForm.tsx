"use client";
import { NOTHING_BESIDE } from "@/core/log/beside";
import type { HarvestPlan } from "@/core/harvest/harvestPlan";
import type { Way } from "@/core/harvest/ways";
import { PORTIONS } from "@/core/harvest/weighIn";
import type { Portion } from "@/core/harvest/weighIn";
import { lotFrom } from "@/core/lot/make";
import { CRUMB_KG } from "@/core/lot/state";
import { DEFAULT_UNIT, formatMass, formatWeighed, formatPercent, formatToEdit } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import type { BinToday } from "@/core/round/round";
import { readLog } from "@/persistence/read";
import type { NewRow } from "@/persistence/write";
import { actRows, newId } from "@/session/author";
import type { DraftState } from "@/session/draft";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { QuantityField } from "@/ui/field/QuantityField";
import { KeptForm } from "@/ui/form/KeptForm";
import { readAs, unread, useTypedForm } from "@/ui/form/useTypedForm";
import { TakeReading } from "@/ui/field/TakeReading";
import { SelectField } from "@/ui/field/SelectField";
import { Choice } from "@/ui/choice/Choice";
import { SQUEEZE_WORDS } from "@/core/words/readings";
import { SQUEEZES } from "@/vocabulary/readings";
import Link from "next/link";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useState } from "react";
import styles from "./Harvest.module.css";
import type { Beyond, HarvestTyped, LineTyped } from "./harvestTyped";
import {
  BEYOND,
  BEYOND_WORDS,
  EMPTY_LINE,
  harvestFacts,
  moistureTyped,
  NEW_LOT,
  NO_LOT,
  partsTyped,
  readLines,
  USUAL_LITRE_KG,
} from "./harvestTyped";

const PORTION_WORDS: Readonly<Record<Portion, string>> = {
  castings: "castings",
  worms: "worms, with what clings",
  overs: "overs, not through",
  fines: "fines, full of cocoons",
  liquid: "liquid",
};
const BEYOND_ANSWERS: Readonly<Record<Beyond, string>> = {
  held: "Keep it: the forecast takes the scale’s word, and what this bin makes of its food is learned from it.",
  unwritten: "Keep it, and write what went in on its own day: then the sums add up again.",
  wetter: "Squeeze a handful or dry a sample, above: the books count dry weight, and water is no castings.",
};
/** More than this of what is known to be there, and it is asked what is so. */
const BEYOND_SHARE = 1.25;

/** Everything that came out, on the scale or by the litre, and the one press that keeps it. */
export function WeighInForm({
  one,
  plan,
  way,
  draft,
  draftKey,
}: {
  readonly one: BinToday;
  readonly plan: HarvestPlan;
  readonly way: Way;
  readonly draft: DraftState<HarvestTyped>;
  readonly draftKey: string;
}) {
  const { db, bins, lotsToday, units, measures, today, author, keep, settings } = useSession();
  const tares = (settings?.containers ?? []).flatMap(({ name, tareKg }) =>
    tareKg === undefined ? [] : [{ name, tareKg }],
  );
  const lots = (lotsToday ?? []).filter(({ state: { massKg } }) => massKg > CRUMB_KG);
  const { ask } = useErrands();
  const router = useRouter();
  const [keptElsewhere, setKeptElsewhere] = useState(false);
  const { bin, state } = one;
  const { typed } = draft;
  const litre = parseQuantity(typed.litre, "mass", "kg");
  const litreKg = litre.ok && litre.value > 0.1 ? litre.value : USUAL_LITRE_KG;
  const read = readLines(typed, measures, litreKg);
  const others = (bins ?? []).filter(
    (other) => other.bin.id !== bin.id && other.state.setup && !other.state.setup.retired,
  );
  const change = (at: number, to: Partial<LineTyped>) =>
    draft.set((before) => ({
      ...before,
      lines: before.lines.map((line, nth) => (nth === at ? { ...line, ...to } : line)),
    }));
  const wet = moistureTyped(typed, units);
  const parts = partsTyped(typed, read, units, bin.id);
  const isBeyond = read.castingsKg > BEYOND_SHARE * plan.kg + 0.5;
  const usesLitres = read.lines.some(({ isByLitre }) => isByLitre);

  const { faults, isBusy, kept } = useTypedForm(typed, (now) => {
    const found = harvestFacts({ ...now, way }, readLines(now, measures, litreKg), {
      binId: bin.id,
      compartment: plan.compartment,
      speciesId: state.worms.speciesId,
      units,
    });
    return found.ok ? readAs(found.facts, {}) : unread({ whole: found.sentence });
  });
  const sentence = keptElsewhere
    ? "This harvest was kept already, in another tab: nothing is written twice."
    : faults.whole;
  const save = kept(async (facts) => {
    // What was typed is a draft until it is kept: gone, and another tab has kept it.
    const isKept = (await db.drafts.get(draftKey)) === undefined;
    setKeptElsewhere(isKept);
    if (isKept) return;
    // Put to a lot that is there, it stands in that log too: struck out in one, it goes from both.
    const joins = read.castingsKg > 0 && lots.some(({ lot }) => lot.id === typed.lot);
    const actId = joins ? newId() : undefined;
    const rows = await actRows(
      author,
      today,
      facts,
      {
        ...NOTHING_BESIDE,
        binId: bin.id,
        note: [typed.note.trim(), isBeyond && typed.because ? BEYOND_WORDS[typed.because] : ""]
          .filter((words) => words !== "")
          .join("; "),
      },
      actId,
    );
    const done = await keep(`${bin.name}: harvested`, [...rows, ...(await lotRows(actId))]);
    if (!done.ok) return;
    await draft.clear();
    router.push(read.castingsKg > 0 && typed.lot !== NO_LOT ? "/lots" : `/bin?id=${bin.id}`);
  });
  /** Castings go on: into a lot of their own, or to one that is there. */
  const lotRows = async (actId: string | undefined): Promise<NewRow[]> => {
    const massKg = Number(read.castingsKg.toFixed(3));
    if (massKg <= 0 || typed.lot === NO_LOT) return [];
    const into = lots.find(({ lot }) => lot.id === typed.lot);
    if (into)
      return author.entries({ kind: "lot", id: into.lot.id }, today, [
        {
          kind: "received",
          what: "castings",
          amount: { massKg, measuredBy: usesLitres ? "volume" : "weighed" },
          fromBinId: bin.id,
          ...(actId === undefined ? {} : { actId }),
        },
      ]);
    const log = await readLog(db, bin.id);
    return [
      author.first("lots", lotFrom({ bin, massKg, litreKg, day: today, moisture: wet.moisture }, log.rows)),
    ];
  };
  const mass = (
    label: string,
    field: "sampleWet" | "sampleDried" | "before" | "after",
    unit: "mass" | "smallMass",
    helper: string,
  ) => (
    <QuantityField
      label={label}
      dimension="mass"
      unit={DEFAULT_UNIT[units][unit]}
      typed={typed[field] ?? ""}
      onTyped={(text) => draft.set((before) => ({ ...before, [field]: text }))}
      helper={helper}
    />
  );
  return (
    <KeptForm className={styles.weighIn} labelledBy="weigh-in" onSave={save}>
      <h2 id="weigh-in">Weigh in</h2>
      <p className={styles.expected}>
        “3 × 12 kg”, “40 lb less 14 oz” or “4 gal”. What goes back where it came from need not be weighed.
      </p>
      <Button onClick={() => ask({ of: "scale" })}>read a scale</Button>
      {typed.lines.map((line, at) => (
        <div key={at} className={styles.line}>
          <SelectField
            label="What"
            value={line.portion}
            onChoose={(portion) => change(at, { portion })}
            options={PORTIONS.map((value) => ({ value, label: PORTION_WORDS[value] }))}
          />
          <TextField
            label={`Full (${DEFAULT_UNIT[units].mass})`}
            value={line.weighed}
            onChange={({ target }) => change(at, { weighed: target.value })}
            error={read.of[at]?.fault !== undefined}
            helperText={
              read.of[at]?.fault ??
              (read.of[at]?.netKg === undefined ? " " : `${formatWeighed(read.of[at].netKg, units)} net`)
            }
            slotProps={{
              htmlInput: { autoComplete: "off", maxLength: 80 },
              input: {
                endAdornment: (
                  <TakeReading
                    label={`line ${at + 1}`}
                    // One container after the other: each adds to what stands there.
                    onTake={(said) =>
                      change(at, { weighed: line.weighed.trim() === "" ? said : `${line.weighed} + ${said}` })
                    }
                  />
                ),
              },
            }}
          />
          <QuantityField
            label="Each empty"
            dimension="mass"
            unit={DEFAULT_UNIT[units].smallMass}
            typed={line.tare}
            onTyped={(tare) => change(at, { tare })}
            helper="if not tared"
          />
          {tares.length > 0 && line.tare === "" && (
            <span className={styles.tares}>
              {tares.map(({ name, tareKg }) => (
                <Button
                  key={name}
                  size="small"
                  aria-label={`Line ${at + 1} is in ${name}, ${formatMass(tareKg, units)} empty`}
                  onClick={() =>
                    change(at, { tare: formatToEdit(tareKg, "mass", DEFAULT_UNIT[units].smallMass) })
                  }
                >
                  {name}
                </Button>
              ))}
            </span>
          )}
          {line.portion !== "castings" && line.portion !== "liquid" ? (
            <SelectField
              label="To"
              value={line.to}
              onChoose={(to) => change(at, { to })}
              options={[
                { value: "", label: `back into ${bin.name}` },
                ...others.map((other) => ({ value: other.bin.id, label: other.bin.name })),
              ]}
            />
          ) : (
            <span />
          )}
          <Button
            aria-label={`Take line ${at + 1} away`}
            disabled={typed.lines.length === 1}
            onClick={() =>
              draft.set((before) => ({ ...before, lines: before.lines.filter((_, nth) => nth !== at) }))
            }
          >
            take away
          </Button>
        </div>
      ))}
      <Button
        onClick={() =>
          draft.set((before) => ({
            ...before,
            // The next container is mostly like the one before.
            lines: [...before.lines, { ...EMPTY_LINE, tare: before.lines.at(-1)?.tare ?? "" }],
          }))
        }
      >
        another line
      </Button>
      <div className={styles.foot}>
        {usesLitres && (
          <QuantityField
            label="A litre of these weighs"
            dimension="mass"
            unit="kg"
            typed={typed.litre}
            onTyped={(weight) => draft.set((before) => ({ ...before, litre: weight }))}
            helper={`else ${formatMass(USUAL_LITRE_KG, units)}`}
          />
        )}
        {read.castingsKg > 0 && (
          <SelectField
            label="The castings become"
            value={typed.lot}
            onChoose={(lot) => draft.set((before) => ({ ...before, lot }))}
            options={[
              { value: NEW_LOT, label: "a lot of their own" },
              ...lots.map(({ lot }) => ({ value: lot.id, label: `part of ${lot.name}` })),
              { value: NO_LOT, label: "nothing: they are used at once" },
            ]}
          />
        )}
        <TextField
          label="Note, if you like"
          value={typed.note}
          onChange={({ target }) => draft.set((before) => ({ ...before, note: target.value }))}
          helperText=" "
          slotProps={{ htmlInput: { maxLength: 400 } }}
        />
      </div>
      {read.castingsKg > 0 && (
        <details className={styles.more}>
          <summary>
            How moist{wet.moisture === undefined ? "" : `: ${formatPercent(wet.moisture)}`}, the bin on the
            scale{settings?.accounts ? ", how long it took" : ""}
          </summary>
          <div className={styles.foot}>
            <SelectField
              label="A squeeze of the castings"
              value={typed.felt ?? ""}
              onChoose={(felt) => draft.set((before) => ({ ...before, felt }))}
              options={[
                { value: "" as const, label: "not tried" },
                ...SQUEEZES.map((value) => ({ value, label: SQUEEZE_WORDS[value] })),
              ]}
            />
            {mass("A sample, wet", "sampleWet", "smallMass", "or weigh a cupful")}
            {mass("The same, dried", "sampleDried", "smallMass", wet.fault ?? "as dry as toast")}
          </div>
          <div className={styles.foot}>
            {mass("The whole bin before", "before", "mass", "if it stands on a scale")}
            {mass("and after", "after", "mass", " ")}
            {settings?.accounts && (
              <TextField
                label="Minutes it took"
                value={typed.tookMin ?? ""}
                onChange={({ target }) => draft.set((before) => ({ ...before, tookMin: target.value }))}
                helperText=" "
                slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 6, autoComplete: "off" } }}
              />
            )}
          </div>
          {parts && (
            <p role="status" className={parts.isOff ? styles.beyond : styles.sum}>
              {parts.isOff
                ? `The bin lost ${formatWeighed(parts.lostKg, units)}, what was weighed comes to ${formatWeighed(parts.partsKg, units)}: is a container missing, or one counted full?`
                : `The bin lost ${formatWeighed(parts.lostKg, units)}: that is what was weighed.`}
            </p>
          )}
        </details>
      )}
      <p className={styles.sum} aria-live="polite">
        {read.castingsKg > 0 && (
          <>
            <b>{formatWeighed(read.castingsKg, units)}</b> of castings; about{" "}
            {formatMass(plan.kg, units, "bucket")} were expected.
          </>
        )}
      </p>
      {isBeyond && (
        <p className={styles.beyond} role="status">
          That is more than this bin is known to hold. Was it weighed with its container? Then write the empty
          weight. Else, what is so?
        </p>
      )}
      {isBeyond && (
        <Choice
          title="What is so"
          name="because"
          options={BEYOND.map((value) => ({ value, label: BEYOND_WORDS[value] }))}
          chosen={typed.because || undefined}
          onChoose={(because) => draft.set((before) => ({ ...before, because: because ?? "" }))}
        />
      )}
      {isBeyond && typed.because !== "" && typed.because !== undefined && (
        <p className={styles.sum} role="status">
          {BEYOND_ANSWERS[typed.because]}
          {typed.because === "unwritten" && (
            <>
              {" "}
              <Link href={`/bin?id=${bin.id}`}>Write it down at the bin</Link>
            </>
          )}
        </p>
      )}
      {sentence && (
        <p className={styles.fault} role="alert">
          {sentence}
        </p>
      )}
      <Button type="submit" variant="contained" disabled={isBusy}>
        Keep the harvest
      </Button>
    </KeptForm>
  );
}
