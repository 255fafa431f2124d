import { fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { setAddress } from "../../../tests/navigation";
import { HOUSE } from "./house";
import { Rail } from "./Rail";

const rooms = () => screen.getByRole("navigation", { name: "Rooms" });

test.each(HOUSE.flatMap(({ name, rooms: [first] }) => [[name, first.at] as const]))(
  "%s: its name is marked, and its rooms stand under it alone",
  (name, at) => {
    setAddress(at);
    const { unmount } = render(<Rail />);
    const floor = HOUSE.find((one) => one.name === name)!;
    const marked = within(rooms()).getAllByRole("link").filter((link) => link.getAttribute("aria-current") === "page"); // prettier-ignore
    expect(marked.map((link) => link.textContent)).toEqual([name]);
    const shown = within(rooms()).getAllByRole("link").map((link) => link.textContent); // prettier-ignore
    const under = floor.rooms.length > 1 ? floor.rooms.map((room) => room.name) : [];
    expect(shown.toSorted()).toEqual([...HOUSE.map((one) => one.name), ...under].toSorted());
    unmount();
  },
);

test("more: every room of the house on one sheet, and it goes away with a press on one", async () => {
  setAddress("/");
  render(<Rail />);
  fireEvent.click(screen.getByRole("button", { name: "More" }));
  const sheet = await screen.findByRole("dialog", { name: "All rooms" });
  const links = within(sheet).getAllByRole("link");
  expect(links.map((link) => link.getAttribute("href"))).toEqual(HOUSE.flatMap((floor) => floor.rooms.map(({ at }) => at))); // prettier-ignore
  expect(within(sheet).getByRole("link", { name: "The round" })).toHaveAttribute("aria-current", "page");
  fireEvent.click(within(sheet).getByRole("link", { name: "The round" }));
  await waitFor(() => expect(screen.queryByRole("dialog", { name: "All rooms" })).toBeNull());
});
