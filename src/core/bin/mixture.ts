import type { SpeciesId } from "@/vocabulary/setup";
import type { Species } from "../catalogue/species";
import { speciesOf } from "../catalogue/species";
import type { Worms } from "./state";

interface Came {
  readonly speciesId: SpeciesId;
  readonly massKg: number;
}

/** What came of each species, as far as there is more than one. */
export function cameOf(before: Worms, lots: readonly Came[]): Pick<Worms, "came"> {
  const came: Partial<Record<SpeciesId, number>> = {
    ...(before.came ?? (before.massKg > 0 ? { [before.speciesId]: before.massKg } : {})),
  };
  for (const { speciesId, massKg } of lots) came[speciesId] = (came[speciesId] ?? 0) + massKg;
  return Object.keys(came).length > 1 ? { came } : {};
}

/** Fewer than this share of a herd is no part of it: a few that came along. */
const NO_PART = 0.05;

interface Part {
  readonly species: Species;
  readonly share: number;
}

/** Species that live in a bin, by their share of what came, the most first; few that came along are left out. Never throws. */
export const speciesIn = ({ came, speciesId }: Worms): readonly Part[] => partsOf(came ?? {}, speciesId);

/** The same of masses by species, in any unit; `speciesId` where no other has a part. Never throws. */
export function partsOf(
  came: Readonly<Partial<Record<SpeciesId, number>>>,
  speciesId: SpeciesId,
): readonly Part[] {
  const all = Object.entries(came) as [SpeciesId, number][];
  const wholeKg = all.reduce((sum, [, kg]) => sum + kg, 0);
  const part = all.filter(([, kg]) => kg >= NO_PART * wholeKg && kg > 0);
  if (part.length < 2) return [{ species: speciesOf(speciesId), share: 1 }];
  const kept = part.reduce((sum, [, kg]) => sum + kg, 0);
  return part
    .map(([id, kg]) => ({ species: speciesOf(id), share: kg / kept }))
    .toSorted((a, b) => b.share - a.share);
}

/**
 * A herd as an appetite is asked for: its main species, and its mixture where it is one: by what is thought to live of
 * each (`herds`, in any unit), or else by what came. Never throws.
 */
export function herdOf(
  worms: Worms,
  herds?: readonly { readonly speciesId: SpeciesId; readonly massKg: { readonly middle: number } }[],
): { readonly species: Species; readonly mix?: readonly Part[] } {
  const living = (herds ?? []).filter(({ massKg }) => massKg.middle > 0);
  const wholeKg = living.reduce((sum, { massKg }) => sum + massKg.middle, 0);
  const mix =
    living.length > 0
      ? living.map(({ speciesId, massKg }) => ({
          species: speciesOf(speciesId),
          share: massKg.middle / wholeKg,
        }))
      : speciesIn(worms);
  return mix.length > 1 ? { species: speciesOf(worms.speciesId), mix } : { species: mix[0]!.species };
}

/** What is thought alive of each species; any engine's. */
type Alive = readonly {
  readonly speciesId: SpeciesId;
  readonly massKg: { readonly middle: number; readonly high: number };
}[];

/**
 * What a bin bears: of each bound that of the tenderest that lives in it, all else of its main species. Whoever has died
 * out by all that is known (`herds`) sets no bound any more: for its sake the rest would go hungry. Never throws.
 */
export function tenderest(worms: Worms, herds: Alive = []): Species {
  const wholeKg = herds.reduce((sum, { massKg }) => sum + massKg.middle, 0);
  const gone = new Set(
    herds.flatMap(({ speciesId, massKg }) => (massKg.high < NO_PART * wholeKg ? [speciesId] : [])),
  );
  const all = speciesIn(worms).flatMap(({ species }) => (gone.has(species.id) ? [] : [species]));
  const main = all.find(({ id }) => id === worms.speciesId) ?? all[0] ?? speciesOf(worms.speciesId);
  if (all.length < 2) return main;
  const most = (of: (species: Species) => number) => Math.max(...all.map(of));
  const least = (of: (species: Species) => number) => Math.min(...all.map(of));
  return {
    ...main,
    zeroC: least(({ zeroC }) => zeroC),
    heatDeathC: least(({ heatDeathC }) => heatDeathC),
    bestC: least(({ bestC }) => bestC),
    leastC: most(({ leastC }) => leastC),
    coldDeathC: most(({ coldDeathC }) => coldDeathC),
  };
}
