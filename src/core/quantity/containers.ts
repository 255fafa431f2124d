/** A container of the keeper's own, measured once: what it holds, or what it gives in a minute. */
export interface Container {
  readonly name: string;
  readonly volumeL?: number | undefined;
  readonly litresPerMin?: number | undefined;
  /** One piece of something counted, as it weighs: a banana, a tea bag. */
  readonly pieceKg?: number | undefined;
}

const PARTS: readonly (readonly [number, string])[] = [[0.25, "a quarter of a"], [1 / 3, "a third of a"], [0.5, "half a"], [0.75, "three quarters of a"], [1, "a"]]; // prettier-ignore
const MARKS = ["", "¼", "½", "¾"] as const;

/**
 * So many litres as a keeper's own containers carry them: "half a grey bucket", "2½ jars". The largest that is at least a
 * quarter full, else the smallest; to the nearest quarter. Undefined without a container, or with more than twelve. Never throws.
 */
export function inOwnContainers(litres: number, containers: readonly Container[]): string | undefined {
  const held = containers.flatMap(({ name, volumeL }) => (volumeL === undefined || !(volumeL > 0) ? [] : [{ name, volumeL }])).toSorted((a, b) => b.volumeL - a.volumeL); // prettier-ignore
  const one = held.find(({ volumeL }) => litres / volumeL >= 0.25);
  if (!one) return undefined;
  const many = litres / one.volumeL;
  const name = one.name.toLowerCase() === one.name.toUpperCase() ? one.name : one.name.charAt(0).toLowerCase() + one.name.slice(1); // prettier-ignore
  if (many > 12) return undefined;
  if (many < 1.125) {
    const [, said] = PARTS.reduce((best, next) => (Math.abs(next[0] - many) < Math.abs(best[0] - many) ? next : best)); // prettier-ignore
    return `${said} ${name}`;
  }
  const quarters = Math.round(many * (many < 4 ? 4 : 2)) * (many < 4 ? 1 : 2);
  return `${Math.floor(quarters / 4)}${MARKS[quarters % 4]} ${name.replace(/([^s])$/, "$1s")}`;
}
