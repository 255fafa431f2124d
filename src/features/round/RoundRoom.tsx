"use client";
import { planRound } from "@/core/round/round";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { Rack } from "@/ui/Rack";
import { SkipToDo } from "@/ui/SkipToDo";
import { useViewport } from "@/ui/useViewport";
import dynamic from "next/dynamic";
import { useLayoutEffect, useMemo } from "react";
import { BinBench } from "./BinBench";
import { rackBins } from "./rackBins";
import styles from "./RoundRoom.module.css";
import { WeatherRibbon } from "./WeatherRibbon";

/** Loaded where there is no bin yet. */
const EmptyCellar = dynamic(() => import("./EmptyCellar").then((module) => module.EmptyCellar), {
  ssr: false,
});

/** The home of the app: the rack along the top, the bin in hand on the bench, the slate beside it. */
export function RoundRoom() {
  const { bins, rooms, today, units, reading } = useSession();
  const { chosen, choose } = useErrands();
  const room = useViewport();
  const round = useMemo(() => planRound(bins ?? [], today), [bins, today]);
  const shown = useMemo(
    () => rackBins(bins ?? [], round, today, units, rooms),
    [bins, round, today, units, rooms],
  );
  const inHand =
    bins?.find((one) => one.bin.id === chosen) ??
    bins?.find((one) => one.bin.id === round.tasks[0]?.binId) ??
    bins?.[0];
  useLayoutEffect(() => {
    // A bin that was chosen and is not there yet (just set up) is on its way: it is not chosen over.
    if (inHand && chosen === undefined) choose(inHand.bin.id);
  }, [inHand, chosen, choose]);

  if (!bins) {
    return (
      <main className={styles.opening} aria-busy="true">
        {reading && (
          <p className={styles.reading} role="status">
            Reading the logs: {reading.read} of {reading.of} bins. This happens once, after an import or an
            update.
          </p>
        )}
      </main>
    );
  }
  if (bins.length === 0 || !inHand) return <EmptyCellar />;
  return (
    <main className={styles.round} data-usable="true">
      <h1 className="visually-hidden">The round</h1>
      <SkipToDo />
      <WeatherRibbon />
      <Rack
        bins={shown}
        chosen={inHand.bin.id}
        onChoose={choose}
        shelfWidth={room.isNarrow ? Infinity : room.width - (room.width > 900 ? 464 : 148)}
      />
      <BinBench key={inHand.bin.id} one={inHand} />
    </main>
  );
}
