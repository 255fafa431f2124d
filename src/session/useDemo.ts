import { useCallback } from "react";
import { useSession } from "./session";

/** Opens the demo cellar in the room one stands in; undefined where it is open already. */
export function useDemo(): (() => Promise<void>) | undefined {
  const { open, switchTo } = useSession();
  const show = useCallback(() => switchTo("demo"), [switchTo]);
  return open === "demo" ? undefined : show;
}
