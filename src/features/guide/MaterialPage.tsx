"use client";
import type { PantryMaterial } from "@/core/catalogue/pantry";
import { span } from "@/core/calendar/day";
import { clearingRange, CONFIDENCE_WORDS, saySources, STANCE_WORDS } from "@/core/guide/words";
import {
  formatLoad,
  formatTemperature,
  formatMass,
  formatPercent,
  formatVolume,
} from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Scale } from "@/ui/Scale";
import Button from "@mui/material/Button";
import { useState } from "react";
import styles from "./Guide.module.css";
import { OwnMaterialDialog } from "./OwnMaterialDialog";

/** One food, bedding or grit: what to do with it, why, and what it is made of, drawn. */
export function MaterialPage({ material }: { readonly material: PantryMaterial }) {
  const { units, author, keep } = useSession();
  const [isChanging, setChanging] = useState(false);
  const { own } = material;
  const cn = material.nitrogenPctDm > 0 ? material.carbonPctDm / material.nitrogenPctDm : undefined;
  return (
    <>
      <p className={styles.stance} data-stance={material.stance}>
        {STANCE_WORDS[material.stance]}
      </p>
      <h2 className={styles.name}>{material.name}</h2>
      {own && (
        <p className={styles.own}>
          {own.materialId.startsWith("own-") ? "Your own material." : "With your own values."}{" "}
          <Button
            size="small"
            onClick={() =>
              void keep(`${own.name}: own values put away`, [
                author.revised("materials", own, { deleted: true }),
              ])
            }
          >
            {own.materialId.startsWith("own-") ? "put it away" : "back to the guide’s values"}
          </Button>
        </p>
      )}
      <p className={styles.say}>{material.reason}</p>
      {material.use !== "amendment" && material.preparation && (
        <p>
          <b>Prepare:</b> {material.preparation}
        </p>
      )}
      {material.use === "food" && material.bothSides && (
        <p>
          <b>Keepers differ:</b> {material.bothSides}{" "}
          <i>
            What we do: a little in a large, mature bin with room to retreat; none in a small or young one.
          </i>
        </p>
      )}
      {material.use === "amendment" && material.dose && (
        <p>
          <b>Dose:</b> {material.dose}.
          {material.dosePerBeddingGPerL !== undefined &&
            ` That is ${formatMass(material.dosePerBeddingGPerL / 100, units)} for ${formatVolume(10, units)} of bedding.`}
          {material.most !== undefined &&
            ` Never more in the bed at one time than ${material.mostUnit === "pct_vol" ? `${material.most} % of its volume` : `${formatMass(material.most / 100, units)} for the same`}.`}
        </p>
      )}
      {material.use === "amendment" && material.hazard && (
        <p className={styles.caution}>
          <b>Mind:</b> {material.hazard}.
        </p>
      )}
      {material.use === "bedding" && material.sustainability && <p>{material.sustainability}</p>}
      <div className={styles.scales}>
        <Scale
          title="Water, as it comes"
          from={0}
          to={1}
          mark={material.moisture}
          ends={["dry", "all water"]}
          said={formatPercent(material.moisture)}
          {...(material.use === "bedding" ? { band: [material.moisture, wrungOut(material)] as const } : {})}
          {...(material.use === "bedding" ? { note: `${formatPercent(wrungOut(material))} wrung out` } : {})}
        />
        {cn !== undefined && (
          <Scale
            title="Carbon to nitrogen"
            from={Math.log(5)}
            to={Math.log(600)}
            mark={Math.log(Math.min(600, Math.max(5, cn)))}
            band={[Math.log(20), Math.log(60)]}
            ends={["rich, 5", "600, lean"]}
            said={`${cn < 100 ? Math.round(cn) : Math.round(cn / 10) * 10} to 1`}
            note="between the lines a bed does well"
          />
        )}
        {material.use === "food" && (
          <Scale
            title={`Half gone, uncut, at ${formatTemperature(20, units)}`}
            from={Math.log(2)}
            to={Math.log(400)}
            mark={Math.log(Math.min(400, material.halfLifeDays))}
            band={[Math.log(material.halfLifeDays / 2), Math.log(Math.min(400, material.halfLifeDays * 2))]}
            ends={["2 days", "a year"]}
            said={clearingRange(material.halfLifeDays)}
          />
        )}
        {material.use === "bedding" && material.resistantFraction < 1 && (
          <Scale
            title="Lasts (half of what can rot)"
            from={Math.log(5)}
            to={Math.log(2_000)}
            mark={Math.log(Math.min(2_000, material.halfLifeDays))}
            ends={["days", "years"]}
            said={span(material.halfLifeDays)}
          />
        )}
      </div>
      <p className={styles.facts}>
        {formatLoad(material.densityKgPerL, units)} loose.{" "}
        {material.use === "bedding" && `${STRUCTURE_WORDS[material.structure]} pH about ${material.ph}. `}
        {material.saltRisk >= 2 && "Salty: rinse it, or give little. "}
        {material.use === "food" && material.heatRisk >= 2 && "Heats when it lies thick. "}
        {material.use === "food" && material.pestRisk >= 2 && "Draws flies and rodents: bury it well. "}
        {material.use === "food" && material.acidity === "high" && "Sour: shell beside it helps. "}
      </p>
      <p className={styles.source}>
        {CONFIDENCE_WORDS[material.confidence]} Behind it: {saySources(material.sources)}.
      </p>
      <Button onClick={() => setChanging(true)}>change a value for my cellar</Button>
      {isChanging && <OwnMaterialDialog base={material} onClose={() => setChanging(false)} />}
    </>
  );
}

const STRUCTURE_WORDS = {
  airy: "Keeps a bed open.",
  neutral: "Neither opens nor packs a bed.",
  matting: "Packs into mats: mix it with something stiff.",
} as const;

const wrungOut = (material: Extract<PantryMaterial, { use: "bedding" }>): number =>
  material.fieldCapacityKgPerKg / (1 + material.fieldCapacityKgPerKg);
