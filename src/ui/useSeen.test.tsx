import { act, render, screen } from "@testing-library/react";
import { useRef } from "react";
import { useSeen } from "./useSeen";

function Below() {
  const element = useRef<HTMLParagraphElement>(null);
  return <p ref={element}>{useSeen(element) ? "seen" : "not yet"}</p>;
}
const real = globalThis.IntersectionObserver;
afterEach(() => {
  globalThis.IntersectionObserver = real;
});

test("what comes into view is seen from then on and watched no longer; where a browser cannot tell, it is seen at once", () => {
  let tell: ((isIntersecting: boolean) => void) | undefined;
  let isWatched = 0;
  globalThis.IntersectionObserver = class {
    constructor(said: (entries: readonly { isIntersecting: boolean }[]) => void) {
      tell = (isIntersecting) => said([{ isIntersecting }]);
    }
    observe() {
      isWatched += 1;
    }
    disconnect() {
      isWatched -= 1;
    }
  } as unknown as typeof IntersectionObserver;
  const { unmount } = render(<Below />);
  expect(screen.getByText("not yet")).toBeVisible();
  expect(isWatched).toBe(1);
  act(() => tell!(false));
  expect(screen.getByText("not yet")).toBeVisible();
  act(() => tell!(true));
  expect(screen.getByText("seen")).toBeVisible();
  expect(isWatched).toBe(0);
  act(() => tell!(false));
  expect(screen.getByText("seen")).toBeVisible();
  unmount();
  Reflect.deleteProperty(globalThis, "IntersectionObserver");
  render(<Below />);
  expect(screen.getByText("seen")).toBeVisible();
});
