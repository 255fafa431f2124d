"use client";
import { addDays, ago, dayAndMonth, daysBetween, shortDay, span } from "@/core/calendar/day";
import { codeOf, readCode } from "@/core/bin/code";
import { binVolumeL, fedCompartment, systemOf } from "@/core/bin/system";
import type { DeedKind } from "@/core/deed/deed";
import { deedsFor } from "@/core/deed/deed";
import { isUnderSky } from "@/core/expectation/climate";
import { partsOf } from "@/core/deed/parts";
import { sayDeed, sayPart } from "@/core/deed/words";
import { nextPlace } from "@/core/bin/place";
import { placeKey } from "@/core/bin/state";
import { profileOf, profileOn } from "@/core/picture/profile";
import { formatMass, formatVolume } from "@/core/quantity/format";
import { runningOn } from "@/core/reckon/experiment";
import { sayMixture } from "@/core/round/sayMixture";
import { sayOwnRules } from "@/core/words/setup";
import { figureNotes } from "@/core/round/figureNotes";
import { sayToday } from "@/core/round/words";
import type { BinToday } from "@/core/round/round";
import { useErrands } from "@/session/errand";
import { dueDay } from "@/core/round/due";
import { useSession } from "@/session/session";
import { useFavoured } from "@/session/useFavoured";
import type { Ring } from "@/ui/BinFigure";
import { BinFigure } from "@/ui/BinFigure";
import { Fold } from "@/ui/Fold";
import { LidMap } from "@/ui/LidMap";
import { LongUnseen } from "@/ui/LongUnseen";
import { useViewport } from "@/ui/useViewport";
import { foodLeftAt } from "@/vocabulary/readings";
import Button from "@mui/material/Button";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import styles from "./Bin.module.css";
import { EntryList } from "./EntryList";
import { EarlierYears, YearBack } from "./EarlierYears";
import { BinInsight } from "./BinInsight";
import { DaysToGone } from "./DaysToGone";
import { HeardTable } from "./HeardTable";
import type { PressedPart } from "./PartMenu";
import { PartMenu } from "./PartMenu";
import { useBinLog } from "@/session/useBinLog";
import { useCourse } from "./useCourse";
import type { Question } from "./WhatIf";
import { Forgiving } from "./Forgiving";
import { WaterNotes } from "./WaterNotes";
import { WhatIf } from "./WhatIf";

/** Deeds that stand on the drawing, where one does them. */
const RINGED: readonly { readonly of: DeedKind; readonly at: Ring["at"] }[] = [
  { of: "cover", at: "rim" },
  { of: "weigh", at: "rim" },
  { of: "addPart", at: "rim" },
  { of: "rotate", at: "floor" },
  { of: "moveAlong", at: "floor" },
  { of: "drain", at: "floor" },
];

/** So much of the past lies on the time line. */
const SHOWN_DAYS = 190;

const BinCourse = dynamic(() => import("./BinCourse").then((module) => module.BinCourse), {
  ssr: false,
  loading: () => <div className={styles.chart} aria-busy="true" />,
});
const AlterDialog = dynamic(() => import("./AlterDialog").then((module) => module.AlterDialog), {
  ssr: false,
});

export function BinRoom() {
  const { bins } = useSession();
  const params = useSearchParams();
  if (!bins) return <main className={styles.bin} aria-busy="true" />;
  // By its id, or by the code on its label.
  const code = readCode(params.get("code") ?? "");
  const one = bins.find(
    ({ bin }) => bin.id === params.get("id") || (code !== undefined && codeOf(bin.id) === code),
  );
  if (one) return <BinPage key={one.bin.id} one={one} />;
  return (
    <main className={styles.bin}>
      <h1>No such bin</h1>
      <p>
        {params.has("code")
          ? `No bin in this cellar bears the code ${params.get("code")?.slice(0, 12).toUpperCase() ?? ""}. Is it a label of another cellar?`
          : "The address names a bin that is not in this cellar."}
      </p>
      <Button variant="contained" component={Link} href="/bins">
        To all bins
      </Button>
    </main>
  );
}

/** One bin: cut open, its lid from above, its time line and its log. */
function BinPage({ one }: { readonly one: BinToday }) {
  const { units, today, rooms, settings } = useSession();
  const { choose, ask } = useErrands();
  const [isAltering, setAltering] = useState(false);
  const room = useViewport();
  useFavoured(one.bin.id);
  const log = useBinLog(one.bin.id);
  const { bin, state, expectation } = one;
  const [shown, setShown] = useState<string>(today);
  const [asked, setAsked] = useState<Question>();
  const [part, setPart] = useState<PressedPart>();
  const inHand = useCourse(bin.id, addDays(today, -SHOWN_DAYS), asked?.change);
  const { course } = inHand;
  const due = dueDay(state, today);
  const profile = useMemo(() => {
    const day =
      shown === today
        ? undefined
        : (course?.past.find((one) => one.day === shown) ??
          (course?.otherwise ?? course?.ahead)?.find((one) => one.day === shown));
    return day ? profileOn(bin.id, state, expectation, day) : profileOf(bin.id, state, expectation, today);
  }, [bin.id, state, expectation, today, shown, course]);
  const parts = partsOf(state, expectation, today);
  const labels = Object.fromEntries(
    parts.map((one) => [one.compartment.id, `${one.compartment.name ?? bin.name}: ${sayPart(one, units)}`]),
  );
  const openEntry = (id: string) => {
    const entry = log?.entries.find((other) => other.id === id);
    if (!log || !entry) return;
    ask({
      of: "correct",
      entry,
      subject: bin,
      setup,
      together: log.entries.filter((other) => entry.visitId && other.visitId === entry.visitId),
    });
  };
  useEffect(() => choose(bin.id), [bin.id, choose]);
  const { setup } = state;
  const deeds = deedsFor(state, isUnderSky(rooms, setup?.roomId));
  const mixture = sayMixture(state.worms, expectation.herds, units);
  // The day of the first meal is no rule any more once it was given.
  const { settlesDays, ...lasting } = setup?.own ?? {};
  const isFed = state.firsts.fed !== undefined || settlesDays === undefined;
  const ownRules = setup
    ? sayOwnRules({ ...setup, own: isFed ? lasting : { ...lasting, settlesDays } }, units)
    : [];
  const standsIn = setup && rooms.find((candidate) => candidate.id === setup.roomId)?.name;
  // On a phone before the drawing: what one came for is never scrolled for.
  const lift = (
    <Button variant="contained" component={Link} href={`/visit?id=${bin.id}`} className={styles.lift!}>
      Lift the lid
    </Button>
  );
  return (
    <main className={styles.bin} data-usable={log !== undefined}>
      <div className={styles.head}>
        <h1>{bin.name}</h1>
        <p>
          {setup
            ? `${systemOf(setup.system).name.toLowerCase()} of ${formatVolume(binVolumeL(setup), units)}${standsIn ? `, ${standsIn}` : ""}, since ${dayAndMonth(bin.firstDay, today)}`
            : "set-up missing"}
          {setup?.resting && ", resting"}
        </p>
        {setup && <p className={styles.state}>{sayToday(one, today, units)}</p>}
        {setup && room.isNarrow && lift}
        <LongUnseen state={state} today={today} onAsk={() => ask({ of: "found", binId: bin.id })} />
      </div>
      {one.fault !== undefined && (
        <p className={styles.problem} role="alert">
          This bin could not be worked out ({one.fault}). Its log is whole and stands below; the other bins go
          on as ever. Save an archive before you change anything.
        </p>
      )}
      {!setup && one.fault === undefined && (
        <p className={styles.problem} role="alert">
          The log does not say what this bin is, so nothing can be drawn, expected or proposed. Its set-up was
          taken back, or cannot be read. <Link href="/records">Under Records</Link> what was done last can be
          put back, and rows that cannot be read are shown. All other entries are as they were.
        </p>
      )}
      <div className={styles.top} hidden={!setup}>
        <div className={styles.figure}>
          {profile && (
            <BinFigure
              profile={profile}
              notes={shown === today ? figureNotes(one, units, today) : []}
              units={units}
              // Room for the words beside it, up to the lid.
              mostWidth={room.isNarrow ? room.width - 60 : 340}
              mostHeight={room.isNarrow ? 210 : 280}
              label={`${bin.name}, cut open`}
              rings={RINGED.flatMap(({ of, at }) =>
                deeds.includes(of) && setup && !setup.retired
                  ? [
                      {
                        key: of,
                        label: sayDeed(of, setup).title,
                        at,
                        onPress: () => ask({ of: "deed", deed: of, binId: bin.id }),
                      },
                    ]
                  : [],
              )}
              parts={
                shown === today && setup && !setup.retired
                  ? { labels, onPress: (id, button) => setPart({ id, button }) }
                  : undefined
              }
            />
          )}
          {log && (
            <BinCourse one={one} entries={log.entries} inHand={inHand} shown={shown} onShow={setShown} />
          )}
        </div>
        <div className={styles.side}>
          {!room.isNarrow && lift}
          <p className={styles.facts}>
            {due && due < today && (
              <b>
                Due since {dayAndMonth(due, today)}, {span(daysBetween(due, today))} late.{" "}
              </b>
            )}
            {state.lastLook ? `Looked at ${ago(state.lastLook.day, today)}; ` : ""}
            {state.visits} {state.visits === 1 ? "visit" : "visits"}, {sureWords(expectation.sureness)}.
          </p>
          <div className={styles.often}>
            <Button onClick={() => ask({ of: "slip", slip: "fed", binId: bin.id })}>Feed</Button>
            <Button onClick={() => ask({ of: "deed", deed: "water", binId: bin.id })}>Water</Button>
            <Button component={Link} href={`/harvest?id=${bin.id}`}>
              Harvest
            </Button>
            <Button component={Link} href={`/trouble?id=${bin.id}`} data-kind="wrong">
              {state.troubles ? `Trouble, ${state.troubles.length} open` : "Something is wrong"}
            </Button>
          </div>
          {setup && (
            <Fold
              title={setup.retired ? "Out of use" : "Something else was done"}
              isOpen={setup.retired === true}
            >
              <div className={styles.others}>
                {deeds
                  .filter((of) => of !== "water" && !RINGED.some((ring) => ring.of === of))
                  .map((of) => (
                    <Button key={of} onClick={() => ask({ of: "deed", deed: of, binId: bin.id })}>
                      {sayDeed(of, setup).title}
                    </Button>
                  ))}
                <Button component={Link} href={`/stock?bin=${bin.id}`}>
                  Stock or share worms
                </Button>
              </div>
            </Fold>
          )}
          <Fold title="This bin: set-up, print, share">
            <div className={styles.others}>
              <Button onClick={() => setAltering(true)}>Change the set-up</Button>
              {setup && !setup.retired && (
                <Button onClick={() => ask({ of: "found", binId: bin.id })}>
                  What does it look like now?
                </Button>
              )}
              <Button component={Link} href={`/friend?id=${bin.id}`}>
                A page to show a friend
              </Button>
              {setup?.compartments.some(({ placeCount }) => placeCount > 1) && (
                <Button component={Link} href={`/lid?id=${bin.id}`}>
                  A grid for its lid
                </Button>
              )}
              <Button component={Link} href={`/labels?ids=${bin.id}`}>
                Its label
              </Button>
            </div>
          </Fold>
          <h2 className={styles.lidTitle}>The lid</h2>
          <LidMap
            places={lidPlaces(one, today)}
            label={`The feeding places of ${bin.name}`}
            {...(setup?.retired
              ? {}
              : { onPress: (place: number) => ask({ of: "slip", slip: "fed", binId: bin.id, place }) })}
          />
          <BinInsight one={one} entries={log?.entries ?? []} onOpen={openEntry} />
          <p className={styles.facts}>
            In: {formatMass(state.totals.fedKg, units, "bucket")} of food,{" "}
            {formatMass(state.totals.beddedKg, units, "bucket")} of bedding. Out:{" "}
            {formatMass(state.totals.harvestedKg, units, "bucket")} of castings.
          </p>
          {ownRules.length > 0 && (
            <p className={styles.facts}>
              <b>Own rules:</b> {ownRules.join("; ")}.
            </p>
          )}
          {runningOn(settings?.experiments, bin.id, today).map((experiment) => (
            <p key={`${experiment.name}/${experiment.from}`} className={styles.facts}>
              <b>{experiment.name}:</b> an experiment since {dayAndMonth(experiment.from, today)}; all that
              goes in and out is weighed. <Link href="/reckon#course">Its curve</Link>
            </p>
          ))}
          {mixture && (
            <p className={styles.facts}>
              <b>A mixture:</b> {mixture}
            </p>
          )}
          {log && <EarlierYears entries={log.entries} />}
          {log && <YearBack entries={log.entries} />}
          <ul className={styles.bands}>
            {parts.map((part) => (
              <li key={part.compartment.id}>
                {parts.length > 1 && <b>{part.compartment.name}</b>} {sayPart(part, units)}
              </li>
            ))}
          </ul>
        </div>
      </div>
      {setup && <HeardTable one={one} />}
      {log && <WaterNotes one={one} entries={log.entries} />}
      {log && <DaysToGone entries={log.entries} setup={setup} />}
      {log && <EntryList one={one} entries={log.entries} broken={log.broken.length} />}
      {setup && (
        <>
          <WhatIf one={one} course={course} asked={asked} onAsk={setAsked} />
          <Forgiving binId={bin.id} name={bin.name} />
        </>
      )}
      <PartMenu one={one} part={part} onClose={() => setPart(undefined)} />
      {isAltering && <AlterDialog one={one} onClose={() => setAltering(false)} />}
    </main>
  );
}

const sureWords = (sureness: BinToday["expectation"]["sureness"]): string =>
  ({
    guess: "so what we expect is a guess from the general rules",
    fair: "so we are fairly sure",
    good: "so we know it well",
  })[sureness];

const LEFT_WORDS = { none: "gone", little: "a little", half: "half", most: "most" } as const;

function lidPlaces({ state, expectation }: BinToday, today: BinToday["expectation"]["day"]) {
  const { setup } = state;
  if (!setup) return [];
  const compartment = fedCompartment(setup);
  const next = nextPlace(state);
  return Array.from({ length: compartment.placeCount }, (_, at) => {
    const place = at + 1;
    const key = placeKey(compartment.id, place);
    const known = state.places[key];
    const expected = expectation.places.find((other) => placeKey(other.compartmentId, other.place) === key);
    const share = known?.fedOn ? (expected?.left.middle ?? 0) : 0;
    return {
      place,
      fed: known?.fedOn ? (known.fedOn === today ? "today" : shortDay(known.fedOn)) : "not yet",
      left: known?.fedOn ? LEFT_WORDS[foodLeftAt(share)] : "",
      isNext: next?.place === place,
      share,
    };
  });
}
