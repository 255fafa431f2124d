/** A container of the keeper's own, measured once: what it holds, or what it gives in a minute. */
export interface Container {
  readonly name: string;
  readonly volumeL?: number | undefined;
  readonly litresPerMin?: number | undefined;
}

const NUMBER = /^(\d+\s*\/\s*\d+|\d+(?:[.,]\d+)?|half an?|an?)\s*(.*)$/i;
const SECONDS = /^(s|sec|secs|seconds?)$/i;
const MINUTES = /^(min|mins|minutes?)$/i;

/**
 * Litres meant by so many of a container ("2 grey buckets", "half a jar", "1/2 can") or so long with a sprayer ("40 s");
 * undefined where the text speaks of none of them. Never throws.
 */
export function inContainers(text: string, containers: readonly Container[]): number | undefined {
  const said = text.trim();
  const match = NUMBER.exec(said);
  if (!match) return undefined;
  const many = numberOf(match[1]!);
  const what = match[2]!.trim().replace(/^of\s+(the\s+)?/i, "");
  if (!(many > 0) || what === "") return undefined;
  const sprayer = containers.find(({ litresPerMin }) => litresPerMin !== undefined && litresPerMin > 0);
  if (sprayer && SECONDS.test(what)) return exact((many / 60) * sprayer.litresPerMin!);
  if (sprayer && MINUTES.test(what)) return exact(many * sprayer.litresPerMin!);
  const meant = plain(what);
  const named =
    containers.find(({ name }) => plain(name) === meant) ??
    only(containers.filter(({ name }) => plain(name).split(" ").at(-1) === meant));
  return named?.volumeL === undefined ? undefined : exact(many * named.volumeL);
}

/** To the microlitre: no tail of binary fractions in the log. */
const exact = (litres: number): number => Number(litres.toFixed(6));

function numberOf(text: string): number {
  if (/^half/i.test(text)) return 0.5;
  if (/^an?$/i.test(text)) return 1;
  const [top, under] = text.replace(",", ".").split("/").map(Number);
  return under === undefined ? top! : under > 0 ? top! / under : NaN;
}
/** Without capitals and plural. */
const plain = (name: string): string => name.trim().toLowerCase().replace(/\s+/g, " ").replace(/s$/, "");
const only = <T>(some: readonly T[]): T | undefined => (some.length === 1 ? some[0] : undefined);
