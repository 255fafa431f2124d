"use client";
import { materialOf } from "@/core/catalogue/material";
import { AmountField } from "@/ui/field/AmountField";
import type { FoundAbout } from "@/core/calculators/foundStart";
import { contradictions } from "@/core/bin/found";
import { DEFAULT_UNIT } from "@/core/quantity/format";
import {
  FOOD_LEFT_WORDS,
  FOUND_FILL_WORDS,
  FOUND_HANDFUL_WORDS,
  FOUND_STATE_WORDS,
  SQUEEZE_WORDS,
} from "@/core/words/readings";
import type { Compartment } from "@/records/setup";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { FOOD_LEFT, FOUND_HANDFULS, FOUND_STATES, SQUEEZES } from "@/vocabulary/readings";
import TextField from "@mui/material/TextField";
import styles from "./Setup.module.css";
import type { FoundPartTyped, FoundTyped } from "./foundTyped";
import { SINCE } from "./foundTyped";

const optionsFrom = <V extends string>(values: readonly V[], words: Readonly<Record<string, string>>) =>
  values.map((value) => ({ value, label: words[value] ?? value }));
const FILLS = Object.keys(FOUND_FILL_WORDS).toSorted((a, b) => Number(a) - Number(b));
const ASKED = {
  "worms/too-many": "",
  "food/too-much": "",
  "crowded/never-fed": "Crowded, and never fed? Both may be so; the first visits will tell.",
  "fed/no-worms": "Fed, and no worms in it? Both may be so; the first visits will tell.",
} as const;

/** What a bin that runs already is like today; whatever stays open is not known, and the first visits tell. */
export function RunningFields({
  typed,
  set,
  faults,
  parts,
  told,
}: {
  readonly typed: FoundTyped;
  readonly set: (changes: Partial<FoundTyped>) => void;
  readonly faults: Readonly<Record<string, string>>;
  readonly parts: readonly Pick<Compartment, "id" | "name">[];
  /** What it comes to, as far as it can be read. */
  readonly told: FoundAbout | undefined;
}) {
  const { units } = useSession();
  const unit = DEFAULT_UNIT[units];
  const setPart = (at: number, changes: Partial<FoundPartTyped>) =>
    set({
      found: parts.map((_, nth) => ({ ...(typed.found[nth] ?? { fill: "", state: "" }), ...(nth === at ? changes : {}) })), // prettier-ignore
    });
  const asked = told ? contradictions(told.found, told.setup).map((code) => ASKED[code]) : [];
  return (
    <div className={styles.running}>
      <p className={styles.open}>
        Say what you know. What stays open is not known, and the first visits tell.
      </p>
      <div className={styles.pairOf2}>
        <Choice
          title="The worms"
          aside="a handful from under the last food"
          name="handful"
          options={optionsFrom(FOUND_HANDFULS, FOUND_HANDFUL_WORDS)}
          chosen={typed.handful === "" ? undefined : typed.handful}
          onChoose={(handful) => set({ handful: handful ?? "", ...(handful ? { worms: "" } : {}) })}
        />
        <TextField
          id="worms"
          label={`or weighed (${unit.smallMass}), or “1000 worms”`}
          value={typed.worms}
          error={faults.worms !== undefined}
          helperText={faults.worms ?? " "}
          onChange={({ target }) => set({ worms: target.value, ...(target.value ? { handful: "" } : {}) })}
          slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
        />
      </div>
      {parts.map((one, at) => (
        <div key={one.id} className={styles.pairOf2}>
          <Choice
            title={
              parts.length === 1 ? "How far along" : `${upper(one.name ?? `part ${at + 1}`)}: how far along`
            }
            name={`state${at}`}
            options={optionsFrom(FOUND_STATES, FOUND_STATE_WORDS)}
            chosen={typed.found[at]?.state || undefined}
            onChoose={(state) => setPart(at, { state: state ?? "" })}
          />
          <Choice
            title={parts.length === 1 ? "How full" : `${upper(one.name ?? `part ${at + 1}`)}: how full`}
            name={`fill${at}`}
            options={optionsFrom(FILLS, FOUND_FILL_WORDS)}
            chosen={typed.found[at]?.fill || undefined}
            onChoose={(fill) => setPart(at, { fill: fill ?? "" })}
          />
        </div>
      ))}
      <div className={styles.pairOf2}>
        <AmountField
          label="Food it gets a week, about"
          of="bulk"
          kgPerL={materialOf("food", "mixed-kitchen-scraps").densityKgPerL}
          typed={typed.fedWeekly}
          onTyped={(fedWeekly) => set({ fedWeekly })}
          fault={faults.fedWeekly}
          helper="0 if it was never fed"
        />
        <TextField
          label="Last fed, days ago"
          value={typed.fedDaysAgo}
          error={faults.fedDaysAgo !== undefined}
          helperText={faults.fedDaysAgo ?? " "}
          onChange={({ target }) => set({ fedDaysAgo: target.value })}
          slotProps={{ htmlInput: { inputMode: "numeric" } }}
        />
      </div>
      <div className={styles.pairOf2}>
        <Choice
          title="Left of that meal"
          name="left"
          options={optionsFrom(FOOD_LEFT, FOOD_LEFT_WORDS)}
          chosen={typed.left === "" ? undefined : typed.left}
          onChoose={(left) => set({ left: left ?? "" })}
        />
        <Choice
          title="A squeeze"
          name="squeeze"
          options={optionsFrom(SQUEEZES, SQUEEZE_WORDS)}
          chosen={typed.squeeze === "" ? undefined : typed.squeeze}
          onChoose={(squeeze) => set({ squeeze: squeeze ?? "" })}
        />
      </div>
      <Choice
        title="It runs"
        name="since"
        options={Object.entries(SINCE).map(([value, { label }]) => ({ value, label }))}
        chosen={typed.since === "" ? undefined : typed.since}
        onChoose={(since) => set({ since: since ?? "" })}
      />
      {asked.filter(Boolean).map((question) => (
        <p key={question} className={styles.open} role="status">
          {question}
        </p>
      ))}
    </div>
  );
}
const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
