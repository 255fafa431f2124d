"use client";
import { formatPercentRange } from "@/core/quantity/format";
import { partTarget, practiceOf, targetMoisture } from "@/core/practice/practice";
import type { BinToday } from "@/core/round/round";
import { liquidRhythm } from "@/core/water/liquid";
import { heldFromAbove, soakedFromBelow } from "@/core/water/poured";
import { seasonOf, usualWater } from "@/core/water/usual";
import { sayHeld, sayLiquid, saySoaked, sayUsualWater } from "@/core/water/words";
import type { Entry } from "@/records/entry";
import { useSession } from "@/session/session";
import { Fold } from "@/ui/Fold";
import Link from "next/link";
import styles from "./Course.module.css";

/** The bin's water: each part against its own target, what it is usually given in this season, what drains from it, and a rescue. */
export function WaterNotes({ one, entries }: { readonly one: BinToday; readonly entries: readonly Entry[] }) {
  const { rooms, settings, today, units } = useSession();
  const { bin, state, expectation } = one;
  const practice = practiceOf(state);
  if (!practice || state.setup?.retired) return null;
  const target = targetMoisture(practice);
  const hottest = rooms.find(({ id }) => id === practice.setup.roomId)?.climate.hottestDay ?? 205;
  const isSouth = hottest < 100 || hottest > 300;
  const usual = usualWater(entries, bin.firstDay, today, isSouth).find(
    ({ season }) => season === seasonOf(today, isSouth),
  );
  const sprayer = settings?.containers?.flatMap(({ name, litresPerMin }) =>
    litresPerMin === undefined || litresPerMin <= 0 ? [] : [{ name, litresPerMin }],
  )[0];
  const liquid = liquidRhythm(entries, practice.setup, expectation.moisture, target.high, today);
  const soaked = soakedFromBelow(entries);
  const held = heldFromAbove(entries);
  const parts = practice.setup.compartments.length > 1 ? (expectation.twin?.compartments ?? []) : [];
  const isMud = expectation.moisture.middle > target.high + 0.02;
  return (
    // What is wrong with it is not folded away.
    <Fold title="Its water" isOpen={isMud || state.rescue !== undefined}>
      {parts.length > 0 && (
        <ul className={styles.insight}>
          {parts.map((part) => {
            const wanted = partTarget(practice, part.id);
            const name = practice.setup.compartments.find(({ id }) => id === part.id)?.name ?? "part";
            const is = part.moisture.middle < wanted.low - 0.03 ? ", too dry" : part.moisture.middle > wanted.high + 0.03 ? ", too wet" : ""; // prettier-ignore
            return (
              <li key={part.id} data-kind={is === "" ? undefined : "warning"}>
                <b>{name}</b>: {formatPercentRange(part.moisture.low, part.moisture.high)} moist{is}; it
                should lie at {formatPercentRange(wanted.low, wanted.high)}.
              </li>
            );
          })}
        </ul>
      )}
      {usual && <p>{sayUsualWater(usual, units, sprayer)}</p>}
      {usual && usual.litresPerWeek >= 0.02 && !sprayer && (
        <p className={styles.quiet}>
          <Link href="/settings">Measure the sprayer once</Link> into a jug, and this is said in seconds.
        </p>
      )}
      {!usual && parts.length === 0 && !liquid && (
        <p className={styles.quiet}>
          It should lie at {formatPercentRange(target.low, target.high)}. What it needs a week is said after
          three weeks of its log in a season.
        </p>
      )}
      {soaked && <p>{saySoaked(soaked, units)}</p>}
      {held && <p>{sayHeld(held, units)}</p>}
      {liquid && sayLiquid(liquid, units, today).map((line) => <p key={line}>{line}</p>)}
      {(state.rescue || isMud) && (
        <p>
          <Link href={`/rescue?id=${bin.id}`}>
            {state.rescue ? "Its rescue from mud" : "Too wet to soak up? Plan a rescue"}
          </Link>
        </p>
      )}
    </Fold>
  );
}
