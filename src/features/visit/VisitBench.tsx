"use client";
import { spokenDay } from "@/core/calendar/day";
import { deedsFor } from "@/core/deed/deed";
import { isUnderSky } from "@/core/expectation/climate";
import { sayDeed } from "@/core/deed/words";
import { profileOf } from "@/core/picture/profile";
import { formatPercentRange, formatTemperatureRange } from "@/core/quantity/format";
import { runningOn } from "@/core/reckon/experiment";
import type { BinToday } from "@/core/round/round";
import { HELPFUL_WORDS } from "@/core/twin/ahead/words";
import { useErrands } from "@/session/errand";
import { LongUnseen } from "@/ui/LongUnseen";
import { SkipToDo } from "@/ui/SkipToDo";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import { useViewport } from "@/ui/useViewport";
import type { FoodLeft } from "@/vocabulary/readings";
import { foodLeftAt } from "@/vocabulary/readings";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useMemo } from "react";
import { DoNow } from "./DoNow";
import { QuietSenses } from "./QuietSenses";
import { Senses } from "./Senses";
import { useVisit } from "./useVisit";
import styles from "./Visit.module.css";

const EXPECTED_FOOD: Record<FoodLeft, (place: number) => string> = {
  none: (place) => `the food at ${place} gone, `,
  little: (place) => `a little food left at ${place}, `,
  half: (place) => `about half of the food left at ${place}, `,
  most: (place) => `most of the food still at ${place}, `,
};

/** The visit on the bench: what we expect, what you find, what to do, and the lid to close. */
export function VisitBench({ one, lid }: { readonly one: BinToday; readonly lid: "lifted" | "closed" }) {
  const { units, today, settings, rooms } = useSession();
  const visit = useVisit(one, lid);
  const { ask } = useErrands();
  const room = useViewport();
  const { bin, state, expectation } = one;
  const profile = useMemo(
    () => profileOf(bin.id, state, expectation, today),
    [bin.id, state, expectation, today],
  );
  const widthM = profile
    ? profile.arrangement === "line"
      ? profile.compartments.reduce((sum, part) => sum + part.widthM, 0)
      : Math.max(...profile.compartments.map((part) => part.widthM))
    : 1;
  const heightM = profile
    ? (profile.arrangement === "line"
        ? profile.compartments[0]!.heightM
        : profile.compartments.reduce((sum, part) => sum + part.heightM, 0)) + 0.12
    : 1;
  const place = visit.places[0];
  const most = room.isNarrow ? { width: room.width - 70, height: 150 } : { width: 380, height: 165 };
  return (
    <main className={styles.visit} data-usable={visit.isLoaded}>
      <SkipToDo />
      <div className={styles.head}>
        <h1 className={styles.name}>
          {bin.name}, {lid === "lifted" ? "lid up" : "quiet check"}
        </h1>
        <Link href="/" className={styles.leave}>
          leave it closed
        </Link>
      </div>
      <LongUnseen state={state} today={today} onAsk={() => ask({ of: "found", binId: bin.id })} />
      {visit.day !== today && (
        <p className={styles.begun} role="status">
          This visit was begun {spokenDay(visit.day, today)} and is kept under that day.{" "}
          <button type="button" onClick={visit.makeToday}>
            It is of today
          </button>
        </p>
      )}
      {runningOn(settings?.experiments, bin.id, today).map(({ name, from }) => (
        <p key={`${name}/${from}`} className={styles.begun} role="status">
          {name}: an experiment runs here. Weigh what goes in and what comes out.
        </p>
      ))}
      <div className={styles.columns}>
        <div className={styles.find}>
          <div className={styles.before}>
            {profile && (
              <div className={styles.cut}>
                <Cutaway
                  profile={profile}
                  pxPerM={Math.min(most.width / widthM, most.height / heightM)}
                  detail="large"
                  isOpen={lid === "lifted"}
                  label={`${bin.name} as we expect it`}
                />
              </div>
            )}
            <p className={styles.expected}>
              We expect{" "}
              {place?.expected ? EXPECTED_FOOD[foodLeftAt(place.expected.left.middle)](place.place) : ""}
              {formatPercentRange(expectation.moisture.low, expectation.moisture.high)} moist,{" "}
              {formatTemperatureRange(expectation.temperatureC.low, expectation.temperatureC.high, units)}.
              {lid === "lifted" && " A dot marks what is likely; skip what you do not look at."}
              {lid === "lifted" && expectation.twin && ` Today ${HELPFUL_WORDS[expectation.wouldHelp]}.`}
            </p>
          </div>
          {lid === "lifted" ? (
            <Senses visit={visit} expectation={expectation} />
          ) : (
            <QuietSenses visit={visit} school={one.state.setup?.school} />
          )}
          <p>
            <Link href={`/trouble?id=${one.bin.id}`}>Something is wrong: what may be behind it?</Link>
            {" · "}
            <Link href={`/reckon?of=${one.bin.id}#back`}>What was noted of it before</Link>
          </p>
          {lid === "lifted" && state.setup && (
            <details className={styles.deeds}>
              <summary>Something else was done</summary>
              {deedsFor(state, isUnderSky(rooms, state.setup.roomId)).map((of) => (
                <Button key={of} size="small" onClick={() => ask({ of: "deed", deed: of, binId: bin.id })}>
                  {sayDeed(of, state.setup).title.toLowerCase()}
                </Button>
              ))}
            </details>
          )}
        </div>
        <DoNow visit={visit} lid={lid} />
      </div>
    </main>
  );
}
