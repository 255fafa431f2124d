"use client";
import { HAZARDS } from "@/core/catalogue/guideTables";
import { freshProfile } from "@/core/picture/freshProfile";
import { buildSheet, DRILLS } from "@/core/planning/buildSheet";
import { containersOf, wholeHeightM } from "@/core/planning/propose";
import { formatLength, formatMass, formatVolume } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useState } from "react";
import styles from "./Plan.module.css";
import { StartDialog } from "./StartDialog";
import type { PlanInHand } from "./usePlan";

/** How the chosen bin is made: a sheet to print and take to the bench. */
export function BuildSheetView({ planning }: { readonly planning: PlanInHand }) {
  const { units } = useSession();
  const [isStarting, setStarting] = useState(false);
  const one = planning.chosen;
  if (!one)
    return (
      <p className={styles.say}>
        Choose a bin first: <Link href="/plan?step=proposals">proposals</Link>.
      </p>
    );
  const { facts, size } = one;
  const sheet = buildSheet(facts, size, units, planning.plan.shelter);
  const length = (metres: number) => formatLength(metres, units);
  return (
    <article className={styles.sheet}>
      <header>
        <div>
          <h2>
            {facts.name}: build sheet{one.count > 1 && ` (make ${one.count})`}
          </h2>
          <p className={styles.say}>
            Inside {length(size.widthM)} wide, {length(size.lengthM)} front to back,{" "}
            {length(wholeHeightM(one))} high
            {containersOf(facts) > 1 ? ` each, ${containersOf(facts)} pieces` : ""};{" "}
            {formatVolume(one.volumeL / one.count, units)}, {formatMass(one.wholeKg, units, "bucket")} when
            full.
          </p>
        </div>
        <Cutaway
          profile={freshProfile(facts.system, size, facts.pieces === 1 ? undefined : facts.pieces)}
          pxPerM={Math.min(
            220 / size.widthM,
            150 / (size.heightM * (facts.system === "trough" ? 1 : facts.pieces) + 0.15),
          )}
          detail="thumb"
          label={`${facts.name}, to scale`}
        />
      </header>
      {sheet.holes.length > 0 && (
        <section>
          <h3>Holes</h3>
          <ul className={styles.holes}>
            {sheet.holes.map((holes) => (
              <li key={holes.where}>
                <b>
                  {holes.count} × {DRILLS[holes.drill][units]}
                </b>{" "}
                {holes.where}
                {holes.pitchM !== undefined && `, about ${length(holes.pitchM)} apart`}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className={styles.columns}>
        <div>
          <h3>To get</h3>
          <ul>
            {sheet.parts.map((part) => (
              <li key={part}>{part}</li>
            ))}
            <li>
              bedding: {formatVolume(one.beddingL / one.count, units)} loose, that is{" "}
              {formatMass(one.beddingDryKg / one.count, units)} of dry card with{" "}
              {formatVolume(one.waterL / one.count, units)} of water
            </li>
            <li>worms: {formatMass(one.buyWormsKg / one.count, units, "bucket")}</li>
          </ul>
        </div>
        <div>
          <h3>Tools</h3>
          <ul>
            {sheet.tools.map((tool) => (
              <li key={tool}>{tool}</li>
            ))}
          </ul>
        </div>
      </section>
      <section>
        <h3>In this order</h3>
        <ol>
          {sheet.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </section>
      <section className={styles.mind}>
        <h3>Mind</h3>
        {sheet.hazards.map((id) => {
          const hazard = HAZARDS.find((candidate) => candidate.id === id);
          return (
            hazard && (
              <p key={id}>
                <b>{hazard.name}.</b> {hazard.caution}
              </p>
            )
          );
        })}
      </section>
      <p className={styles.onward} data-print="hide">
        <Button variant="contained" onClick={() => setStarting(true)}>
          Put it on the rack, with dates
        </Button>
        <Button onClick={() => window.print()}>print the sheet</Button>
        <Link href={`/mix?litres=${Math.ceil(one.beddingL)}`}>mix the bedding</Link>
      </p>
      {isStarting && <StartDialog planning={planning} one={one} onClose={() => setStarting(false)} />}
    </article>
  );
}
