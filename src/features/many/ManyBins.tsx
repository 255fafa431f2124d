"use client";
import { useErrands } from "@/session/errand";
import dynamic from "next/dynamic";

const ManyDialog = dynamic(() => import("./ManyDialog").then((module) => module.ManyDialog), { ssr: false });

/** An act over many bins that was asked for on a list or the round, whatever room one is in. */
export function ManyBins() {
  const { errand, ask } = useErrands();
  if (errand?.of !== "many") return null;
  return (
    <ManyDialog
      key={`${errand.deed ?? ""}/${errand.binIds.join()}`}
      binIds={errand.binIds}
      {...(errand.deed ? { of: errand.deed } : {})}
      onClose={() => ask(undefined)}
    />
  );
}
