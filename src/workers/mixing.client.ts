import * as Comlink from "comlink";
import type { Blend, BlendWish } from "@/core/mixing/solve";
import { blendFrom, blendProgramme } from "@/core/mixing/solve";
import type { MixingWorker } from "./mixing.worker";

/** Solves a wish backwards in a worker of its own, which ends with it. */
export async function solveBlend(wish: BlendWish): Promise<Blend> {
  const worker = new Worker(new URL("./mixing.worker.ts", import.meta.url), {
    type: "module",
    name: "mixing",
  });
  const mixing = Comlink.wrap<MixingWorker>(worker);
  try {
    return blendFrom(wish, await mixing.leastPrice(blendProgramme(wish)));
  } finally {
    mixing[Comlink.releaseProxy]();
    worker.terminate();
  }
}
