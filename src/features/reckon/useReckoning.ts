"use client";
import type { Reckoning } from "@/core/reckon/reckon";
import type { LocalDate } from "@/vocabulary/fields";
import type { ReckonDesk } from "@/workers/reckon.client";
import { useEffect, useState } from "react";

interface Reckoned {
  readonly of: string;
  readonly answer?: readonly Reckoning[];
  readonly failure?: string;
}

/** Reckonings of some groups of bins over some days, added up in a worker; undefined until they are there. */
export function useReckoning(
  database: string,
  groups: readonly (readonly string[])[],
  from: LocalDate,
  to: LocalDate,
): Omit<Reckoned, "of"> {
  const asked = JSON.stringify([database, groups, from, to]);
  const [desk, setDesk] = useState<ReckonDesk>();
  const [found, setFound] = useState<Reckoned>({ of: "" });
  useEffect(() => {
    let isGone = false;
    let own: ReckonDesk | undefined;
    void import("@/workers/reckon.client").then(({ openReckonDesk }) => {
      if (isGone) return;
      own = openReckonDesk(database);
      setDesk(own);
    });
    return () => {
      isGone = true;
      own?.end();
      setDesk(undefined);
    };
  }, [database]);
  useEffect(() => {
    if (!desk) return undefined;
    let isGone = false;
    const [, askedGroups, askedFrom, askedTo] = JSON.parse(asked) as [
      string,
      string[][],
      LocalDate,
      LocalDate,
    ];
    desk.reckon(askedGroups, askedFrom, askedTo).then(
      (answer) => !isGone && setFound({ of: asked, answer }),
      (cause: unknown) => !isGone && setFound({ of: asked, failure: String(cause) }),
    );
    return () => {
      isGone = true;
    };
  }, [desk, asked]);
  // What is shown is of what is asked, never of what was asked before.
  return found.of === asked ? found : {};
}
