"use client";
import { useAskedClash } from "@/session/clashes";
import { useErrands } from "@/session/errand";
import dynamic from "next/dynamic";

const CorrectDialog = dynamic(() => import("./CorrectDialog").then((module) => module.CorrectDialog), {
  ssr: false,
});
const ClashDialog = dynamic(() => import("./ClashDialog").then((module) => module.ClashDialog), {
  ssr: false,
});

/** The entry that is to be put right, of whatever log and whatever room one is in; and what was changed in two places. */
export function Corrections() {
  const { errand, ask } = useErrands();
  const clash = useAskedClash();
  return (
    <>
      {errand?.of === "correct" && (
        <CorrectDialog key={errand.entry.rowId} {...errand} onClose={() => ask(undefined)} />
      )}
      {clash && <ClashDialog asked={clash} />}
    </>
  );
}
