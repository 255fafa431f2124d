"use client";
import { AmountField } from "@/ui/field/AmountField";
import type { Measures } from "@/core/quantity/parse";
import { HAZARDS } from "@/core/catalogue/guideTables";
import { SPREAD_M } from "@/core/lot/drying";
import { litreKgOf } from "@/core/lot/state";
import { USE_RULES, amountFor } from "@/core/lot/uses";
import { sayBagLine, USE_BY_WORDS, USE_HOW } from "@/core/lot/words";
import { DEFAULT_UNIT, formatLength, formatMass, formatVolume } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { toBase } from "@/core/quantity/unit";
import { SQUEEZE_WORDS } from "@/core/words/readings";
import { LOT_USE_WORDS, PARTED_WORDS } from "@/core/words/entry";
import type { LotToday } from "@/session/batches";
import { actRows, newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { DayField } from "@/ui/field/DayField";
import { optionsOf, SelectField } from "@/ui/field/SelectField";
import { FormDialog } from "@/ui/form/FormDialog";
import { unread, useTypedForm } from "@/ui/form/useTypedForm";
import { done } from "@/vocabulary/outcome";
import { LOT_USES, PARTED_BY } from "@/vocabulary/lots";
import { SQUEEZES } from "@/vocabulary/readings";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import styles from "./Lots.module.css";
import type { LotDeed, LotTyped } from "./lotTyped";
import { lineKey, lotFacts, nothingTyped } from "./lotTyped";

const WORDS: Readonly<
  Record<LotDeed, { readonly title: string; readonly keep: string; readonly said: string }>
> = {
  spread: { title: "Spread it to dry", keep: "Keep: it is spread", said: "spread to dry" },
  turn: { title: "Turned it", keep: "Keep: it was turned", said: "turned" },
  feel: { title: "How moist is it?", keep: "Keep what it felt like", said: "felt" },
  damp: { title: "Damp it", keep: "Keep the water", said: "damped" },
  sieve: { title: "Sieve it", keep: "Keep: it was sieved", said: "sieved" },
  mature: { title: "Let it mature", keep: "Keep: it matures", said: "put to mature" },
  store: { title: "Put it in store", keep: "Keep: it is stored", said: "put in store" },
  bag: { title: "Fill bags", keep: "Keep the bags", said: "bagged" },
  open: { title: "Open bags", keep: "Keep: they are open", said: "bags opened" },
  part: { title: "Use, give or sell", keep: "Keep where it went", said: "parted" },
};
const HOW: Partial<Readonly<Record<LotDeed, string>>> = {
  spread:
    "Thin, out of the sun, turned so that it does not crust. Crumbly is dry enough; dust and bricks are dead.",
  mature: "Damp as a wrung cloth, airy, under something that breathes; felt once a month.",
  store: "Under a lid that lies loose, cool and dark. Shut tight it sweats and sours.",
  sieve:
    "It falls through by itself when it is dry enough. Wet it down if it dusts, and keep the dust out of your lungs.",
};
const AMOUNT: Partial<Readonly<Record<LotDeed, string>>> = {
  feel: "Or the weight of all of it",
  damp: "Water",
  sieve: "What did not go through, if you weigh it",
  bag: "In one bag, by weight or litres",
  part: "How much, by weight or litres",
};

/** One thing done to a lot, on a day. */
export function LotDialog({
  one,
  deed,
  onClose,
}: {
  readonly one: LotToday;
  readonly deed: LotDeed;
  readonly onClose: () => void;
}) {
  const { db, measures, today, author, keep, bins } = useSession();
  const { units } = measures;
  const { lot, state } = one;
  const draft = useDraft<LotTyped>(db, `lot/${deed}/${lot.id}`, nothingTyped(today));
  const { typed } = draft;
  const set = (change: Partial<LotTyped>) => draft.set((before) => ({ ...before, ...change }));
  const { faults, kept } = useTypedForm(typed, (now) => {
    const found = lotFacts(deed, now, one, {
      today,
      ...measures,
      firstDayOf: (id) => bins?.find(({ bin }) => bin.id === id)?.bin.firstDay,
    });
    return "faults" in found ? unread(found.faults) : done(found);
  });
  const field = (of: keyof LotTyped, label: string, helper = " ") => (
    <TextField
      label={label}
      value={typed[of]}
      error={faults[of] !== undefined}
      helperText={faults[of] ?? helper}
      onChange={({ target }) => set({ [of]: target.value })}
      slotProps={{ htmlInput: { autoComplete: "off", maxLength: 80 } }}
    />
  );
  const binField = (label: string, empty: string) => (
    <SelectField
      label={label}
      value={typed.bin}
      fault={faults.bin}
      onChoose={(bin) => set({ bin })}
      empty={empty}
      options={(bins ?? [])
        .filter(({ state: { setup } }) => setup && !setup.retired)
        .map(({ bin }) => ({ value: bin.id, label: bin.name }))}
    />
  );
  const save = kept(async ({ facts, day }) => {
    const act = facts.bin || facts.lot.length > 1 ? { actId: newId() } : {};
    const saved = await keep(`${lot.name}: ${deed === "part" ? PARTED_WORDS[typed.how] : WORDS[deed].said}`, [
      ...(await author.entries(
        { kind: "lot", id: lot.id },
        day,
        facts.lot.map((fact) => ({ ...fact, ...act })),
      )),
      ...(facts.bin
        ? await actRows(author, day, [{ binId: facts.bin.binId, fact: { ...facts.bin.fact, ...act } }])
        : []),
    ]);
    if (!saved.ok) return;
    await draft.clear();
    onClose();
  });
  return (
    <FormDialog
      title={WORDS[deed].title}
      of={lot.name}
      keep={WORDS[deed].keep}
      size="xs"
      onSave={save}
      onClose={onClose}
    >
      {HOW[deed] && <p className={styles.how}>{HOW[deed]}</p>}
      {deed === "feel" && (
        <>
          <Choice
            title="A handful, squeezed once"
            name="squeeze"
            options={SQUEEZES.map((value) => ({ value, label: SQUEEZE_WORDS[value] }))}
            chosen={typed.squeeze === "" ? undefined : typed.squeeze}
            onChoose={(squeeze) => set({ squeeze: squeeze ?? "" })}
          />
          {faults.squeeze && (
            <p className={styles.fault} role="alert">
              {faults.squeeze}
            </p>
          )}
        </>
      )}
      {deed === "part" && (
        <SelectField
          label="What became of it"
          value={typed.how}
          onChoose={(how) => set({ how })}
          options={optionsOf(PARTED_BY, PARTED_WORDS)}
        />
      )}
      {deed === "part" && typed.how === "used" && <UseFields one={one} typed={typed} set={set} />}
      {deed === "sieve" && field("many", `Width of the mesh (${units === "us" ? "in" : "mm"})`)}
      {deed === "bag" && field("many", "How many bags")}
      {(deed === "part" || deed === "open") && state.bags.length > 0 && (
        <>
          {state.bags.length > 1 && (
            <SelectField
              label="Of which"
              value={typed.line ?? ""}
              fault={faults.line}
              onChoose={(line) => set({ line })}
              empty={deed === "part" ? "what lies loose" : "choose the bags"}
              options={state.bags.map((line) => ({
                value: lineKey(line),
                label: sayBagLine(line, units),
              }))}
            />
          )}
          {(deed === "open" || state.bags.length === 1 || typed.line) &&
            field(
              "many",
              deed === "part" && state.bags.length === 1 ? "Or how many bags" : "How many bags",
              state.bags.length === 1 ? sayBagLine(state.bags[0]!, units) : " ",
            )}
        </>
      )}
      {deed === "spread" &&
        field("amount", `How deep (${DEFAULT_UNIT[units].length})`, `else ${formatLength(SPREAD_M, units)}`)}
      {AMOUNT[deed] && (
        <AmountField
          label={AMOUNT[deed]}
          of={deed === "damp" ? "liquid" : "bulk"}
          typed={typed.amount}
          onTyped={(amount) => set({ amount })}
          fault={faults.amount}
        />
      )}
      {deed === "sieve" && typed.amount.trim() !== "" && binField("Put back into", "no bin")}
      {deed === "part" &&
        typed.how === "used" &&
        typed.use === "newBin" &&
        binField("Into which bin", "choose it")}
      {deed === "part" &&
        !(typed.how === "used" && typed.use === "newBin") &&
        typed.how !== "thrown" &&
        field("where", typed.how === "used" ? "On which bed or pots" : "To whom")}
      {deed === "part" && typed.how === "sold" && (
        <div className={styles.pair}>
          {field("price", "For, all together")}
          {field("currency", "Money")}
        </div>
      )}
      {deed === "part" && (typed.how === "sold" || typed.how === "given") && <Caution id="sell-castings" />}
      {deed === "sieve" && <Caution id="legionella-dust" />}
      <DayField
        day={typed.day}
        onDay={(day) => set({ day })}
        fault={faults.day}
        from={lot.madeOn}
        to={today}
      />
      {field("note", "Note, if you like")}
    </FormDialog>
  );
}

/** What it is used for, for how much of that, and what that comes to; a press takes it. */
function UseFields({
  one,
  typed,
  set,
}: {
  readonly one: LotToday;
  readonly typed: LotTyped;
  readonly set: (change: Partial<LotTyped>) => void;
}) {
  const { measures } = useSession();
  const { units } = measures;
  const { use } = typed;
  const rule = use === "" ? undefined : USE_RULES[use];
  const asked = rule && askedOf(rule.by, typed.made, measures);
  const found = use === "" || asked === undefined ? undefined : amountFor(use, asked);
  const litreKg = litreKgOf(one.lot, one.state.moisture);
  const meshM = one.state.sievedAt?.meshM;
  return (
    <>
      <SelectField
        label="For what"
        value={typed.use}
        onChoose={(next) => set({ use: next, made: "" })}
        empty="not said"
        options={optionsOf(LOT_USES, LOT_USE_WORDS)}
      />
      {use !== "" && rule && (
        <>
          <p className={styles.how}>
            {USE_HOW[use]}
            {rule.meshM !== undefined &&
              (meshM === undefined || meshM > rule.meshM) &&
              ` It has not gone through a mesh of ${units === "us" ? formatLength(rule.meshM, units) : `${rule.meshM * 1000} mm`} yet.`}
          </p>
          <TextField
            label={`${USE_BY_WORDS[rule.by]}${UNIT_OF[units][rule.by]}`}
            value={typed.made}
            helperText={
              found
                ? `${formatVolume(found.castingsL.usual, units)} of castings, ${formatVolume(found.castingsL.low, units)} to ${formatVolume(found.castingsL.high, units)}; ${formatMass(found.castingsL.usual * litreKg, units, "bucket")}${found.totalL === undefined ? "" : `, ${formatVolume(found.totalL, units)} in all`}`
                : " "
            }
            onChange={({ target }) => set({ made: target.value })}
            slotProps={{ htmlInput: { autoComplete: "off", maxLength: 40 } }}
          />
          {found && found.castingsL.usual > 0 && (
            <Button
              onClick={() =>
                // By weight, to the gram: what is said in spoons or cups would be rounded.
                set({ amount: `${Number((found.castingsL.usual * litreKg).toFixed(3))} kg` })
              }
            >
              take {formatVolume(found.castingsL.usual, units)}
            </Button>
          )}
          {rule.cautions.map((id) => (
            <Caution key={id} id={id} />
          ))}
        </>
      )}
    </>
  );
}
const UNIT_OF = {
  metric: { mix: " (L)", area: " (m²)", plants: "", water: " (L)" },
  us: { mix: " (qt)", area: " (sq ft)", plants: "", water: " (qt)" },
} as const;
function askedOf(
  by: "mix" | "area" | "plants" | "water",
  text: string,
  measures: Measures,
): number | undefined {
  if (text.trim() === "") return undefined;
  if (by === "mix" || by === "water") {
    const read = parseQuantity(text, "volume", DEFAULT_UNIT[measures.units].volume, measures);
    return read.ok ? read.value : undefined;
  }
  const value = Number(
    text
      .trim()
      .replace(",", ".")
      .replace(/\s*(m2|m²|sq ?ft)$/i, ""),
  );
  if (!Number.isFinite(value) || value < 0) return undefined;
  return by === "area" && measures.units === "us" ? value * toBase(1, "ft") ** 2 : value;
}

function Caution({ id }: { readonly id: string }) {
  const hazard = HAZARDS.find((one) => one.id === id);
  return hazard ? (
    <p className={styles.caution}>
      {hazard.caution} <span className={styles.quiet}>{hazard.deferTo} go before this.</span>
    </p>
  ) : null;
}
