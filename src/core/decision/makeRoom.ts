import { beddingHere } from "../bin/beddingHere";
import { LIFTED_UP } from "../matter/figures";
import type { CompartmentId } from "@/vocabulary/fields";
import { MOIST_KG_PER_L } from "../matter/figures";
import { COVER_KG_PER_L } from "../bin/cover";
import { NOTHING, settledVolumes } from "../bin/matter";
import { fedCompartment, harvestCompartment, systemOf, volumeOfL } from "../bin/system";
import type { Expectation } from "../expectation/expectation";
import type { Practice } from "../practice/practice";
import type { Step } from "./decision";
import { ofMaterial } from "./stepMaterial";

/** A bed with less than this share of its room free is full: fresh food would no longer lie loose in it. */
const FULL = 0.12;
/** Castings worth lifting, by share of what rots. */
const RIPE = 0.45;
/** From here on the lowest of a stack is done: it is emptied and goes on top, before another one is bought. */
const FINISHED = 0.7;
/** Of the castings there, so much comes out at once: the rest keeps the bed alive. */
const LIFTED = 0.5;
/** Meals from which on a bed is in use. */
const BEGUN_MEALS = 3;
/** Of a bed that is full of unripe matter, so much goes to another bin. */
const MOVED = 0.15;

/** A breeding bed of which so much is castings no longer feeds its herd. */
const SPENT = 0.4;
/** Half of the spent bed out, its worth of feeding bedding in: manure or compost carries a breeding tub through its cycle. */
function freshBed(expectation: Expectation, practice: Practice): Step[] {
  const compartmentId = fedCompartment(practice.setup).id;
  const liftedKg = LIFTED * castingsKg(expectation, compartmentId);
  const why = { code: "bed/spent" } as const;
  const evidence = [{ from: "school", of: "places" } as const];
  return [
    { kind: "harvest", amount: { massKg: liftedKg }, compartmentId, why, evidence },
    {
      kind: "addDryBedding",
      amount: { massKg: Math.max(liftedKg, 0.1) },
      ...ofMaterial("bedding", "manure-aged-bedding"),
      moisture: 0.8,
      compartmentId,
      why,
      evidence,
    },
  ];
}

/** Wet castings in one compartment. */
const castingsKg = ({ contents, moisture }: Expectation, id: string): number =>
  (contents[id]?.castingsDryKg ?? 0) / Math.max(0.1, 1 - moisture.middle);

export interface Room {
  readonly steps: readonly Step[];
  /** Litres free once they are done. */
  readonly freeL: number;
  /** Nothing more can be done here today: a tray goes on top first. */
  readonly isAll: boolean;
}

/**
 * A full bin makes room before its worms go hungry: ripe castings out, a stack set round, or unripe matter to another bin.
 * Source: common practice of each school; bedding counts as food that shrinks, so what is unripe is only pressed down last.
 */
export function makeRoom(expectation: Expectation, practice: Practice): Room {
  const { setup } = practice;
  const fed = fedCompartment(setup);
  const litres = volumeOfL(fed);
  const { freeL } = expectation;
  const evidence = [{ from: "school", of: "places" } as const];
  if (practice.school.isBreeding && expectation.ripeness.middle >= SPENT)
    return { steps: freshBed(expectation, practice), freeL, isAll: false };
  if (freeL >= FULL * litres) return { steps: [], freeL, isAll: false };
  const full = { code: "room/full", freeL } as const;
  const isStack = systemOf(setup.system).arrangement === "stack";
  const isColumn = setup.system === "flowThrough";
  const ripe = harvestCompartment(setup);
  const ripeness = expectation.ripeness.middle;
  const isStackOfMany = isStack && !isColumn && setup.compartments.length > 1;
  const hasNext = setup.compartments.length < systemOf(setup.system).compartments.length;
  if (isStack && !isColumn && hasNext && !(isStackOfMany && ripeness >= FINISHED))
    return nextTray(practice, freeL);
  // A lowest one that nobody has worked yet is no room gained by setting it round.
  if (isStackOfMany && ripeness >= RIPE)
    return {
      steps: [
        {
          kind: "restack",
          compartmentId: ripe.id,
          order: [...setup.compartments.filter(({ id }) => id !== ripe.id).map(({ id }) => id), ripe.id],
          share: CARRIED_UP,
          why: { code: "room/ripe", ripeness },
          evidence,
        },
        {
          kind: "addDryBedding",
          amount: { massKg: FIRST_FILL * volumeOfL(ripe) * COVER_KG_PER_L },
          ...ofMaterial("bedding", beddingHere(practice.state, "damp")),
          moisture: 0.75,
          compartmentId: ripe.id,
          why: { code: "bed/before-meal" },
          evidence,
        },
      ],
      freeL: (1 - FIRST_FILL - CARRIED_UP) * volumeOfL(ripe),
      isAll: true,
    };
  if ((systemOf(setup.system).arrangement === "line" || isColumn) && setup.compartments.length > 1)
    return movedAlong(expectation, practice);
  const from = isStackOfMany ? fed : ripe;
  const fromRipeness =
    expectation.twin?.compartments.find(({ id }) => id === from.id)?.ripeness.middle ?? ripeness;
  if (fromRipeness >= RIPE) {
    const liftedKg = LIFTED * castingsKg(expectation, from.id);
    return {
      steps: [
        {
          kind: "harvest",
          amount: { massKg: liftedKg },
          compartmentId: from.id,
          ...(setup.compartments.length > 1 && from.name ? { part: from.name } : {}),
          why: full,
          evidence,
        },
      ],
      freeL: freeL + liftedKg / MOIST_KG_PER_L,
      isAll: false,
    };
  }
  // New bedding settles by itself: it is not lifted out again before they have begun on it.
  if (practice.state.feedings.length < BEGUN_MEALS) return { steps: [], freeL, isAll: false };
  const movedL = MOVED * litres;
  return {
    steps: [
      {
        kind: "takeOutUnripe",
        amount: { volumeL: movedL },
        why: { code: "room/unripe" },
        evidence,
      },
    ],
    freeL: freeL + movedL,
    isAll: false,
  };
}

/** A stack grows by one when its top is full: bedded a quarter deep, some of the old one laid in, and the next meal goes there. */
function nextTray(practice: Practice, freeL: number): Room {
  const { setup } = practice;
  const { name: _place, ...top } = fedCompartment(setup);
  const added = { ...top, id: freeId(setup.compartments.map(({ id }) => id)) };
  const evidence = [{ from: "school", of: "places" } as const];
  const beddedL = FIRST_FILL * volumeOfL(added);
  return {
    steps: [
      {
        kind: "addTray",
        added,
        position: setup.compartments.length,
        share: CARRIED_UP,
        why: { code: "room/next-tray", freeL },
        evidence,
      },
      {
        kind: "addDryBedding",
        amount: { massKg: beddedL * COVER_KG_PER_L },
        ...ofMaterial("bedding", beddingHere(practice.state, "damp")),
        moisture: 0.75,
        compartmentId: added.id,
        part: "new one",
        why: { code: "bed/before-meal" },
        evidence,
      },
    ],
    freeL: (1 - CARRIED_UP) * volumeOfL(added) - beddedL,
    isAll: true,
  };
}
const FIRST_FILL = 1 / 4;
/**
 * Of what is fed so much is laid into what comes on top, worms and all: left below, a third of the herd dies before it has moved up
 * by itself. Tried in the year under advice. Judgement.
 */
const CARRIED_UP = LIFTED_UP;
const freeId = (taken: readonly string[]): CompartmentId => {
  let nth = taken.length + 1;
  while (taken.includes(`c${nth}`)) nth += 1;
  return `c${nth}` as CompartmentId;
};

/** Of each part of a line so much goes one on: a third of the fed end comes free. */
const ALONG = 0.3;
/** Of a column less: it is pulled at its grate often and a little, and comes down by itself. */
const DOWN = 0.15;
/** The far end takes no more when it is so full. */
const END_FULL = 0.8;

/** Room at the fed end of a line comes of moving all of it along, oldest first; what is ripe and full at the far end is lifted before. */
function movedAlong(expectation: Expectation, { setup }: Practice): Room {
  const { freeL } = expectation;
  const isColumn = setup.system === "flowThrough";
  const share = isColumn ? DOWN : ALONG;
  const evidence = [{ from: "school", of: "places" } as const];
  const far = harvestCompartment(setup);
  const { beddingL, foodL, castingsL } = settledVolumes(expectation.contents[far.id] ?? NOTHING);
  const isEndFull = beddingL + foodL + castingsL > END_FULL * volumeOfL(far);
  const isRipe = expectation.ripeness.middle >= RIPE;
  const harvest: Step[] = isEndFull
    ? [
        isRipe
          ? {
              kind: "harvest",
              amount: { massKg: LIFTED * castingsKg(expectation, far.id) },
              compartmentId: far.id,
              ...(far.name ? { part: far.name } : {}),
              why: { code: "room/full", freeL },
              evidence,
            }
          : {
              kind: "takeOutUnripe",
              amount: { volumeL: MOVED * volumeOfL(far) },
              compartmentId: far.id,
              ...(far.name ? { part: far.name } : {}),
              why: { code: "room/unripe" },
              evidence,
            },
      ]
    : [];
  return {
    steps: [
      ...harvest,
      {
        kind: "moveAlong",
        share,
        why: { code: isColumn ? "room/comes-down" : "room/move-along", freeL },
        evidence,
      },
    ],
    freeL: freeL + share * (volumeOfL(fedCompartment(setup)) - freeL),
    isAll: false,
  };
}
