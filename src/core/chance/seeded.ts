/** Numbers in [0, 1), the same for the same seed on every machine (mulberry32, seeded by an FNV-1a hash of the text). */
export function seeded(seed: string): () => number {
  let state = 0x811c9dc5;
  for (let at = 0; at < seed.length; at += 1) state = Math.imul(state ^ seed.charCodeAt(at), 0x01000193);
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** About normal, mean 0 and spread 1 (sum of twelve). */
export const bellShaped = (chance: () => number): number =>
  Array.from({ length: 12 }, chance).reduce((sum, value) => sum + value, -6);
