import "fake-indexeddb/auto";
import "@testing-library/jest-dom";
import { configure } from "@testing-library/dom";

// What jsdom calls visible takes it a second to find out, and it knows no style sheets.
configure({ defaultHidden: true, asyncUtilTimeout: 40_000 });
// A machine may be three times slower from one minute to the next.
jest.setTimeout(240_000);

// A keeper in a test speaks the language of the screens, and measures in metres.
Object.defineProperty(navigator, "language", { value: "en-GB", configurable: true });

jest.mock("next/navigation", () => jest.requireActual<object>("./navigation"));
// Workers are tried where there are some: in the browser. Here the twin has nothing to say.
// A nursery's plans are the same sums, without the wire.
jest.mock("@/workers/stocking.client", () => {
  type Sum = (...question: never[]) => unknown;
  const { enoughBy } = jest.requireActual<{ enoughBy: Sum }>("@/core/nursery/enough");
  const { steadyFor } = jest.requireActual<{ steadyFor: Sum }>("@/core/nursery/steady");
  return {
    openStockingDesk: () => ({
      enough: (...question: never[]) => Promise.resolve(enoughBy(...question)),
      steady: (...question: never[]) => Promise.resolve(steadyFor(...question)),
      end: () => undefined,
    }),
  };
});
jest.mock("@/workers/twin.client", () => ({
  askTwin: () => ({ answer: Promise.resolve(undefined), cancel: () => undefined }),
  restTwins: () => Promise.resolve(),
  favour: () => undefined,
  progressTo: () => undefined,
}));

// React notes a stack trace with each of the first ten thousand elements of a drawing, a quarter of a room test's time, and no
// test asks where an element was made.
const { __CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE: shared } =
  jest.requireActual<Record<string, object>>("react");
Object.defineProperty(shared, "recentlyCreatedOwnerStacks", { get: () => Infinity, set: () => undefined });
// No twin speaks here: rules of thumb stand from the first drawing on, instead of what is being worked out.
jest.requireActual<{ setTwinsAil: (now: boolean) => void }>("@/workers/health").setTwinsAil(true);
