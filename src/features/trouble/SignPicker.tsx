"use client";
import { CAUSES, SIGNS, weightOf } from "@/core/trouble/knowledge";
import { inUnits } from "@/core/words/inUnits";
import { useSession } from "@/session/session";
import { SignMark } from "@/ui/marks/SignMark";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Trouble.module.css";

const SENSES = [
  ["smell", "Smelled"],
  ["feel", "Felt"],
  ["see", "Seen"],
  ["measure", "Measured"],
] as const;
type Sign = (typeof SIGNS)[number];
/** Emergencies stand first, then what should be seen to, then what is mostly harmless. */
const byWeight = (a: Sign, b: Sign): number => b.severity - a.severity;
/** A sign is found by its own words and by what it speaks for: who types "rodent" or "acid" has named the cause already. */
const SPEAKS_FOR = 2.5;
const SOUGHT_BY = new Map(
  SIGNS.map(({ id, name, description }) => {
    const causes = CAUSES.filter((cause) => (weightOf(id, cause.id) ?? 0) >= SPEAKS_FOR).map((cause) => cause.name); // prettier-ignore
    return [id, [name, description, id, ...causes].join(" ").toLowerCase()];
  }),
);
/** "rats" finds a rat, "mice" a mouse, "flies" a fly. */
const stem = (word: string): string =>
  word === "mice" ? "mouse" : word.replace(/ies$/, "").replace(/(?<=[a-z]{3})s$/, "");
/** So many of a sense are shown at once; the others by a press or by searching. */
const SHOWN = 8;

/** Every sign there is, by sense, with a search; a press says it is so, and what was looked for and not there stands beneath. */
export function SignPicker({
  seen,
  absent,
  onChange,
}: {
  readonly seen: readonly string[];
  readonly absent: readonly string[];
  readonly onChange: (next: { readonly seen: readonly string[]; readonly absent: readonly string[] }) => void;
}) {
  const { units } = useSession();
  const [asked, setAsked] = useState("");
  const [open, setOpen] = useState<readonly string[]>([]);
  const words = asked.trim().toLowerCase().split(/\s+/).filter(Boolean).map(stem);
  const fits = ({ id }: Sign) => words.every((word) => SOUGHT_BY.get(id)!.includes(word));
  const toggle = (id: string) =>
    onChange({
      seen: seen.includes(id) ? seen.filter((one) => one !== id) : [...seen, id],
      absent: absent.filter((one) => one !== id),
    });
  const found = SIGNS.filter((sign) => seen.includes(sign.id) || fits(sign));
  return (
    <div>
      <TextField
        label="Search: fly, wet, smell of eggs"
        value={asked}
        onChange={({ target }) => setAsked(target.value)}
        helperText={words.length > 0 && !SIGNS.some(fits) ? "No sign goes by these words." : " "}
        fullWidth
        slotProps={{ htmlInput: { type: "search", autoComplete: "off", maxLength: 60 } }}
      />
      {SENSES.map(([sense, title]) => {
        const all = found.filter((sign) => sign.sense === sense).toSorted(byWeight);
        const isWhole = words.length > 0 || open.includes(sense);
        const shown = all.filter((sign, at) => isWhole || at < SHOWN || seen.includes(sign.id));
        return (
          shown.length > 0 && (
            <fieldset key={sense} className={styles.sense}>
              <legend>{title}</legend>
              {shown.map(({ id, name, description, severity }) => (
                <label
                  key={id}
                  className={styles.sign}
                  data-severity={severity}
                  title={inUnits(description, units)}
                >
                  <input type="checkbox" checked={seen.includes(id)} onChange={() => toggle(id)} />
                  <SignMark sign={id} />
                  <span>{inUnits(name, units)}</span>
                </label>
              ))}
              {shown.length < all.length && (
                <Button onClick={() => setOpen([...open, sense])}>{all.length - shown.length} more</Button>
              )}
            </fieldset>
          )
        );
      })}
      {absent.length > 0 && (
        <p className={styles.quiet}>
          Looked for and not there:{" "}
          {absent.map((id) => (
            <Button
              key={id}
              aria-label={`Take back: no ${SIGNS.find((sign) => sign.id === id)?.name ?? id}`}
              onClick={() => onChange({ seen, absent: absent.filter((one) => one !== id) })}
            >
              {SIGNS.find((sign) => sign.id === id)?.name ?? id} ×
            </Button>
          ))}
        </p>
      )}
    </div>
  );
}
