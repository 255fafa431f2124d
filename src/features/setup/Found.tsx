"use client";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import dynamic from "next/dynamic";

const FoundDialog = dynamic(() => import("./FoundDialog").then((module) => module.FoundDialog), {
  ssr: false,
});

/** Asked from any room: what a bin that stands there looks like now. */
export function Found() {
  const { errand, ask } = useErrands();
  const { bins } = useSession();
  if (errand?.of !== "found") return null;
  const one = bins?.find(({ bin }) => bin.id === errand.binId);
  const { setup } = one?.state ?? {};
  if (!one || !setup) return null;
  return <FoundDialog key={one.bin.id} one={one} setup={setup} onClose={() => ask(undefined)} />;
}
