"use client";
import { useSession } from "@/session/session";
import { MeasuresContext } from "@/ui/field/measures";
import type { ReactNode } from "react";

/** Tells every field what this keeper measures with. */
export function Measured({ children }: { readonly children: ReactNode }) {
  const { measures } = useSession();
  return <MeasuresContext.Provider value={measures}>{children}</MeasuresContext.Provider>;
}
