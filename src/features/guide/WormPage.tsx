"use client";
import { WORMS } from "@/core/catalogue/guideTables";
import { CONFIDENCE_WORDS, saySources, SUITABILITY_WORDS } from "@/core/guide/words";
import {
  formatCount,
  formatLength,
  formatPercentRange,
  formatTemperature,
  formatTemperatureRange,
} from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Scale } from "@/ui/Scale";
import styles from "./Guide.module.css";

/** One worm: how to know it, where it thrives, how it multiplies. */
export function WormPage({ id }: { readonly id: string }) {
  const { units } = useSession();
  const worm = WORMS.find((one) => one.id === id)!;
  const isAdvised = worm.suitability === "main" || worm.suitability === "warm-climate";
  return (
    <>
      <p
        className={styles.stance}
        data-stance={worm.suitability === "invasive-report" ? "avoid" : isAdvised ? "favoured" : "contested"}
      >
        {SUITABILITY_WORDS[worm.suitability]}
      </p>
      <h2 className={styles.name}>
        {worm.name} <i>{worm.latinName}</i>
      </h2>
      <p className={styles.say}>{worm.tellApart}</p>
      <p>{worm.temperament}</p>
      <p className={isAdvised ? undefined : styles.caution}>{worm.handling}</p>
      <div className={styles.scales}>
        <Scale
          title="Warmth in the bed"
          from={-5}
          to={42}
          band={[worm.bestFromC, worm.bestToC]}
          ends={[formatTemperature(-5, units), formatTemperature(42, units)]}
          said={`best ${formatTemperatureRange(worm.bestFromC, worm.bestToC, units)}`}
          note={`works ${formatTemperatureRange(worm.workFromC, worm.workToC, units)}, dies near ${formatTemperature(worm.lethalC, units)} and below ${formatTemperature(worm.surviveC, units)}`}
        />
        <Scale
          title="Moisture of the bed"
          from={0.2}
          to={1}
          mark={worm.moistureBest}
          band={[worm.moistureLow, worm.moistureHigh]}
          ends={["20 %", "100 %"]}
          said={formatPercentRange(worm.moistureLow, worm.moistureHigh)}
        />
        {worm.depthHighM !== undefined && (
          <Scale
            title="Depth it lives at"
            from={0}
            to={Math.max(0.6, worm.depthHighM)}
            band={[worm.depthLowM ?? 0, worm.depthHighM]}
            ends={["surface", formatLength(Math.max(0.6, worm.depthHighM), units)]}
            said={
              (worm.depthLowM ?? 0) > 0
                ? `${formatLength(worm.depthLowM!, units)} to ${formatLength(worm.depthHighM, units)}`
                : `down to ${formatLength(worm.depthHighM, units)}`
            }
          />
        )}
      </div>
      {worm.cocoonsPerAdultWeek !== undefined && worm.intakePerDay !== undefined && isAdvised && (
        <p className={styles.facts}>
          About {formatCount(worm.wormsPerKg!)} adults to the kilogram; a mixed lot holds half as many again
          to twice as many. By the usual, hopeful rule it eats {Math.round(worm.intakePerDay * 100)} % of its
          weight a day in a mature bed near {formatTemperature(20, units)}. In the laboratory{" "}
          {worm.cocoonsPerAdultWeek} cocoons a week and adult, of which{" "}
          {Math.round((worm.hatchShare ?? 0) * 100)} % hatch after some {worm.incubationDays} days, grown up
          in {worm.maturityDays} more. A home bin reaches a third to a half of that.
        </p>
      )}
      <p className={styles.source}>
        {CONFIDENCE_WORDS[worm.confidence]} Behind it: {saySources(worm.sources)}.
      </p>
    </>
  );
}
