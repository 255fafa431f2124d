"use client";
import type { SlipKind } from "@/session/errand";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { useRouter } from "next/navigation";
import { useEffect, useLayoutEffect, useRef } from "react";
import { tinykeys } from "tinykeys";

const SLIP_KEYS: Record<string, SlipKind> = {
  f: "fed",
  w: "watered",
  b: "bedded",
  m: "measured",
  t: "turned",
  h: "harvested",
  n: "noted",
};

/** Single keys for what is done all day; silent while something is typed or asked. Other dialogs keep their keys to themselves. */
export function Keys() {
  const { bins, undoLast } = useSession();
  const { chosen, choose, ask, errand } = useErrands();
  const router = useRouter();
  // Read at the moment of the press: a key that follows another at once must not meet the state before it.
  const latest = useRef({ bins, chosen, errand });
  useLayoutEffect(() => {
    latest.current = { bins, chosen, errand };
  }, [bins, chosen, errand]);
  useEffect(() => {
    const free = (work: () => void) => (event: KeyboardEvent) => {
      if (latest.current.errand || isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey)
        return;
      event.preventDefault();
      work();
    };
    const slip = (kind: SlipKind) =>
      free(() => latest.current.chosen && ask({ of: "slip", slip: kind, binId: latest.current.chosen }));
    const numbers = Object.fromEntries(
      Array.from({ length: 9 }, (_, at) => [
        String(at + 1),
        free(() => {
          const bin = latest.current.bins?.[at];
          if (!bin) return;
          choose(bin.bin.id);
          if (window.location.pathname === "/bin") router.push(`/bin?id=${bin.bin.id}`);
        }),
      ]),
    );
    return tinykeys(window, {
      ...numbers,
      ...Object.fromEntries(Object.entries(SLIP_KEYS).map(([key, kind]) => [key, slip(kind)])),
      v: free(() => latest.current.chosen && router.push(`/visit?id=${latest.current.chosen}`)),
      u: free(() => void undoLast()),
      "/": free(() => ask({ of: "find" })),
      "Shift+?": free(() => ask({ of: "keys" })),
      "?": free(() => ask({ of: "keys" })),
    });
  }, [choose, ask, router, undoLast]);
  return null;
}

/** A radio button takes arrows and space, never letters, so keys stay alive on it. */
function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement) return !["radio", "checkbox", "button"].includes(target.type);
  return (
    target.isContentEditable ||
    ["TEXTAREA", "SELECT"].includes(target.tagName) ||
    target.getAttribute("role") === "combobox"
  );
}
