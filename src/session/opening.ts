import type { OpenCellar } from "@/persistence/preference";
import { hasOwnCellar, readOpenCellar } from "@/persistence/preference";

/** A server that does not answer is no reason to wait: the keeper's own cellar opens. */
const ANSWER_WITHIN_MS = 3_000;

/**
 * Which cellar opens: the one that was open last at this very address, else the keeper's own where there is one, else
 * what the server was started for. Nothing of it is shared with other addresses or ports. Never throws.
 */
export async function cellarToOpen(): Promise<OpenCellar> {
  const last = await readOpenCellar().catch(() => undefined);
  if (last) return last;
  if (await hasOwnCellar().catch(() => false)) return "own";
  try {
    const answer = await fetch("/api/opening", { signal: AbortSignal.timeout(ANSWER_WITHIN_MS) });
    const said = (await answer.json()) as { readonly open?: unknown };
    return said.open === "demo" ? "demo" : "own";
  } catch {
    return "own";
  }
}
