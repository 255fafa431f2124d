import { render, screen, within, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { DayField } from "./DayField";

function Started({
  first = "2026-09-14",
  heard,
  ...more
}: {
  readonly first?: string;
  readonly heard?: (day: string) => void;
  readonly fault?: string;
  readonly to?: string;
  readonly isFixed?: boolean;
}) {
  const [day, setDay] = useState(first);
  return (
    <>
      <DayField
        label="Day it started"
        day={day}
        onDay={(next) => {
          setDay(next);
          heard?.(next);
        }}
        {...more}
      />
      <output>{day === "" ? "no day" : day}</output>
      <button type="button" onClick={() => setDay("2026-01-31")}>
        the last of January
      </button>
    </>
  );
}
const field = () => within(screen.getByRole("group", { name: "Day it started" }));
const part = (name: string) => field().getByRole("spinbutton", { name });

test("a day stands with its month in letters, and is typed part by part as it stands", async () => {
  const keeper = userEvent.setup();
  render(<Started />);
  expect(["Day", "Month", "Year"].map((name) => part(name).textContent)).toEqual(["14", "Sep", "2026"]);
  await keeper.click(part("Day"));
  await keeper.keyboard("03");
  await keeper.keyboard("Nov");
  await keeper.keyboard("2025");
  await waitFor(() => expect(screen.getByRole("status")).toHaveTextContent("2025-11-03"));
  // The arrow keys move what one stands on.
  await keeper.click(part("Month"));
  await keeper.keyboard("{ArrowUp}");
  await waitFor(() => expect(screen.getByRole("status")).toHaveTextContent("2025-12-03"));
});

test("half a day is none, and what is typed of it stays; a day given from outside takes its place", async () => {
  const keeper = userEvent.setup();
  const heard: string[] = [];
  render(<Started heard={(day) => heard.push(day)} />);
  await keeper.click(part("Month"));
  await keeper.keyboard("{Backspace}");
  await waitFor(() => expect(screen.getByRole("status")).toHaveTextContent("no day"));
  expect([part("Day").textContent, part("Year").textContent]).toEqual(["14", "2026"]);
  await keeper.keyboard("Feb");
  await waitFor(() => expect(screen.getByRole("status")).toHaveTextContent("2026-02-14"));
  await keeper.click(screen.getByRole("button", { name: "the last of January" }));
  expect(["Day", "Month", "Year"].map((name) => part(name).textContent)).toEqual(["31", "Jan", "2026"]);
  expect(heard.every((day) => day === "" || /^\d{4}-\d\d-\d\d$/.test(day))).toBe(true);
});

test("an empty field is no day, a fault is said beneath, a fixed one is not typed in", () => {
  const { unmount } = render(<Started first="" fault="This is not a day of the calendar." />);
  expect(screen.getByRole("status")).toHaveTextContent("no day");
  expect(screen.getByRole("group", { name: "Day it started" })).toHaveAccessibleDescription(
    "This is not a day of the calendar.",
  );
  unmount();
  render(<Started isFixed />);
  expect(part("Day")).toHaveAttribute("aria-disabled", "true");
});
