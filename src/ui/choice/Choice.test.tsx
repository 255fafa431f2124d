import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { Choice } from "./Choice";

function Smell() {
  const [chosen, setChosen] = useState<"earthy" | "sour">();
  const options = [
    { value: "earthy", label: "earthy" },
    { value: "sour", label: "sour" },
  ] as const;
  return (
    <Choice
      title="Smell"
      name="smell"
      options={options}
      chosen={chosen}
      expected="earthy"
      onChoose={setChosen}
    />
  );
}

test("the expected answer is marked, not filled in; a second press takes an answer back, by mouse and by key", async () => {
  const keeper = userEvent.setup();
  render(<Smell />);
  const [earthy, sour] = screen.getAllByRole("radio");
  expect(earthy).toHaveAccessibleName(/expected/);
  expect(earthy).not.toBeChecked();
  await keeper.click(sour!);
  expect(sour).toBeChecked();
  await keeper.click(sour!);
  expect(sour).not.toBeChecked();
  await keeper.click(earthy!);
  await keeper.keyboard(" ");
  expect(earthy).not.toBeChecked();
});
