import { inCellar, leaveCellar, press } from "../../tests/inCellar";
import { START } from "../../tests/log";
import { CALCULATORS } from "@/core/calculators/registry";
import { fireEvent, screen, waitFor } from "@testing-library/react";
import GuidePage from "./guide/page";

/* The guide's worked sums beside the page, and a material with the keeper's own values. */

const mockRun: [string, unknown][] = [];
jest.mock("@/workers/sums.client", () => ({
  startSums: () => ({
    end: () => undefined,
    run: async (name: string, raw: unknown) => {
      mockRun.push([name, raw]);
      const { calculatorNamed } = await import("@/core/calculators/registry");
      return calculatorNamed(name)!.run(raw);
    },
  }),
}));
beforeEach(() => void (mockRun.length = 0));
afterEach(leaveCellar);

const sum = async (name: string) => {
  const cellar = await inCellar(<GuidePage />, {
    rows: [],
    today: START,
    address: `/guide?page=sum/${name}`,
  });
  const typed = await screen.findByLabelText("What goes in");
  const out = screen.getByLabelText("What comes out");
  await waitFor(() => expect(out).toHaveAttribute("aria-busy", "false"));
  return { ...cellar, typed, out };
};

test.each(CALCULATORS.map(({ name }) => name).filter((name) => name !== "simulate" && name !== "decide"))(
  "%s opens with its worked example and comes out as it says",
  async (name) => {
    const { out } = await sum(name);
    const { example } = CALCULATORS.find((one) => one.name === name)!;
    const shown: unknown = JSON.parse(out.textContent ?? "");
    const near = (value: unknown): unknown =>
      JSON.parse(
        JSON.stringify(value, (_, inner: unknown) =>
          typeof inner === "number" ? Number(inner.toPrecision(9)) : inner,
        ),
      );
    expect(near(shown)).toEqual(near(example.out));
  },
);

test("typing is let come to rest: one sum, of what stands there; the last answer stands until it is there", async () => {
  const { typed, out } = await sum("hydrate");
  const asked = mockRun.length;
  for (const massKg of [1, 2, 3, 4])
    fireEvent.change(typed, {
      target: { value: JSON.stringify({ massKg, moisture: 0.5, targetMoisture: 0.75 }) },
    });
  expect(out).toHaveAttribute("aria-busy", "true");
  expect(out.textContent).toMatch(/wetMassKg/);
  await waitFor(() => expect(out).toHaveAttribute("aria-busy", "false"));
  expect(mockRun.slice(asked)).toEqual([["hydrate", { massKg: 4, moisture: 0.5, targetMoisture: 0.75 }]]);
  expect(JSON.parse(out.textContent ?? "")).toMatchObject({ wetMassKg: 8 });
});

test("what does not read, and what cannot be, is said at the field, and nothing comes out of it", async () => {
  const { typed } = await sum("hydrate");
  fireEvent.change(typed, { target: { value: '{"massKg": 8,' } });
  expect(await screen.findByText("This does not read as JSON yet.")).toBeVisible();
  fireEvent.change(typed, { target: { value: '{"massKg": -8, "moisture": 0.5, "targetMoisture": 0.7}' } });
  expect(await screen.findByText(/massKg: /)).toBeVisible();
  await waitFor(() => expect(typed).toBeInvalid());
});

test("a keeper's own value of a material is kept as a row of its own and can be put away again", async () => {
  const { keeper, db } = await inCellar(<GuidePage />, {
    rows: [],
    today: START,
    address: "/guide?page=food/coffee-grounds",
  });
  await keeper.click(await screen.findByRole("button", { name: "change a value for my cellar" }));
  const water = await screen.findByLabelText(/Water/, { selector: "input" });
  fireEvent.change(water, { target: { value: "120" } });
  await keeper.click(press("Keep for my cellar"));
  expect(await screen.findByText("A figure from 0 to 98 %.")).toBeVisible();
  fireEvent.change(water, { target: { value: "41" } });
  await keeper.click(press("Keep for my cellar"));
  expect(await screen.findByText("With your own values.")).toBeVisible();
  expect((await db.materials.toArray())[0]).toMatchObject({ materialId: "coffee-grounds", moisture: 0.41 });
  await keeper.click(press("back to the guide’s values"));
  await waitFor(() => expect(screen.queryByText("With your own values.")).toBeNull());
  expect((await db.materials.toArray()).some(({ deleted }) => deleted)).toBe(true);
});
