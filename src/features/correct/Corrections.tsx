"use client";
import { useErrands } from "@/session/errand";
import dynamic from "next/dynamic";

const CorrectDialog = dynamic(() => import("./CorrectDialog").then((module) => module.CorrectDialog), {
  ssr: false,
});

/** The entry that is to be put right, of whatever log and whatever room one is in. */
export function Corrections() {
  const { errand, ask } = useErrands();
  if (errand?.of !== "correct") return null;
  return <CorrectDialog key={errand.entry.rowId} {...errand} onClose={() => ask(undefined)} />;
}
