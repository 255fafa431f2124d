import type { Room } from "@/records/room";
import type { BinId } from "@/vocabulary/fields";
import { systemOf } from "../bin/system";
import type { BinToday, Task, TaskKind } from "./round";

/** One line of a long round: a bin for itself, or several of a group that want the same. */
export type RoundLine =
  | { readonly of: "one"; readonly task: Task }
  | {
      readonly of: "several";
      /** Of the group they belong to, or of their kind. */
      readonly name: string;
      readonly kind: TaskKind;
      readonly tasks: readonly Task[];
      /** What all of them want of it together, as far as each says it in the same measure. */
      readonly totalKg: number;
      readonly totalL: number;
    };
/** What is to be done in one room, in walking order; of a long round what cannot wait stands first, whatever room it is in. */
export interface RoundRoomLines {
  readonly roomId: string;
  readonly room: string;
  readonly lines: readonly RoundLine[];
}

/** So many tasks are still read one by one. */
const MANY_TASKS = 12;
/** A group is folded from so many that want the same. */
const FOLDED_FROM = 3;
/** What may be trouble is never folded away. */
const NEVER: ReadonlySet<TaskKind> = new Set(["act", "dryOut", "count", "room", "wake"]);

const FIRST: ReadonlySet<TaskKind> = new Set(["act", "dryOut", "count"]);

/**
 * The tasks of a round as lines by room. A short round has a line for each; in a long one bins of one group, or of one
 * kind, that want the same are one line. No task is lost and none stands twice. Never throws.
 */
export function roundLines(
  tasks: readonly Task[],
  bins: readonly BinToday[],
  rooms: readonly Pick<Room, "id" | "name">[],
): readonly RoundRoomLines[] {
  const binOf = new Map<BinId, BinToday>(bins.map((one) => [one.bin.id, one]));
  const roomOf = (task: Task) => binOf.get(task.binId)?.state.setup?.roomId ?? "";
  const isLong = tasks.length > MANY_TASKS;
  if (!isLong) return tasks.length > 0 ? [{ roomId: "", room: "", lines: folded(tasks, binOf, false) }] : [];
  const trouble = tasks.filter(({ kind }) => FIRST.has(kind));
  const rest = tasks.filter(({ kind }) => !FIRST.has(kind));
  const sections = [...new Set(rest.map(roomOf))].map((roomId) => ({
    roomId,
    room: rooms.find(({ id }) => id === roomId)?.name ?? "",
    lines: folded(
      rest.filter((task) => roomOf(task) === roomId),
      binOf,
      true,
    ),
  }));
  return trouble.length > 0
    ? [
        { roomId: "trouble", room: "First", lines: trouble.map((task) => ({ of: "one" as const, task })) },
        ...sections,
      ]
    : sections;
}

function folded(
  tasks: readonly Task[],
  binOf: ReadonlyMap<BinId, BinToday>,
  isLong: boolean,
): readonly RoundLine[] {
  const keyOf = (task: Task): string | undefined => {
    const one = binOf.get(task.binId);
    if (NEVER.has(task.kind) || !one?.state.setup) return undefined;
    const name = one.bin.group ?? (isLong ? `${systemOf(one.state.setup.system).name}s` : undefined);
    return name === undefined ? undefined : `${task.kind}/${name}`;
  };
  const byKey = new Map<string | undefined, Task[]>();
  for (const task of tasks) byKey.set(keyOf(task), [...(byKey.get(keyOf(task)) ?? []), task]);
  const isFolded = (key: string | undefined): key is string =>
    key !== undefined && byKey.get(key)!.length >= FOLDED_FROM;
  const said = new Set<string>();
  return tasks.flatMap((task): RoundLine[] => {
    const key = keyOf(task);
    if (!isFolded(key)) return [{ of: "one", task }];
    if (said.has(key)) return [];
    said.add(key);
    const together = byKey.get(key)!;
    const sum = (read: (task: Task) => number) => together.reduce((all, one) => all + read(one), 0);
    const amount = ({ step }: Task) => step?.amount ?? {};
    return [
      {
        of: "several",
        name: key.slice(key.indexOf("/") + 1),
        kind: task.kind,
        tasks: together,
        totalKg: sum((one) => ("massKg" in amount(one) ? (amount(one) as { massKg: number }).massKg : 0)),
        totalL: sum((one) => ("volumeL" in amount(one) ? (amount(one) as { volumeL: number }).volumeL : 0)),
      },
    ];
  });
}
