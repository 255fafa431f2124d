import { parentPort } from "node:worker_threads";
import { answerOf } from "./sum";

/* One sum after the other, on a thread of its own; see sumsPool. */
parentPort?.on("message", ({ name, text }: { name: string; text: string }) => {
  parentPort!.postMessage(answerOf(name, text));
});
