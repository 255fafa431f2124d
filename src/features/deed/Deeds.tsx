"use client";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import dynamic from "next/dynamic";

const DeedDialog = dynamic(() => import("./DeedDialog").then((module) => module.DeedDialog), { ssr: false });

/** The deed that was asked for on a drawing or from a list, whatever room one is in. */
export function Deeds() {
  const { errand, ask } = useErrands();
  const { bins } = useSession();
  if (errand?.of !== "deed") return null;
  const one = bins?.find(({ bin }) => bin.id === errand.binId);
  if (!one) return null;
  return (
    <DeedDialog
      key={`${errand.deed}/${errand.binId}/${errand.compartment ?? ""}`}
      one={one}
      of={errand.deed}
      compartment={errand.compartment}
      onClose={() => ask(undefined)}
    />
  );
}
