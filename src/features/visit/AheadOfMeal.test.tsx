import { binRows, inCellar, leaveCellar, roomRow, settingsRow } from "../../../tests/inCellar";
import { entry, kilograms, look, newTub, setupOf, START } from "../../../tests/log";
import { addDays } from "@/core/calendar/day";
import type { Entry } from "@/records/entry";
import { fireEvent, screen } from "@testing-library/react";
import { VisitRoom } from "./VisitRoom";

const TODAY = addDays(START, 60);
const NO_HOLES = setupOf("tub", { drainage: "none" });
const visit = async (log: readonly Entry[]) => {
  const cellar = await inCellar(<VisitRoom />, {
    rows: [roomRow, settingsRow("metric"), ...binRows("bin-1", "Quince", log)],
    today: TODAY,
    address: "/visit?id=bin-1",
  });
  await screen.findByRole("heading", { name: /Quince, lid up/ });
  return {
    ...cellar,
    feel: (name: RegExp | string) => fireEvent.click(screen.getAllByRole("radio", { name })[0]!),
  };
};
afterEach(leaveCellar);

test("mud that one visit does not end leads to its rescue; once begun the visit says how far it is and keeps to its day", async () => {
  const full = [
    ...newTub(0.5, NO_HOLES),
    entry({ kind: "bedded", parts: [{ materialId: "leaf-mould", amount: kilograms(22), moisture: 0.8 }] }, 5),
  ];
  const { feel } = await visit(full);
  feel(/a stream/);
  expect(await screen.findByRole("link", { name: "plan its rescue over days" })).toHaveAttribute(
    "href",
    "/rescue?id=bin-1",
  );
  await leaveCellar();
  const begun = [
    ...full,
    entry({ kind: "rescue", is: "begun" }, 56),
    look([{ of: "squeeze", squeeze: "fewDrops" }], 58, { nextDay: addDays(START, 62) }),
  ];
  const again = await visit(begun);
  expect(await screen.findByText(/right on 1 of 2 looks/)).toBeVisible();
  again.feel(/1–2 drops/);
  // Right a second time: it is over before the lid is closed.
  expect(await screen.findByText(/Right for the second time/)).toBeVisible();
  expect(screen.queryByText(/looks, next look/)).toBeNull();
});

test("a wet meal tells its water before it is given, and where it goes in this bin", async () => {
  const log = (drainage: "none" | "sump") => [
    ...newTub(0.5, setupOf("tub", { drainage })),
    entry(
      {
        kind: "fed",
        place: 2,
        parts: [{ materialId: "melon-rind", amount: kilograms(1.5), preparation: "frozen", juice: "with" }],
      },
      20,
    ),
    look([{ of: "squeeze", squeeze: "fewDrops" }], 55),
  ];
  for (const [drainage, goes] of [
    ["none", /nothing drains here/],
    ["sump", /runs into the tray/],
  ] as const) {
    const { keeper, feel } = await visit(log(drainage));
    feel(/1–2 drops/);
    await keeper.click((await screen.findAllByRole("button", { name: /change the amount/ }))[0]!);
    await keeper.click(await screen.findByRole("button", { name: "as last time" }));
    expect(await screen.findByText(/This meal brings .* of water/)).toHaveTextContent(goes);
    await leaveCellar();
  }
});

test("feed that heats is told before it is given, by how thick it comes to lie; ripened it is not", async () => {
  const log = (preparation: "whole" | "precomposted") => [
    ...newTub(0.5),
    entry({ kind: "fed", place: 2, parts: [{ materialId: "grass-clippings-fresh", amount: kilograms(1.2), preparation }] }, 20),
    look([{ of: "squeeze", squeeze: "fewDrops" }], 55),
  ]; // prettier-ignore
  for (const preparation of ["whole", "precomposted"] as const) {
    const { keeper, feel } = await visit(log(preparation));
    feel(/1–2 drops/);
    await keeper.click((await screen.findAllByRole("button", { name: /change the amount/ }))[0]!);
    await keeper.click(await screen.findByRole("button", { name: "as last time" }));
    await screen.findByRole("button", { name: "and something else" });
    const heat = screen.queryByText(/heats where it lies thick/);
    if (preparation === "precomposted") expect(heat).toBeNull();
    else expect(heat).toHaveTextContent(/cm deep, and over 2 cm it gets hot.*ripen two to three weeks/);
    await leaveCellar();
  }
});
