import { fireEvent, render } from "@testing-library/react";
import { onceQuiet } from "./quiet";

/* What comes late waits for the keeper's hand. */

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());
const pass = (ms: number) => jest.advanceTimersByTime(ms);

test("where nothing is pressed and nothing is open, it is done at once", () => {
  const done = jest.fn();
  onceQuiet(done);
  expect(done).toHaveBeenCalledTimes(1);
});

test.each(["menu", "dialog", "listbox"])("an open %s is waited for, and then it is done once", (role) => {
  const { unmount } = render(<div role={role}>open</div>);
  const done = jest.fn();
  onceQuiet(done);
  pass(5_000);
  expect(done).not.toHaveBeenCalled();
  unmount();
  pass(200);
  pass(5_000);
  expect(done).toHaveBeenCalledTimes(1);
});

test("between press and release nothing is drawn; what is called off is never done", () => {
  onceQuiet(() => undefined);
  const [first, second] = [jest.fn(), jest.fn()];
  fireEvent.pointerDown(document.body);
  onceQuiet(first);
  const callOff = onceQuiet(second);
  pass(1_000);
  expect(first).not.toHaveBeenCalled();
  callOff();
  fireEvent.pointerUp(document.body);
  pass(300);
  expect([first.mock.calls.length, second.mock.calls.length]).toEqual([1, 0]);
});

test("a press that is broken off (a call, another window) does not hold things up for ever", () => {
  onceQuiet(() => undefined);
  for (const event of ["pointercancel", "blur"]) {
    const done = jest.fn();
    fireEvent.pointerDown(document.body);
    onceQuiet(done);
    pass(500);
    expect(done).not.toHaveBeenCalled();
    window.dispatchEvent(new Event(event));
    pass(300);
    expect(done).toHaveBeenCalledTimes(1);
  }
});
