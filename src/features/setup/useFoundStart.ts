"use client";
import type { FoundAbout } from "@/core/calculators/foundStart";
import type { Sums } from "@/workers/sums.client";
import type { FoundSaid } from "@/workers/sums.worker";
import { useEffect, useMemo, useRef, useState } from "react";

/** Typing has come to rest. */
const REST_MS = 400;

/** What a bin told so would be taken for; undefined until it is worked out, and where it cannot be. */
export function useFoundStart(about: FoundAbout | undefined): FoundSaid | undefined {
  const sums = useRef<Sums>(undefined);
  const [said, setSaid] = useState<{ readonly of: string; readonly is: FoundSaid | undefined }>();
  const asked = useMemo(() => about && JSON.stringify(about), [about]);
  const inHand = useRef<Promise<void>>(Promise.resolve());
  // Ended once it has said what it was asked: a worker cut off while it is being fetched fails aloud.
  useEffect(() => () => void inHand.current.finally(() => sums.current?.end()), []);
  useEffect(() => {
    if (asked === undefined) return undefined;
    let isOver = false;
    const timer = setTimeout(() => {
      const work = async () => {
        sums.current ??= (await import("@/workers/sums.client")).startSums();
        const is = await sums.current.found(JSON.parse(asked) as FoundAbout);
        if (!isOver) setSaid({ of: asked, is });
      };
      // Without a worker the form is as good; the bin says it once it is kept.
      inHand.current = work().catch(() => sums.current?.end());
    }, REST_MS);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [asked]);
  return said?.of === asked ? said?.is : undefined;
}
