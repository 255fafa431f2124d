import type { Cover, Drainage, SpeciesId } from "@/vocabulary/setup";
import type { TwinSpecies } from "./library";
import { twinSpecies } from "./library";
import type { Arrangement } from "./line";

export interface TwinCompartment {
  readonly id: string;
  readonly areaM2: number;
  readonly heightM: number;
  /** Face it shares with the next one along. */
  readonly faceM2: number;
}
/** The bin as the model takes it: from the bottom up in trays and columns, from the fed end in a line. Source: process model 3.1, 18. */
export interface TwinBin {
  readonly arrangement: Arrangement;
  readonly compartments: readonly TwinCompartment[];
  readonly insulation: number;
  readonly drainage: Drainage;
  readonly cover: Cover;
  readonly speciesId: SpeciesId;
  /** Further species, in the order of their herds. */
  readonly furtherIds?: readonly SpeciesId[];
  readonly sumpL: number;
}
/** The air around it over the year. Source: process model 3.2. */
export interface TwinPlace {
  readonly meanC: number;
  readonly swingC: number;
  readonly hottestDay: number;
  /** A fraction. */
  readonly humidity: number;
  /** On open ground there, mm a day; none under a roof. */
  readonly rainMm?: number;
  /** What a forecast has the air warmer than that by, K, day by day from a day of the run on. */
  readonly ahead?: { readonly fromDay: number; readonly byK: readonly number[] };
}

type Kinds = Pick<TwinBin, "speciesId" | "furtherIds">;
const NONE: readonly SpeciesId[] = [];
export const furtherHerds = ({ furtherIds = NONE }: Kinds): number => furtherIds.length;
const alone = new Map<SpeciesId, readonly TwinSpecies[]>();
/** The species of a bin in the order of its herds, the main one first. */
export function livingIn({ speciesId, furtherIds = NONE }: Kinds): readonly TwinSpecies[] {
  if (furtherIds.length > 0) return [speciesId, ...furtherIds].map(twinSpecies);
  const known = alone.get(speciesId) ?? [twinSpecies(speciesId)];
  alone.set(speciesId, known);
  return known;
}

/** A bin of one well-mixed mass. */
export const oneMass = (areaM2: number, heightM: number): Pick<TwinBin, "arrangement" | "compartments"> => ({
  arrangement: "single",
  compartments: [{ id: "c1", areaM2, heightM, faceM2: 0 }],
});

export const airAt = (place: TwinPlace, dayOfYear: number): number =>
  place.meanC + place.swingC * Math.cos((2 * Math.PI * (dayOfYear - place.hottestDay)) / 365.25);
/** What the forecast adds to it on a day of the run, K; nought where it says nothing. */
export const foretoldK = ({ ahead }: TwinPlace, day: number): number => ahead?.byK[day - ahead.fromDay] ?? 0;

/** The tote that the model's own examples speak of: 60 litres, one mass, vented. Source: process model 3. */
export const TOTE: TwinBin = {
  ...oneMass(0.2, 0.3),
  insulation: 1,
  drainage: "free",
  cover: "vented",
  speciesId: "fetida",
  sumpL: 0,
};

/** Trays and columns are fed above and harvested below; a line is fed at its one end and harvested at the other. */
export const isStack = ({ arrangement }: TwinBin): boolean =>
  arrangement === "trays" || arrangement === "column";
/** Index of the compartment that is fed. */
export const fedAt = (bin: TwinBin): number => (isStack(bin) ? bin.compartments.length - 1 : 0);
/** Index of the compartment one harvests from. */
export const harvestedAt = (bin: TwinBin): number => (isStack(bin) ? 0 : bin.compartments.length - 1);
/** Index of the compartment of that name, or else of the usual one. */
export const compartmentAt = (bin: TwinBin, id: string | undefined, usual = fedAt(bin)): number => {
  const named = id === undefined ? -1 : bin.compartments.findIndex((one) => one.id === id);
  return named >= 0 ? named : usual;
};
