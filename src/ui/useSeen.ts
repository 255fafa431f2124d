"use client";
import type { RefObject } from "react";
import { useEffect, useState } from "react";

/** Whether something on the page has come into view, or near it; from then on it stays so. Where the browser cannot tell, it has. */
export function useSeen(element: RefObject<Element | null>): boolean {
  const [isSeen, setSeen] = useState(() => typeof IntersectionObserver === "undefined");
  useEffect(() => {
    if (isSeen || !element.current) return undefined;
    const watch = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
      },
      { rootMargin: "200px" },
    );
    watch.observe(element.current);
    return () => watch.disconnect();
  }, [element, isSeen]);
  return isSeen;
}
