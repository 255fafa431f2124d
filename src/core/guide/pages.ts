import { alsoCalled } from "../catalogue/everyday";
import { BELIEFS } from "../catalogue/beliefs";
import { CAUSES, HAZARDS, SIGNS, WORMS } from "../catalogue/guideTables";
import type { Pantry } from "../catalogue/pantry";
import { SCHOOL_TABLE } from "../catalogue/school";
import { schoolPageOf } from "../catalogue/schoolPage";
import { CALCULATORS } from "../calculators/registry";

export const SECTIONS = {
  food: "Food",
  bedding: "Bedding",
  amendment: "Grit and lime",
  worm: "Worms",
  school: "Ways of keeping",
  sign: "Signs",
  cause: "What is behind them",
  hazard: "Cautions",
  belief: "Said and checked",
  sum: "Worked sums",
} as const;
export type Section = keyof typeof SECTIONS;

/** One page of the Guide as the index knows it. */
export interface GuidePage {
  /** `food/banana-peel`: its address. */
  readonly key: string;
  readonly section: Section;
  readonly id: string;
  readonly title: string;
  /** Other words one may look for it by. */
  readonly also: string;
}

const page = (
  section: Section,
  id: string,
  title: string,
  ...also: readonly (string | undefined)[]
): GuidePage => ({
  key: `${section}/${id}`,
  section,
  id,
  title,
  also: also.filter(Boolean).join(" "),
});

/** Every page there is, own materials among them. */
export function guidePages(pantry: Pantry): GuidePage[] {
  return [
    ...pantry.materials.map((one) =>
      page(
        one.use,
        one.id,
        one.name,
        alsoCalled(one.id),
        one.group,
        one.stance,
        one.reason,
        one.use === "amendment" ? one.purpose : one.preparation,
        one.use === "food" ? one.bothSides : undefined,
      ),
    ),
    ...WORMS.map((one) =>
      page("worm", one.id, one.name, one.latinName, one.tellApart, one.temperament, one.handling),
    ),
    ...SCHOOL_TABLE.map((one) => {
      const { suits, binTypes } = schoolPageOf(one.id);
      return page("school", one.id, one.name, suits, binTypes);
    }),
    ...SIGNS.map((one) => page("sign", one.id, one.name, one.description)),
    ...CAUSES.map((one) => page("cause", one.id, one.name, one.mechanism, ...one.firstAid)),
    ...HAZARDS.map((one) => page("hazard", one.id, one.name, one.caution, ...one.tasks)),
    ...BELIEFS.map((one) => page("belief", one.id, one.said, one.checked)),
    ...CALCULATORS.map((one) => page("sum", one.name, one.purpose, one.name, one.source)),
  ];
}
