import { isNoRoom, isStoreGone } from "@/persistence/write";
import { DeskFailure } from "@/workers/desk";

/**
 * Why something failed, as the inside of a sentence in our own words. What a library or the browser says goes to the
 * console, for whoever looks for the fault: to a keeper it is no word of ours and no help. Never throws.
 */
export function sayCause(cause: unknown): string {
  console.error(cause);
  if (cause instanceof DeskFailure) return `the app's helper ${cause.message}`;
  if (isNoRoom(cause)) return "there is no room left on this device";
  if (isStoreGone(cause)) return "this tab has lost the store";
  return "something in the browser failed";
}
