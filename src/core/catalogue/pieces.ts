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

const COUNTED = /^(\d+(?:[.,]\d+)?|half|an?)\s*(?:pieces?|pcs?|of them|slices?|×|x)$/i;

/** Kilograms of so many pieces ("3 pieces", "half a piece"); undefined where it is no count, or no piece of it is known. */
export function inPieces(text: string, materialId: string): number | undefined {
  const each = PIECE_KG[materialId];
  const match = COUNTED.exec(text.trim().replace(/^half an? /i, "0.5 "));
  if (each === undefined || !match) return undefined;
  const many = /^an?$/i.test(match[1]!) ? 1 : Number(match[1]!.replace(",", "."));
  return many > 0 ? Number((many * each).toFixed(4)) : undefined;
}
export const pieceIds = (): readonly string[] => Object.keys(PIECE_KG);
