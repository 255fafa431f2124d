import type { StockingDesk } from "@/workers/stocking.client";
import { act, render, screen } from "@testing-library/react";
import { useStocking } from "./useStocking";

/** Answers that come when they are let go, in whatever order. */
const waiting = new Map<
  number,
  { readonly tell: (found: string) => void; readonly fail: (cause: Error) => void }
>();
const ask = (_desk: StockingDesk, asked: number) =>
  new Promise<string>((tell, fail) => waiting.set(asked, { tell, fail }));
function Plan({ asked }: { readonly asked: number | undefined }) {
  const { answer, failure } = useStocking(ask, asked === undefined ? undefined : ([asked] as const));
  return <p>{failure ?? answer ?? "nothing yet"}</p>;
}
const settle = () => act(async () => new Promise((go) => setTimeout(go, 20)));

test("what is shown is of what is asked now: an older answer that comes late is nobody’s, a failure is told, and nothing is asked of nothing", async () => {
  const { rerender } = render(<Plan asked={undefined} />);
  await settle();
  expect(waiting.size).toBe(0);
  rerender(<Plan asked={1} />);
  await settle();
  rerender(<Plan asked={2} />);
  await settle();
  waiting.get(1)!.tell("of one");
  await settle();
  expect(screen.getByText("nothing yet")).toBeVisible();
  waiting.get(2)!.tell("of two");
  await settle();
  expect(screen.getByText("of two")).toBeVisible();
  rerender(<Plan asked={3} />);
  expect(screen.getByText("nothing yet")).toBeVisible();
  await settle();
  const logged = jest.spyOn(console, "error").mockImplementation(() => undefined);
  waiting.get(3)!.fail(new Error("DataCloneError: #<Object> could not be cloned."));
  await settle();
  // In our words; the library's stand in the console.
  expect(screen.getByText("something in the browser failed")).toBeVisible();
  expect(logged).toHaveBeenCalledTimes(1);
  rerender(<Plan asked={undefined} />);
  expect(screen.getByText("nothing yet")).toBeVisible();
});
