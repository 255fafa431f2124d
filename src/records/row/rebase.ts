import type { Row } from "./row";

/*
 * Two tellings of one fact that were made from the same third one, brought together line by line: what each changed
 * stands, and a line that both changed is named, so that someone can be asked.
 */

/** A line that both changed: where it lies, from the outside in. */
export type Clash = readonly string[];
export interface Rebased<R extends Row> {
  readonly row: R;
  readonly clashes: readonly Clash[];
}
/** Whose word stands where both changed a line. */
export type Whose = "mine" | "standing";

/** What names a telling and not the fact. */
const HEAD: ReadonlySet<string> = new Set([
  "schemaVersion",
  "rowId",
  "id",
  "revision",
  "recordedAt",
  "deviceId",
]);

/**
 * What `mine` changed of `base`, written onto what `standing` made of it since. Amounts and readings are one line each;
 * lists are held together by what names their parts (id, key, name, what was read and where), else by their order. A fact
 * that one struck out and the other changed is a clash of `deleted`. The head is that of `mine`; nothing is changed in
 * place.
 */
export function rebased<R extends Row>(base: R, mine: R, standing: R, whose: Whose = "standing"): Rebased<R> {
  const clashes: Clash[] = [];
  const [was, my, now] = [saidIn(base), saidIn(mine), saidIn(standing)];
  const differs = (a: Said, b: Said) => !sameFact(withoutMark(a), withoutMark(b));
  const isStruckUnder =
    (now.deleted && !was.deleted && !my.deleted && differs(was, my)) ||
    (my.deleted && !was.deleted && !now.deleted && differs(was, now));
  const said = merged(withoutMark(was), withoutMark(my), withoutMark(now), []) as Said;
  if (isStruckUnder) clashes.push(["deleted"]);
  const isDeleted = isStruckUnder
    ? (whose === "mine" ? my : now).deleted === true
    : my.deleted === was.deleted
      ? now.deleted === true
      : my.deleted === true;
  const head = Object.fromEntries(Object.entries(mine).filter(([key]) => HEAD.has(key)));
  return { row: { ...said, ...head, ...(isDeleted ? { deleted: true } : {}) } as unknown as R, clashes };

  function merged(was: unknown, my: unknown, now: unknown, path: Clash): unknown {
    if (sameFact(my, was) || sameFact(my, now)) return now;
    if (sameFact(now, was)) return my;
    const order = orderTogether(was, my, now);
    if (order) return order;
    const [a, b, c] = [partsOf(was), partsOf(my), partsOf(now)];
    if (!a || !b || !c || a.is !== b.is || b.is !== c.is) {
      clashes.push(path);
      return whose === "mine" ? my : now;
    }
    const keys = [...new Set([...c.parts.keys(), ...b.parts.keys()])];
    const parts = keys.flatMap((key) => {
      const part = merged(a.parts.get(key), b.parts.get(key), c.parts.get(key), [...path, key]);
      return part === undefined ? [] : [[key, part] as const];
    });
    return c.is !== "object" ? parts.map(([, part]) => part) : Object.fromEntries(parts);
  }
}

/** Whether two rows say the same, whoever wrote them and when. Never throws. */
export const saysTheSame = (a: Row, b: Row): boolean => sameFact(saidIn(a), saidIn(b));

type Said = Readonly<Record<string, unknown>>;
const saidIn = (row: Row): Said => Object.fromEntries(Object.entries(row).filter(([key]) => !HEAD.has(key)));
const withoutMark = ({ deleted: _mark, ...rest }: Said): Said => rest;

interface Parts {
  /** Values with other shapes are not merged part by part. */
  readonly is: string;
  readonly parts: ReadonlyMap<string, unknown>;
}
/** What can be merged part by part; undefined for what is one thing. */
function partsOf(value: unknown): Parts | undefined {
  if (Array.isArray(value)) {
    // Bare values are an order, or one thing.
    if (value.some((part) => typeof part !== "object")) return undefined;
    const named = value.map(nameIn);
    const isNamed = named.every((name) => name !== undefined) && new Set(named).size === named.length;
    return {
      is: isNamed ? "list" : `list of ${value.length}`,
      parts: new Map(value.map((part: unknown, at) => [isNamed ? named[at]! : String(at), part])),
    };
  }
  if (typeof value !== "object" || value === null || isOneThing(value)) return undefined;
  return { is: "object", parts: new Map(Object.entries(value)) };
}
/** An amount with how it was known, and a reading, are told whole. */
const isOneThing = (value: object): boolean => "measuredBy" in value || "of" in value;

/** Bare values in an order (the walk along the bins) with what both added and took out; undefined where both set it anew. */
function orderTogether(was: unknown, my: unknown, now: unknown): readonly unknown[] | undefined {
  if (![was, my, now].every((list) => Array.isArray(list) && isOrder(list))) return undefined;
  const [a, b, c] = [was, my, now] as readonly (readonly unknown[])[];
  const common = a!.filter((value) => b!.includes(value) && c!.includes(value));
  const isReset = (list: readonly unknown[]) =>
    !sameFact(
      list.filter((value) => common.includes(value)),
      common,
    );
  if (isReset(b!) && isReset(c!)) return undefined;
  const [kept, other] = isReset(b!) ? [b!, c!] : [c!, b!];
  const isGone = (value: unknown) => a!.includes(value) && (!b!.includes(value) || !c!.includes(value));
  return [...kept, ...other.filter((value) => !kept.includes(value))].filter((value) => !isGone(value));
}
const isOrder = (list: readonly unknown[]): boolean =>
  list.every((value) => typeof value === "string") && new Set(list).size === list.length;

/** What a part of a list is called: it is found by that wherever it stands. */
function nameIn(part: unknown): string | undefined {
  if (typeof part !== "object" || part === null) return undefined;
  const { id, key, name, of, compartment, place, sign } = part as Readonly<Record<string, unknown>>;
  if (typeof id === "string") return id;
  if (typeof key === "string") return key;
  if (typeof name === "string") return name;
  return typeof of === "string" ? [of, compartment, place, sign].join("/") : undefined;
}

/** Equal as facts, whatever the order of the keys; what is undefined is not there. Never throws. */
export function sameFact(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])];
  return keys.every((key) => sameFact((a as Said)[key], (b as Said)[key]));
}
