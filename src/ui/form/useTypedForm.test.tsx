import TextField from "@mui/material/TextField";
import { act, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { useState } from "react";
import { FormDialog } from "./FormDialog";
import { readAs, unread, useTypedForm } from "./useTypedForm";

interface Typed {
  readonly amount: string;
  readonly parts: readonly { readonly name: string }[];
}

/** A form as the rooms have them: an amount that is a number, a part that has a name. */
function Sheet({ onKeep }: { readonly onKeep: (kg: number) => Promise<boolean> }) {
  const [typed, setTyped] = useState<Typed>({ amount: "", parts: [{ name: "" }] });
  const { faults, kept } = useTypedForm(typed, ({ amount, parts }) => {
    const kg = Number(amount);
    return readAs(kg, {
      amount: amount !== "" && kg > 0 ? undefined : "How much?",
      "parts.0": parts[0]!.name === "" ? "Which part?" : undefined,
    });
  });
  const field = (label: string, value: string, fault: string | undefined, set: (text: string) => void) => (
    <TextField
      label={label}
      value={value}
      error={fault !== undefined}
      helperText={fault}
      onChange={({ target }) => set(target.value)}
    />
  );
  return (
    <FormDialog
      title="Feed"
      keep="Keep the meal"
      onClose={() => undefined}
      onSave={kept(async (kg) => {
        if (await onKeep(kg)) setTyped({ amount: "", parts: [{ name: "" }] });
      })}
    >
      {field("Part", typed.parts[0]!.name, faults["parts.0"], (name) => setTyped((now) => ({ ...now, parts: [{ name }] })))}
      {field("Amount", typed.amount, faults.amount, (amount) => setTyped((now) => ({ ...now, amount })))}
    </FormDialog>
  );
} // prettier-ignore

const press = () => fireEvent.click(screen.getByRole("button", { name: "Keep the meal" }));
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

test("nothing is called wrong before the first press; then each field says it, and the first of them has the keys", async () => {
  const keep = jest.fn(() => Promise.resolve(true));
  render(<Sheet onKeep={keep} />);
  type("Amount", "none");
  await act(async () => Promise.resolve());
  expect(screen.queryByText("How much?")).toBeNull();
  press();
  expect(await screen.findByText("How much?")).toBeTruthy();
  expect(screen.getByText("Which part?")).toBeTruthy();
  await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText("Part")));
  // What can be read now is no longer called wrong; the rest still is.
  type("Amount", "2");
  await waitFor(() => expect(screen.queryByText("How much?")).toBeNull());
  expect(screen.getByText("Which part?")).toBeTruthy();
  type("Amount", "-1");
  expect(await screen.findByText("How much?")).toBeTruthy();
  expect(keep).not.toHaveBeenCalled();
});

test("pressed twice it is kept once, by what is typed now; a form that stays open begins anew without a word", async () => {
  let finish = (_done: boolean) => undefined as void;
  const keep = jest.fn((_kg: number) => new Promise<boolean>((done) => (finish = done)));
  render(<Sheet onKeep={keep} />);
  press();
  await screen.findByText("How much?");
  type("Part", "left");
  type("Amount", "1");
  type("Amount", "1.5");
  press();
  press();
  await waitFor(() => expect(keep).toHaveBeenCalledTimes(1));
  press();
  expect(keep.mock.calls).toEqual([[1.5]]);
  await act(async () => {
    finish(true);
    await Promise.resolve();
  });
  await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>("Amount").value).toBe(""));
  await act(async () => new Promise((go) => setTimeout(go, 30)));
  expect(screen.queryByText("How much?")).toBeNull();
  // What was refused by the store stays as it was typed, and can be kept again.
  type("Part", "left");
  type("Amount", "3");
  press();
  await waitFor(() => expect(keep).toHaveBeenCalledTimes(2));
  await act(async () => {
    finish(false);
    await Promise.resolve();
  });
  expect(screen.getByLabelText<HTMLInputElement>("Amount").value).toBe("3");
  await waitFor(() =>
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Keep the meal" }).disabled).toBe(false),
  );
  press();
  await waitFor(() => expect(keep).toHaveBeenCalledTimes(3));
});

test("refused without a word, nothing is kept, and it is said of the whole", async () => {
  const keep = jest.fn(() => Promise.resolve());
  const typed = { amount: "1" };
  function Gone() {
    const { faults, kept } = useTypedForm(typed, () => unread({ amount: undefined }));
    return (
      <FormDialog title="Feed" keep="Keep the meal" onClose={() => undefined} onSave={kept(keep)}>
        <p>{faults.whole ?? "nothing said"}</p>
      </FormDialog>
    );
  }
  render(<Gone />);
  expect(screen.getByText("nothing said")).toBeTruthy();
  press();
  expect(await screen.findByText("It cannot be kept so.")).toBeTruthy();
  expect(keep).not.toHaveBeenCalled();
});
