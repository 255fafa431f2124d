"use client";
import { withOwnValues } from "@/core/log/ownValues";
import { ofBin } from "@/session/author";
import { looked } from "@/core/bin/readings";
import { heardNotes } from "@/core/round/heardNotes";
import { ledgerOf, placesToAsk } from "@/core/expectation/ledger";
import { placeKey } from "@/core/bin/state";
import { whilePending } from "@/core/decision/pending";
import { decide } from "@/core/decision/decide";
import { withMeal } from "@/core/decision/withMeal";
import { practiceOf } from "@/core/practice/practice";
import { planRound } from "@/core/round/round";
import type { BinToday } from "@/core/round/round";
import { newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useGuarded } from "@/ui/useGuarded";
import { localDate } from "@/vocabulary/fields";
import type { FieldFault, VisitTyped } from "./visitTyped";
import { NOTHING_TYPED, readingsIn } from "./visitTyped";
import { useRefined } from "@/session/useRefined";
import type { DoneHow } from "./visitEntries";
import { mealOf } from "./visitAmounts";
import { mealTicked, takenFromStore, visitFacts, workOf } from "./visitEntries";

const LONGEST_VISIT_MIN = 90;
/** A visit from lid to close: what is typed, what follows from it at once, and the one press that keeps it. */
export function useVisit(one: BinToday, lid: "lifted" | "closed") {
  const { db, measures, today, author, keep, bins, settings, materials, batchesToday } = useSession();
  const { units } = measures;
  const batches = useMemo(
    () =>
      (batchesToday ?? [])
        .filter(({ state: { stage, leftKg } }) => stage.is === "fit" && leftKg > 0.01)
        .map(({ batch }) => batch),
    [batchesToday],
  );
  const { choose } = useErrands();
  const router = useRouter();
  const { bin, state, expectation } = one;
  const draft = useDraft(db, `visit/${lid}/${bin.id}`, NOTHING_TYPED);
  const { guarded, isBusy } = useGuarded();
  const [fault, setFault] = useState<FieldFault>();
  const { typed } = draft;
  const begun = localDate.safeParse(typed.day);
  const day = begun.success && begun.data < today ? begun.data : today;
  const { set: setDraft } = draft;
  const set = useCallback(
    (change: (before: VisitTyped) => VisitTyped) =>
      setDraft((before) => ({ ...change(before), day: before.day === "" ? today : before.day })),
    [setDraft, today],
  );

  useEffect(() => choose(bin.id), [bin.id, choose]);
  const lifted = useRef(0);
  useEffect(() => {
    lifted.current = performance.now();
  }, []);
  /** Only where accounts are kept; a page left open over lunch is no visit. */
  const tookMin = (): number | undefined => {
    const min = Number(((performance.now() - lifted.current) / 60_000).toFixed(2));
    return settings?.accounts && min > 0 && min <= LONGEST_VISIT_MIN ? min : undefined;
  };

  const practice = useMemo(() => practiceOf(state), [state]);
  const read = useMemo(() => readingsIn(typed, units), [typed, units]);
  const readings = useMemo(() => (read.ok ? read.value : []), [read]);
  const { expectation: refined, isRefining } = useRefined(bin.id, expectation, readings);
  /** The meal as the keeper gives it, where it is another than the one proposed. */
  const typedMeal = useMemo(() => mealOf(typed, measures), [typed, measures]);
  const meal = typedMeal.ok ? typedMeal.value : undefined;
  const proposed = useMemo(() => {
    const made = practice ? decide(refined, practice, readings, today) : one.decision;
    return isRefining && refined.twin === undefined ? whilePending(made) : made;
  }, [practice, refined, isRefining, readings, today, one.decision]);
  const decision = useMemo(
    () => withMeal(proposed, meal ?? mealTicked(proposed, typed, measures), today),
    [proposed, meal, typed, measures, today],
  );

  /** Places one can see something at, the most telling first. */
  const places = useMemo(
    () =>
      placesToAsk(state, ledgerOf(state, expectation, today)).map(({ compartmentId, place }) => {
        const key = placeKey(compartmentId, place);
        return {
          key,
          place,
          expected: expectation.places.find((other) => placeKey(other.compartmentId, other.place) === key),
        };
      }),
    [state, expectation, today],
  );

  /** What is known of each part and place, with what is in hand, and what is made of it. */
  const heard = useMemo(() => {
    const seen = readings.length > 0 ? looked(state, { day: today, lid, readings }) : state;
    return new Map(
      heardNotes({ state: seen, expectation: refined }, units, today).map((one) => [one.key, one]),
    );
  }, [state, readings, refined, units, today, lid]);

  const about = useMemo(
    () => ({ ...measures, setup: state.setup, batches, lid, readings, decision, expectation, typed, today }),
    [measures, state.setup, batches, lid, readings, decision, expectation, typed, today],
  );
  /** What the log will have of it, closed now: what is ticked, or all that is proposed where nothing is yet. */
  const inHand = useMemo(() => {
    const isBegun = workOf(decision, typed).some(({ isTicked }) => isTicked);
    const facts = visitFacts({ ...about, how: isBegun ? "asTicked" : "asProposed", visitId: "in hand" });
    return facts.ok ? facts.value.map((fact) => withOwnValues(fact, materials)) : [];
  }, [about, decision, typed, materials]);

  const close = (how: DoneHow) => guarded(() => keepVisit(how));
  const keepVisit = async (how: DoneHow) => {
    setFault(undefined);
    if (!read.ok) return setFault(read.problem);
    const visit = { ...about, how, visitId: newId(), tookMin: tookMin() };
    const facts = visitFacts(visit);
    if (!facts.ok) return setFault(facts.problem);
    const fromStore = takenFromStore(visit);
    const act = fromStore.length > 0 ? { actId: newId() } : {};
    const rows = await author.entries(
      ofBin(bin.id),
      day,
      // What came out of the store is one act with what the batch lost.
      facts.value.map((fact) =>
        fact.kind === "bedded" && fact.parts.some(({ batchId }) => batchId) ? { ...fact, ...act } : fact,
      ),
    );
    for (const { batchId, massKg } of fromStore)
      rows.push(
        ...(await author.entries({ kind: "batch", id: batchId }, day, [
          { kind: "removed", what: "contents", amount: { massKg, measuredBy: "proposed" }, ...act },
        ])),
      );
    const kept = await keep(
      lid === "lifted" ? `${bin.name}: visit kept` : `${bin.name}: quiet check kept`,
      rows,
    );
    if (!kept.ok) return;
    await draft.clear();
    // On to the next bin of the round, or home.
    const rest = bins ? planRound(bins, today).tasks.filter((task) => task.binId !== bin.id) : [];
    choose(rest[0]?.binId ?? bin.id);
    router.push("/");
  };
  return {
    binId: bin.id,
    binName: bin.name,
    typed,
    set,
    /** The day the entries will bear. */
    day,
    /** Makes it today's, where it was begun on an earlier day. */
    makeToday: () => setDraft((before) => ({ ...before, day: today })),
    isLoaded: draft.isLoaded,
    clear: draft.clear,
    measures,
    setup: state.setup,
    batches,
    meal,
    lastMeal: state.lastMeal,
    leftOut: state.leftOut,
    decision,
    /** After what was read; `one.expectation` is what was expected before. */
    refined,
    isRefining,
    readings,
    practice,
    places,
    heard,
    inHand,
    fault: fault ?? (read.ok ? undefined : read.problem),
    close,
    isSaving: isBusy,
  };
}
export type VisitInHand = ReturnType<typeof useVisit>;
