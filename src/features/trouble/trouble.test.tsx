import { binRows, inCellar, leaveCellar, press, roomRow, settingsRow } from "../../../tests/inCellar";
import { entry, meal, newTub, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import { causeOf, signOf } from "@/core/trouble/knowledge";
import { fireEvent, screen, waitFor, within } from "@testing-library/react";
import { TroubleRoom } from "./TroubleRoom";

const TODAY = addDays(START, 60);
const feast = (on: number) => meal(1.6, 1, on);
const inTrouble = async (log = [...newTub(), feast(55), feast(58)], today = TODAY) => {
  const cellar = await inCellar(<TroubleRoom />, {
    rows: [roomRow, settingsRow("metric"), ...binRows("bin-1", "Quince", log)],
    today,
    address: "/trouble?id=bin-1",
  });
  await screen.findByRole("heading", { name: /^Something is wrong/ });
  await waitFor(() => expect(screen.getByRole("main")).toHaveAttribute("data-usable", "true"));
  const tick = (name: string | RegExp) => cellar.keeper.click(screen.getByRole("checkbox", { name }));
  const causes = () => screen.getAllByRole("heading", { level: 3 }).map(({ textContent }) => textContent);
  return { ...cellar, tick, causes };
};
afterEach(leaveCellar);

test("signs become causes with this bin’s own word, the trouble is kept as one act, and a later look closes it", async () => {
  const { keeper, tick, causes, written, again } = await inTrouble();
  await tick("Sour or vinegar smell");
  fireEvent.change(screen.getByLabelText(/^Search/), { target: { value: "piled" } });
  await tick("Uneaten food piled up");
  expect(causes()[0]).toMatch(/^Too much food/);
  expect(
    screen.getByText(/^For it: .*3\.2 kg went in within 7 days, about .* times what its herd can take/),
  ).toBeVisible();
  expect(screen.getByText("Stop feeding")).toBeVisible();
  // What a visit would do with the same readings stands beside it, in this bin's amounts.
  expect(screen.getByRole("heading", { name: "In Quince today" })).toBeVisible();
  await keeper.click(press("Keep it open until then"));
  await waitFor(async () => expect(await written()).toHaveLength(2));
  const [looked, noted] = await written();
  expect(looked).toMatchObject({
    kind: "looked",
    readings: expect.arrayContaining([{ of: "smell", smell: "sour" }]) as unknown,
  });
  expect(noted).toMatchObject({
    kind: "diagnosed",
    causes: expect.arrayContaining(["overfeeding"]) as unknown,
    lookOn: addDays(TODAY, 7),
    actId: looked!.actId,
  });

  again();
  const open = within(await screen.findByRole("region", { name: "Not over yet" }));
  expect(open.getByText(/Look again/)).toBeVisible();
  fireEvent.change(open.getByLabelText("What helped, if anything did"), {
    target: { value: "fed nothing for ten days" },
  });
  await keeper.click(open.getByRole("button", { name: "it is over" }));
  await waitFor(() => expect(screen.queryByRole("region", { name: "Not over yet" })).toBeNull());
  expect((await written()).at(-1)).toMatchObject({
    kind: "followedUp",
    troubleId: noted!.id,
    outcome: "gone",
    helped: "fed nothing for ten days",
  });
});

test("an emergency brings first aid at once; what helped the last time is said; better is looked at again in a week", async () => {
  const before = entry(
    { kind: "diagnosed", signs: ["mass-escape"], causes: ["too-wet"], lookOn: addDays(START, 13) },
    10,
  );
  const log = [
    ...newTub(),
    before,
    entry({ kind: "followedUp", troubleId: before.id, outcome: "gone", helped: "a lamp for two nights" }, 13),
    entry(
      { kind: "diagnosed", signs: ["mass-escape"], causes: ["overfeeding"], lookOn: addDays(START, 58) },
      56,
    ),
  ];
  const { keeper, tick, written } = await inTrouble(log);
  expect(screen.getByText(/^Last time, .* this helped: a lamp for two nights\.$/)).toBeVisible();
  await tick("Mass escape");
  expect(screen.getByText("First aid now, before all else:")).toBeVisible();
  // The one further look: said not to be there, it is not asked again.
  const look = screen.getByText(/^One look would tell the first two apart/);
  const asked = within(look).getByText(/./, { selector: "b" }).textContent;
  await keeper.click(press("it is not"));
  // Names have brackets in them; the button's begins with the whole of it.
  const taken = `take back: no ${asked}`.toLowerCase();
  await screen.findByRole("button", { name: (name) => name.toLowerCase().startsWith(taken) });
  await keeper.click(press("better"));
  await waitFor(async () =>
    expect(await written()).toMatchObject([
      { kind: "followedUp", outcome: "better", lookOn: addDays(TODAY, 7) },
    ]),
  );
  // What today's look already found is ticked beforehand, a sound bed is said to be one.
});

test("what today’s visit saw is ticked already; nothing wrong is said to be nothing wrong", async () => {
  const seen = entry(
    {
      kind: "looked",
      lid: "lifted",
      readings: [
        { of: "smell", smell: "earthy" },
        { of: "sign", sign: "springtails", isPresent: true },
      ],
    },
    60,
  );
  const { causes } = await inTrouble([...newTub(), meal(0.3, 1, 52), seen]);
  expect(screen.getByRole("checkbox", { name: "Springtails" })).toBeChecked();
  expect(causes()[0]).toMatch(/^Normal life of a bin/);
});

test("after frost: what was found is answered with days, kept as a trouble of its own and followed until it is over", async () => {
  const { keeper, written } = await inTrouble();
  await keeper.click(screen.getByText(/^Is it dead\?/));
  await keeper.click(screen.getByRole("radio", { name: "frost" }));
  await keeper.click(screen.getByRole("radio", { name: "none" }));
  await waitFor(() => expect(screen.getByText(/^The worms are gone as far as you can see/)).toBeVisible());
  await waitFor(() => expect(screen.getByText(/^Hatchlings/)).toBeVisible());
  await waitFor(() => expect(screen.getByText(/^Buy only if nothing has shown/)).toBeVisible());
  await keeper.click(screen.getByRole("button", { name: /^Remind me/ }));
  await waitFor(async () =>
    expect(await written()).toMatchObject([
      { kind: "diagnosed", causes: ["too-cold"], lookOn: addDays(TODAY, 21), note: "frost; alive: none" },
    ]),
  );
  const open = within(await screen.findByRole("region", { name: "Not over yet" }));
  expect(open.getByText(/Look again/)).toBeVisible();
});

test("two troubles at once are shown as two, each with its cure, and both are kept open", async () => {
  const { keeper, tick, written } = await inTrouble();
  fireEvent.change(screen.getByLabelText(/^Search/), { target: { value: "piled" } });
  await tick("Uneaten food piled up");
  const sign = (id: string) => signOf(id)!.name;
  fireEvent.change(screen.getByLabelText(/^Search/), { target: { value: "mice" } });
  await tick(sign("rodent-signs"));
  const second = within(await screen.findByRole("region", { name: "And a second trouble beside it" }));
  expect(
    second.getByText(/^What points there rather than to “Too much food”: rat or mouse signs\.$/),
  ).toBeVisible();
  expect(
    second.getByRole("heading", { name: new RegExp(`^${causeOf("rodent-access").name}`) }),
  ).toBeVisible();
  expect(second.getByText(causeOf("rodent-access").cure[0]!)).toBeVisible();
  await keeper.click(press("Keep it open until then"));
  await waitFor(async () =>
    expect((await written()).find(({ kind }) => kind === "diagnosed")).toMatchObject({
      causes: ["overfeeding", "rodent-access"],
    }),
  );
});
