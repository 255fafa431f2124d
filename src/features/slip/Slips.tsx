"use client";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import dynamic from "next/dynamic";

const SlipDialog = dynamic(() => import("./SlipDialog").then((module) => module.SlipDialog), { ssr: false });

/** The slip that was asked for by key or touch, whatever room one is in. */
export function Slips() {
  const { errand, ask } = useErrands();
  const { bins } = useSession();
  if (errand?.of !== "slip") return null;
  const one = bins?.find(({ bin }) => bin.id === errand.binId);
  if (!one) return null;
  return (
    <SlipDialog
      key={`${errand.slip}/${errand.binId}/${errand.place ?? ""}/${errand.helper ?? ""}`}
      one={one}
      slip={errand.slip}
      place={errand.place}
      helper={errand.helper}
      onClose={() => ask(undefined)}
    />
  );
}
