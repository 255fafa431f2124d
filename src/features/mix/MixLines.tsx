"use client";
import { byName } from "@/ui/field/byName";
import type { PantryMaterial } from "@/core/catalogue/pantry";
import { formatMass, formatVolume } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import Close from "@mui/icons-material/Close";
import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import TextField from "@mui/material/TextField";
import styles from "./Mix.module.css";
import type { Bench } from "./useBench";

const USE_WORDS = { food: "Food", bedding: "Bedding", amendment: "Grit and lime" } as const;
const ORDER = ["bedding", "food", "amendment"] as const;

/** What lies in the heap, the top layer first, as the heap shows it. */
export function MixLines({ bench }: { readonly bench: Bench }) {
  const { units } = useSession();
  const options = bench.pantry.materials.toSorted((a, b) => ORDER.indexOf(a.use) - ORDER.indexOf(b.use));
  return (
    <section className={styles.lines} aria-label="What is in the heap, from the top">
      {bench.report.waterL > 0 && (
        <p className={styles.water}>
          <span>water</span>
          <b>{formatVolume(bench.report.waterL, units)}</b>
        </p>
      )}
      {bench.typed.lines.toReversed().map((line) => {
        const part = bench.reading.parts.find(({ key }) => key === line.key);
        const material = bench.pantry.of(line.use, line.materialId);
        return (
          <div key={line.key} className={styles.line}>
            <Autocomplete<PantryMaterial, false, true>
              options={options}
              disableClearable
              size="small"
              {...(material ? { value: material } : {})}
              groupBy={(one) => (one.own ? "Your own" : USE_WORDS[one.use])}
              getOptionLabel={(one) => one.name}
              filterOptions={byName}
              getOptionKey={(one) => `${one.use}/${one.id}`}
              isOptionEqualToValue={(a, b) => a.id === b.id && a.use === b.use}
              onChange={(_, one) => bench.setLine(line.key, { use: one.use, materialId: one.id })}
              renderInput={(params) => <TextField {...params} label="Material" />}
            />
            <TextField
              size="small"
              label="How much"
              value={line.amount}
              error={bench.faults[line.key] !== undefined}
              helperText={bench.faults[line.key] ?? (part ? sayOther(line.amount, part, units) : " ")}
              onChange={({ target }) => bench.setLine(line.key, { amount: target.value })}
              slotProps={{ htmlInput: { maxLength: 40, autoComplete: "off" } }}
            />
            <IconButton
              size="small"
              aria-label={`Take ${material?.name ?? "it"} off`}
              onClick={() => bench.remove(line.key)}
            >
              <Close fontSize="small" />
            </IconButton>
          </div>
        );
      })}
      {bench.typed.lines.length < 12 && <Button onClick={bench.add}>add a layer</Button>}
    </section>
  );
}

/** The same amount the other way round: litres for kilograms, kilograms for litres and parts. */
function sayOther(
  typed: string,
  part: { readonly massKg: number; readonly volumeL: number },
  units: "metric" | "us",
): string {
  if (part.massKg === 0) return " ";
  const isVolume = /l$|gal|qt|pt|cup|part|x$/i.test(typed.trim().replace(/[.\s]+$/, ""));
  return isVolume ? formatMass(part.massKg, units) : formatVolume(part.volumeL, units);
}
