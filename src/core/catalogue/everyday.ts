/*
 * What keepers call a material besides its name in the table, in both kinds of English; lower case. Searched wherever a
 * material is chosen or looked for. Names of another thing (a sort, a brand) are none of them.
 */
const CALLED: Readonly<Record<string, string>> = {
  courgette: "zucchini marrow",
  aubergine: "eggplant brinjal",
  "sweetcorn-husks": "corn husks shucks leaves",
  "corn-cobs": "maize ears",
  "peppers-sweet": "bell peppers capsicum",
  "spent-grain": "brewers grains draff",
  "grain-mix-crushed": "chicken feed layers mash corn meal chicken mash fast food",
  "coffee-grounds": "used coffee espresso puck",
  "coffee-filters": "filter papers",
  "grass-clippings-fresh": "lawn mowings",
  "avocado-stones": "avocado pits",
  "apple-cores-peel": "apple scraps",
  "orange-mandarin-peel": "clementine satsuma tangerine rind",
  "mixed-kitchen-scraps": "food waste kitchen waste leftovers veg scraps peelings",
  "potato-peel-raw": "spud skins",
  "bread-fresh": "toast loaf crusts",
  "cardboard-corrugated": "card boxes carton cardboard box",
  "cardboard-thin": "cereal boxes paperboard toilet rolls tubes",
  "egg-carton-pulp": "egg boxes egg trays",
  newsprint: "newspaper",
  "office-paper": "printer paper letters shreddings",
  "kraft-paper": "paper bags brown paper",
  "tissue-napkin": "kitchen roll paper towels serviettes",
  coir: "coco peat coconut fiber coco brick",
  peat: "peat moss sphagnum",
  "leaf-mould": "leaf mold leaf compost rotted leaves",
  "leaves-dry-mixed": "fall leaves autumn leaves dead leaves",
  "straw-fresh": "wheat barley oat straw",
  "maize-stalks": "corn stalks corn stover",
  "wood-shavings": "pine shavings pet bedding",
  "wood-chip-coarse": "wood chips arborist mulch",
  "sawdust-untreated": "saw dust",
  "manure-aged-bedding": "horse manure muck stable manure",
  sacking: "burlap hessian jute sack coffee sack gunny",
  "cotton-textile": "rags t-shirt cloth old sheets",
  biochar: "charcoal char",
  "castings-worked-bedding": "overs old bedding vermicast",
  "eggshell-crushed": "egg shells",
  "lime-calcitic-ground": "garden lime ag lime calcium carbonate",
};
/** Other names of a material, as one text; empty where there are none. Never throws. */
export const alsoCalled = (materialId: string): string => CALLED[materialId] ?? "";
export const everydayIds = (): readonly string[] => Object.keys(CALLED);

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^a-z0-9'’-]+/)
    .filter((word) => word !== "");

/** Whether what is typed begins words of the name or of another name of a material. Never throws. */
export function isCalled(
  typed: string,
  { id, name }: { readonly id: string; readonly name: string },
): boolean {
  const words = wordsOf(`${name} ${alsoCalled(id)}`);
  return wordsOf(typed).every((part) => words.some((word) => word.startsWith(part.replace(/s$/, ""))));
}
