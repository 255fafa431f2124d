import { LOG } from "../../../tests/everyKind";
import { entry, setupOf } from "../../../tests/log";
import { seeded } from "../chance/seeded";
import { SYSTEMS } from "@/vocabulary/setup";
import { setupAfter } from "./setupAfter";

const altered = (changes: Record<string, unknown>) => entry({ kind: "altered", changes });

test("nothing is known of a bin until an entry gives the whole of it", () => {
  for (const one of LOG.filter(({ kind }) => kind !== "altered"))
    expect([one.kind, setupAfter(undefined, one)]).toEqual([one.kind, undefined]);
  expect(setupAfter(undefined, altered({ cover: "open" }))).toBeUndefined();
  for (const system of SYSTEMS) {
    const setup = setupOf(system);
    expect(setupAfter(undefined, altered(setup))).toEqual(setup);
  }
});

test("an entry that does not speak of the set-up leaves the very same one", () => {
  const setup = setupOf("trayStack");
  const speaks = new Set(["altered", "added", "covered", "rotated"]);
  for (const one of LOG.filter(({ kind }) => !speaks.has(kind))) expect(setupAfter(setup, one)).toBe(setup);
});

test("trays that change places are the same trays; what the entry does not name stays behind", () => {
  const chance = seeded("trays");
  const setup = setupOf("trayStack", {
    compartments: ["a", "b", "c", "d"].map((id) => ({
      ...setupOf("trayStack").compartments[0]!,
      id: id as never,
    })),
  });
  for (let nth = 0; nth < 60; nth += 1) {
    const order = ["a", "b", "c", "d", "nowhere"].filter(() => chance() < 0.6).toSorted(() => chance() - 0.5);
    if (order.length === 0) continue;
    const after = setupAfter(setup, entry({ kind: "rotated", order }))!;
    const ids = after.compartments.map(({ id }) => id as string);
    expect(ids.toSorted()).toEqual(["a", "b", "c", "d"]);
    const named = order.filter((id) => id !== "nowhere");
    expect(ids.slice(0, named.length)).toEqual(named);
    const rest = ids.slice(named.length);
    expect(rest).toEqual(rest.toSorted());
  }
});

test("a part is added where it is said, and a cover is changed alone", () => {
  const setup = setupOf("trayStack");
  const added = { ...setup.compartments[0]!, id: "new" as never };
  for (let position = 0; position <= setup.compartments.length; position += 1) {
    const after = setupAfter(setup, entry({ kind: "added", added, position }))!;
    expect(after.compartments.findIndex(({ id }) => (id as string) === "new")).toBe(position);
    const sized = ({ name: _, ...size }: (typeof after.compartments)[number]) => size;
    expect(after.compartments.filter(({ id }) => (id as string) !== "new").map(sized)).toEqual(
      setup.compartments.map(sized),
    );
    // A name that says where a part stands goes with the place, from the bottom up.
    expect(after.compartments.map(({ name }) => name)).toEqual([
      "bottom tray",
      "tray 2",
      "tray 3",
      "top tray",
    ]);
  }
  const own = { ...setup, compartments: setup.compartments.map((one, at) => (at === 0 ? { ...one, name: "the blue one" } : one)) }; // prettier-ignore
  const about = setupAfter(own, entry({ kind: "rotated", order: ["c3", "c2", "c1"] }))!;
  expect(about.compartments.map(({ id, name }) => `${id} ${name}`)).toEqual(["c3 bottom tray", "c2 middle tray", "c1 the blue one"]); // prettier-ignore
  expect(setupAfter(setup, entry({ kind: "covered", cover: "open" }))).toEqual({ ...setup, cover: "open" });
});
