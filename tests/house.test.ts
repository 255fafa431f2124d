import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

/*
 * The plan of the house in docs/architecture.md is no picture beside the code: it is read here and held against every
 * import.
 */
const files = readdirSync("src", { recursive: true, encoding: "utf8" })
  .map((file) => path.join("src", file))
  .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file));
const known = new Set(files);

function importsOf(file: string): string[] {
  const found = readFileSync(file, "utf8").matchAll(/(?:from|import)\s*\(?\s*"((?:\.|@\/)[^"]+)"/g);
  return [...found].flatMap(([, spec]) => {
    const base = spec!.startsWith("@/")
      ? path.join("src", spec!.slice(2))
      : path.normalize(path.join(path.dirname(file), spec!));
    return [base, `${base}.ts`, `${base}.tsx`, path.join(base, "index.ts")].filter((one) => known.has(one));
  });
}
const graph = new Map(files.map((file) => [file, importsOf(file)]));

/** Files or rooms from which one comes back to where one began. */
function inCircles(of: ReadonlyMap<string, Iterable<string>>): string[] {
  const reaches = (from: string): Set<string> => {
    const seen = new Set<string>();
    const todo = [...(of.get(from) ?? [])];
    for (let next = todo.pop(); next !== undefined; next = todo.pop()) {
      if (seen.has(next)) continue;
      seen.add(next);
      todo.push(...(of.get(next) ?? []));
    }
    return seen;
  };
  return [...of.keys()].filter((one) => reaches(one).has(one));
}

test("no file of the house imports itself by a detour", () => {
  expect(graph.size).toBeGreaterThan(300);
  expect(inCircles(graph)).toEqual([]);
});

test("the rooms of the core use each other as the plan says, no more and no less", () => {
  const plan = /## The rooms of the core[\s\S]*?```\n([\s\S]*?)```/.exec(
    readFileSync("docs/architecture.md", "utf8"),
  )![1]!;
  const said = new Map(
    plan.split("\n").flatMap((line) => {
      const read = /^(\S+) .*->(.*)$/.exec(line);
      const used = read?.[2]!.split(",").flatMap((room) => (room.trim() ? [room.trim()] : []));
      return read ? [[read[1]!, used!.toSorted()] as const] : [];
    }),
  );
  const roomOf = (file: string): string | undefined =>
    file.startsWith("src/core/") ? path.dirname(file).slice("src/core/".length) : undefined;
  const built = new Map<string, Set<string>>();
  for (const [file, used] of graph) {
    const room = roomOf(file);
    if (room === undefined) continue;
    const rooms = built.get(room) ?? new Set();
    built.set(room, rooms);
    for (const one of used) if (roomOf(one) !== undefined && roomOf(one) !== room) rooms.add(roomOf(one)!);
  }
  expect(Object.fromEntries([...built].map(([room, used]) => [room, [...used].sort()]))).toEqual(
    Object.fromEntries(said),
  );
  expect(inCircles(said)).toEqual([]);
});
