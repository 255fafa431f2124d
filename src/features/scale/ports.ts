import { sayCause } from "@/session/sayCause";
import type { ScaleFormat } from "@/core/scale/line";
import { linesOf } from "@/core/scale/line";

/** Whatever a scale's lines come from: opened once, it tells each line as it comes, and how it ended. */
export interface ScalePort {
  readonly format: ScaleFormat;
  /** Returns what closes it; after that nothing is told any more. */
  readonly open: (onLine: (line: string) => void, onEnd: (why: string) => void) => () => void;
}

/** Reads text as it streams in and tells whole lines. Resolves when the stream ends. @throws what the stream throws. */
async function tellLines(
  stream: ReadableStream<Uint8Array>,
  onLine: (line: string) => void,
  signal: AbortSignal,
): Promise<void> {
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  const lines = linesOf();
  const stop = () => void reader.cancel().catch(() => undefined);
  signal.addEventListener("abort", stop);
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done || signal.aborted) return;
      for (const line of lines(decoder.decode(value, { stream: true }))) onLine(line);
    }
  } finally {
    signal.removeEventListener("abort", stop);
    reader.releaseLock();
  }
}

/** The stand-in that ships with the app: what lies on it is typed. */
export const benchPort = (
  load: { kg: number; from: number; drops: boolean },
  format: ScaleFormat,
): ScalePort => ({
  format,
  open: (onLine, onEnd) => {
    const away = new AbortController();
    const query = new URLSearchParams({
      kg: String(load.kg),
      from: String(load.from),
      drops: load.drops ? "1" : "0",
    });
    fetch(`/api/scale?${query}`, { signal: away.signal })
      .then(async (response) => {
        if (!response.ok || !response.body) throw new Error(`the stand-in answered ${response.status}`);
        await tellLines(response.body, onLine, away.signal);
        if (!away.signal.aborted) onEnd("The stand-in stopped writing.");
      })
      .catch((cause: unknown) => {
        if (!away.signal.aborted)
          onEnd(`The stand-in does not answer (${sayCause(cause)}): it needs the app’s server.`);
      });
    return () => away.abort();
  },
});

/** What we need of a serial port of the browser. */
export interface SerialLine {
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly open: (options: { baudRate: number }) => Promise<void>;
  readonly close: () => Promise<void>;
}
interface Serial {
  readonly requestPort: () => Promise<SerialLine>;
}
/** The browser's serial ports; undefined where it has none. */
export const serialOf = (browser: Navigator): Serial | undefined => (browser as { serial?: Serial }).serial;

/** A real scale on a serial or USB line that was picked. */
export const serialPort = (line: SerialLine, baudRate: number, format: ScaleFormat): ScalePort => ({
  format,
  open: (onLine, onEnd) => {
    const away = new AbortController();
    const read = async () => {
      await line.open({ baudRate });
      try {
        if (!line.readable) throw new Error("it cannot be read");
        await tellLines(line.readable, onLine, away.signal);
        if (!away.signal.aborted) onEnd("The line ended: was the plug pulled?");
      } finally {
        await line.close().catch(() => undefined);
      }
    };
    read().catch((cause: unknown) => {
      if (!away.signal.aborted)
        onEnd(`The scale cannot be read: ${sayCause(cause)}. Is it still plugged in?`);
    });
    return () => away.abort();
  },
});
