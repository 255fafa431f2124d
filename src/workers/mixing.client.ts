import type { Blend, BlendWish } from "@/core/mixing/solve";
import { blendFrom, blendProgramme } from "@/core/mixing/solve";
import { openDesk } from "./desk";
import type { MixingWorker } from "./mixing.worker";

/** Solves a wish backwards in a worker of its own, which ends with it. @throws Error where no worker answers. */
export async function solveBlend(wish: BlendWish): Promise<Blend> {
  const { ask, end } = openDesk<MixingWorker>(
    () => new Worker(new URL("./mixing.worker.ts", import.meta.url), { type: "module", name: "mixing" }),
  );
  try {
    return blendFrom(wish, await ask(({ leastPrice }) => leastPrice(blendProgramme(wish))));
  } finally {
    end();
  }
}
