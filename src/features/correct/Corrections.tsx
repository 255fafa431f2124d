"use client";
import { useAsked } from "@/session/questions";
import { useErrands } from "@/session/errand";
import dynamic from "next/dynamic";

const CorrectDialog = dynamic(() => import("./CorrectDialog").then((module) => module.CorrectDialog), {
  ssr: false,
});
const ClashDialog = dynamic(() => import("./ClashDialog").then((module) => module.ClashDialog), {
  ssr: false,
});

const BeyondDialog = dynamic(() => import("./BeyondDialog").then((module) => module.BeyondDialog), {
  ssr: false,
});

/** The entry that is to be put right, of whatever log and whatever room one is in; and what has to be said before something is kept. */
export function Corrections() {
  const { errand, ask } = useErrands();
  const asked = useAsked();
  return (
    <>
      {errand?.of === "correct" && (
        <CorrectDialog key={errand.entry.rowId} {...errand} onClose={() => ask(undefined)} />
      )}
      {asked?.of === "clash" && <ClashDialog asked={asked} />}
      {asked?.of === "beyond" && <BeyondDialog asked={asked} />}
    </>
  );
}
