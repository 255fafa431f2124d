"use client";
import { systemOf } from "@/core/bin/system";
import { freshProfile } from "@/core/picture/freshProfile";
import { KINDS } from "@/core/planning/kinds";
import type { Proposal } from "@/core/planning/propose";
import { containersOf, wholeHeightM } from "@/core/planning/propose";
import { sayHours, sayMonths, sayRemark } from "@/core/planning/words";
import { formatLength, formatMass, formatMassRange, formatVolume } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useRouter } from "next/navigation";
import styles from "./Plan.module.css";
import { TakenBars } from "./TakenBars";
import type { PlanInHand } from "./usePlan";

/** Two to four bins that would do, to one scale on one plank, and why the others would not. */
export function Proposals({ planning }: { readonly planning: PlanInHand }) {
  const { units } = useSession();
  const { found, scraps } = planning;
  if (!found || !scraps)
    return (
      <p className={styles.say}>
        Say first what there is to eat: <Link href="/plan?step=scraps">scraps</Link>.
      </p>
    );
  if (found.proposals.length === 0)
    return (
      <div>
        <p className={styles.say}>
          Nothing fits all your answers at once. What stands in the way, and the nearest that would:
        </p>
        <RuledOut planning={planning} />
      </div>
    );
  const widest = Math.max(...found.proposals.map(({ size }) => size.widthM));
  const tallest = Math.max(
    ...found.proposals.map(
      ({ size, facts }) => size.heightM * (facts.system === "trough" ? 1 : facts.pieces),
    ),
  );
  const pxPerM = Math.min(210 / widest, 150 / (tallest + 0.2));
  return (
    <div>
      {found.shared.length > 0 && (
        <p className={styles.say}>
          All of these: {found.shared.map((remark) => sayRemark(remark, units)).join(" ")}
        </p>
      )}
      <ul className={styles.proposals} data-count={found.proposals.length}>
        {found.proposals.map((one) => (
          <One key={one.kind} one={one} pxPerM={pxPerM} planning={planning} />
        ))}
      </ul>
      <RuledOut planning={planning} />
      <p className={styles.quiet}>
        Drawn to one scale. For {formatMass(scraps.kgPerDay, units)} of scraps a day. What each takes and
        gives was tried for a year under this app’s advice, from worms as many as are bought here; castings
        are as harvested.
      </p>
    </div>
  );
}

function One({
  one,
  pxPerM,
  planning,
}: {
  readonly one: Proposal;
  readonly pxPerM: number;
  readonly planning: PlanInHand;
}) {
  const { units, today } = useSession();
  const router = useRouter();
  const { facts, size } = one;
  const choose = async () => {
    const isKept = await planning.change(`Chosen: ${facts.name.toLowerCase()}`, {
      chosen: {
        system: facts.system,
        cover: systemOf(facts.system).cover,
        ...size,
        compartments: facts.pieces,
        wormsKg: Number(one.buyWormsKg.toPrecision(3)),
      },
      binCount: one.count,
    });
    if (isKept) router.push("/plan?step=build");
  };
  return (
    <li>
      <div className={styles.stand}>
        <Cutaway
          profile={freshProfile(facts.system, size, facts.pieces === 1 ? undefined : facts.pieces)}
          pxPerM={pxPerM}
          detail="thumb"
          label={`${facts.name}, ${formatLength(size.widthM, units)} wide`}
        />
      </div>
      <h2>
        {facts.name}
        {one.count > 1 && ` × ${one.count}`}
      </h2>
      <p className={styles.quiet}>
        {formatLength(size.widthM, units)} × {formatLength(size.lengthM, units)} ×{" "}
        {formatLength(wholeHeightM(one), units)}
        {containersOf(facts) > 1 ? ` each, ${containersOf(facts)} pieces` : ""};{" "}
        {formatVolume(one.volumeL, units)}
      </p>
      <TakenBars one={one} madeKg={planning.scraps?.kgPerDay ?? 0} units={units} today={today} />
      <dl className={styles.figures}>
        <div>
          <dt>worms to buy</dt>
          <dd>{formatMass(one.buyWormsKg, units, "bucket")}</dd>
        </div>
        <div>
          <dt>first harvest</dt>
          <dd>{sayMonths(one.firstHarvestMonths)}</dd>
        </div>
        <div>
          <dt>castings, first year</dt>
          <dd>
            {one.yieldKg[2] === 0
              ? "none ripe yet"
              : one.yieldKg[0] === 0
                ? `up to ${formatMass(one.yieldKg[2], units, "bucket")}`
                : formatMassRange(one.yieldKg[0], one.yieldKg[2], units)}
          </dd>
        </div>
        <div>
          <dt>time a week</dt>
          <dd>{sayHours(one.hoursPerWeek)}</dd>
        </div>
        <div>
          <dt>full</dt>
          <dd>{formatMass(one.wholeKg, units, "bucket")}</dd>
        </div>
        <div>
          <dt>lifted at once</dt>
          <dd>{one.pieceKg < 1 ? "hardly" : formatMass(one.pieceKg, units, "bucket")}</dd>
        </div>
        {one.cost !== undefined && (
          <div>
            <dt>cost, your prices</dt>
            <dd>{Math.round(one.cost)}</dd>
          </div>
        )}
      </dl>
      <p className={styles.quiet}>
        The usual rule, half the worms’ weight a day, would give them {formatMass(one.hopefulKgPerDay, units)}{" "}
        a day from the start: hopeful.
      </p>
      <Button variant="outlined" onClick={() => void choose()}>
        Build the {facts.name.toLowerCase()}
      </Button>
      <ul className={styles.remarks}>
        {one.for_.map((remark) => (
          <li key={remark.code} data-is="for">
            {sayRemark(remark, units)}
          </li>
        ))}
        {one.care.map((remark) => (
          <li key={remark.code} data-is="care">
            {sayRemark(remark, units)}
          </li>
        ))}
        <li data-is="care">{facts.wrong}</li>
      </ul>
    </li>
  );
}

function RuledOut({ planning }: { readonly planning: PlanInHand }) {
  const { units } = useSession();
  return (
    <section className={styles.out} aria-label="Not proposed">
      <h3>Not these, and why</h3>
      <ul>
        {planning.found?.ruledOut.map(({ kind, why }) => (
          <li key={kind}>
            <b>{KINDS[kind].name}.</b> {sayRemark(why, units)}
          </li>
        ))}
      </ul>
    </section>
  );
}
