import * as Comlink from "comlink";

/*
 * The one way to a worker that serves a page: whatever becomes of it, whoever waits hears of it. A worker that does not
 * load, throws, is not understood, dies or falls silent has every question that is open refused, and the next question
 * starts a fresh one. (Those that forecast stand in a pool of their own, `twin.client`.)
 */
export interface Desk<W> {
  /** Asks; rejects with an Error where the worker is gone, and with a `DeskClosed` where the desk was closed meanwhile. */
  readonly ask: <P extends Promise<unknown>>(
    question: (worker: Comlink.Remote<W>) => P,
  ) => Promise<Awaited<P>>;
  /** Ends the worker; what is open is refused. */
  readonly end: () => void;
}
export class DeskClosed extends Error {}
/** The worker is gone: its message is the end of a sentence that begins with it. */
export class DeskFailure extends Error {}

/** What a worker says once its code has been read, and when it is asked whether it is there. */
const HERE = "here";
const ARE_YOU_THERE = "are you there";
const PING_EVERY_MS = 5_000;
/** A file of a hundred megabytes is read in one go: while it is, nobody answers. */
const SILENT_MS = 120_000;
/** Code that has not been read by then does not come any more. */
const LOADED_WITHIN_MS = 60_000;

/** In the worker: offers what it can do, and answers that it is there. */
export function offer(api: object): void {
  Comlink.expose(api);
  addEventListener("message", ({ data }: MessageEvent<unknown>) => {
    if (data === ARE_YOU_THERE) postMessage(HERE);
  });
  postMessage(HERE);
}

interface Seat<W> {
  readonly remote: Comlink.Remote<W>;
  readonly open: Set<(cause: Error) => void>;
  readonly close: (cause: Error) => void;
}

export function openDesk<W>(start: () => Worker): Desk<W> {
  let seat: Seat<W> | undefined;
  return {
    ask: <P extends Promise<unknown>>(question: (worker: Comlink.Remote<W>) => P) =>
      new Promise<Awaited<P>>((resolve, reject) => {
        try {
          seat ??= seated<W>(start, () => (seat = undefined));
        } catch (cause) {
          return reject(asError(cause));
        }
        const { remote, open } = seat;
        open.add(reject);
        question(remote)
          .then(
            // A wire takes unions of promises apart; what comes of any is what was asked for.
            (answer) => resolve(answer as Awaited<P>),
            (cause: unknown) => reject(asError(cause)),
          )
          .finally(() => open.delete(reject));
      }),
    end: () => seat?.close(new DeskClosed("the desk was closed")),
  };
}

function seated<W>(start: () => Worker, onGone: () => void): Seat<W> {
  const worker = start();
  const open = new Set<(cause: Error) => void>();
  let heard = performance.now();
  let looked = heard;
  let isLoaded = false;
  const close = (cause: Error): void => {
    clearInterval(watch);
    worker.terminate();
    onGone();
    for (const refuse of open) refuse(cause);
    open.clear();
  };
  const watch = setInterval(() => {
    const now = performance.now();
    // A page that was asleep has heard nothing, and that is no fault of the worker's.
    if (now - looked > 3 * PING_EVERY_MS || open.size === 0) heard = now;
    looked = now;
    if (open.size === 0) return;
    if (now - heard > (isLoaded ? SILENT_MS : LOADED_WITHIN_MS))
      return close(new DeskFailure(isLoaded ? "has not answered for two minutes" : "did not load"));
    worker.postMessage(ARE_YOU_THERE);
  }, PING_EVERY_MS);
  worker.addEventListener("message", () => {
    heard = performance.now();
    isLoaded = true;
  });
  worker.addEventListener("error", ({ message }) => {
    console.error(message);
    close(new DeskFailure(isLoaded ? "stumbled" : "did not load"));
  });
  worker.addEventListener("messageerror", () => close(new DeskFailure("was not understood")));
  return { remote: Comlink.wrap<W>(worker), open, close };
}

const asError = (cause: unknown): Error => (cause instanceof Error ? cause : new Error(String(cause)));
