import type { SerialLine } from "./ports";
import { serialPort } from "./ports";

/** A line that gives these pieces and then ends, or breaks. */
function madeUp(pieces: readonly string[], then: "ends" | "breaks" | "stays" = "ends") {
  const told = { opened: 0, closed: 0, baud: 0 };
  const line: SerialLine = {
    readable: new ReadableStream<Uint8Array>({
      start(controller) {
        for (const piece of pieces) controller.enqueue(new TextEncoder().encode(piece));
        if (then === "ends") controller.close();
      },
      pull(controller) {
        if (then === "breaks") controller.error(new Error("framing error"));
      },
    }),
    open: ({ baudRate }) => {
      told.opened += 1;
      told.baud = baudRate;
      return Promise.resolve();
    },
    close: () => {
      told.closed += 1;
      return Promise.resolve();
    },
  };
  return { line, told };
}
const FORMAT = { unit: "kg", steadyMark: "" } as const;
const listen = (line: SerialLine) => {
  const lines: string[] = [];
  const ends: string[] = [];
  const close = serialPort(line, 4800, FORMAT).open(
    (one) => lines.push(one),
    (why) => ends.push(why),
  );
  return { lines, ends, close };
};
const until = async (isSo: () => boolean) => {
  for (let n = 0; n < 200 && !isSo(); n += 1) await new Promise((go) => setTimeout(go, 5));
  expect(isSo()).toBe(true);
};

test("a real scale’s lines come whole at the speed that was said, and a pulled plug is said once", async () => {
  const { line, told } = madeUp(["1.2", "50 kg\r\n1.25", "1 kg\r\n"]);
  const { lines, ends } = listen(line);
  await until(() => ends.length > 0 && told.closed > 0);
  expect(lines).toEqual(["1.250 kg", "1.251 kg"]);
  expect(ends).toEqual(["The line ended: was the plug pulled?"]);
  expect(told).toEqual({ opened: 1, closed: 1, baud: 4800 });
});

test("a line that breaks is said in our words, and is closed", async () => {
  const logged = jest.spyOn(console, "error").mockImplementation(() => undefined);
  const { line, told } = madeUp(["2.000 kg\n"], "breaks");
  const { lines, ends } = listen(line);
  await until(() => ends.length > 0 && told.closed > 0);
  expect(lines).toEqual(["2.000 kg"]);
  expect(ends).toEqual([expect.stringMatching(/^The scale cannot be read: .*plugged in/)]);
  // What the driver said is there for whoever looks for it.
  expect(logged).toHaveBeenCalledWith(expect.objectContaining({ message: "framing error" }));
});

test("put away, nothing is told any more and the line is free again", async () => {
  const { line, told } = madeUp(["3.000 kg\n"], "stays");
  const { lines, ends, close } = listen(line);
  await until(() => lines.length === 1);
  close();
  await until(() => told.closed === 1);
  expect(ends).toEqual([]);
});
