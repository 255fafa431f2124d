/*
 * What one piece weighs as it goes into a bin, kg, for meals that are counted. Judgement, from a kitchen scale; a
 * handful of pieces errs by a third either way, which is why a counted amount is known as guessed.
 */
const PIECE_KG: Readonly<Record<string, number>> = {
  "apple-cores-peel": 0.035,
  "pear-cores-peel": 0.03,
  "windfall-fruit": 0.12,
  "banana-peel": 0.05,
  "plantain-peel": 0.08,
  "banana-whole-overripe": 0.15,
  "mango-peel": 0.06,
  "avocado-skins": 0.03,
  "avocado-stones": 0.04,
  "orange-mandarin-peel": 0.045,
  "citrus-juiced-halves": 0.06,
  "lemon-lime-halves": 0.035,
  "kiwi-skins": 0.01,
  "carrot-tops": 0.03,
  "carrot-peel": 0.015,
  "potato-peel-raw": 0.025,
  "potato-raw-whole": 0.12,
  "potato-cooked-plain": 0.12,
  "sweet-potato-peel": 0.04,
  cucumber: 0.35,
  courgette: 0.25,
  tomatoes: 0.1,
  "peppers-sweet": 0.15,
  aubergine: 0.25,
  "corn-cobs": 0.15,
  "sweetcorn-husks": 0.05,
  "onion-skins": 0.01,
  "onion-flesh": 0.1,
  garlic: 0.04,
  "cabbage-leaves": 0.03,
  "coffee-filters": 0.045,
  "coffee-pods-emptied": 0.012,
  "tea-bags-unknown": 0.008,
  "bread-fresh": 0.04,
  "cut-flowers": 0.03,
};

/** What a piece is called besides a piece: as the thing itself, with the peel or core it is said to be. */
const CALLED: Readonly<Record<string, readonly string[]>> = {
  "apple-cores-peel": ["core", "apple core", "apple"],
  "pear-cores-peel": ["core", "pear core", "pear"],
  "windfall-fruit": ["apple", "pear", "plum", "windfall"],
  "banana-peel": ["peel", "banana peel", "skin", "banana skin"],
  "plantain-peel": ["peel", "plantain peel"],
  "banana-whole-overripe": ["banana"],
  "mango-peel": ["peel", "mango"],
  "avocado-skins": ["skin", "avocado skin", "avocado"],
  "avocado-stones": ["stone", "pit", "avocado stone"],
  "orange-mandarin-peel": ["peel", "orange", "orange peel"],
  "citrus-juiced-halves": ["half", "halve", "lemon half", "orange half"],
  "lemon-lime-halves": ["half", "halve", "lemon half", "lime half"],
  "kiwi-skins": ["skin", "kiwi", "kiwi skin"],
  "carrot-tops": ["top", "carrot top"],
  "carrot-peel": ["carrot"],
  "potato-peel-raw": ["potato"],
  "potato-raw-whole": ["potato", "potatoe"],
  "potato-cooked-plain": ["potato", "potatoe"],
  "sweet-potato-peel": ["sweet potato"],
  cucumber: ["cucumber"],
  courgette: ["courgette", "zucchini"],
  tomatoes: ["tomato", "tomatoe"],
  "peppers-sweet": ["pepper"],
  aubergine: ["aubergine", "eggplant"],
  "corn-cobs": ["cob", "corn cob", "ear"],
  "sweetcorn-husks": ["husk", "corn husk"],
  "onion-skins": ["skin", "onion"],
  "onion-flesh": ["onion"],
  garlic: ["clove", "bulb", "garlic"],
  "cabbage-leaves": ["leaf", "leave", "cabbage leaf", "cabbage leave"],
  "coffee-filters": ["filter", "coffee filter"],
  "coffee-pods-emptied": ["pod", "coffee pod", "capsule"],
  "tea-bags-unknown": ["bag", "tea bag", "teabag"],
  "bread-fresh": ["slice"],
  "cut-flowers": ["stem", "flower"],
};
const PIECES = ["piece", "pc", "them", "slice", "x"];

/** So many of it may be counted: each name of a piece, with what one weighs; none where nobody knows. Never throws. */
export function piecesOf(materialId: string): readonly { name: string; pieceKg: number }[] {
  const pieceKg = PIECE_KG[materialId];
  return pieceKg === undefined
    ? []
    : [...PIECES, ...(CALLED[materialId] ?? [])].map((name) => ({ name, pieceKg }));
}
export const pieceIds = (): readonly string[] => Object.keys(PIECE_KG);
