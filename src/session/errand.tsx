"use client";
import type { DeedKind } from "@/core/deed/deed";
import type { ManyDeed } from "@/core/many/many";
import type { Entry } from "@/records/entry";
import type { BinSetup } from "@/records/setup";
import type { LocalDate } from "@/vocabulary/fields";
import type { ReactNode } from "react";
import { createContext, useContext, useMemo, useState } from "react";

/** The short entries one can write outside a visit. */
export type SlipKind = "fed" | "watered" | "bedded" | "measured" | "turned" | "harvested" | "noted";

/** Something asked for by key or touch that any screen can open. */
export type Errand =
  | {
      readonly of: "slip";
      readonly slip: SlipKind;
      readonly binId: string;
      /** The feeding place it was asked for at, where it was. */
      readonly place?: number;
      /** Who did it, where it was not the keeper. */
      readonly helper?: string;
    }
  | {
      readonly of: "deed";
      readonly deed: DeedKind;
      readonly binId: string;
      /** The part it was asked for on, where it was. */
      readonly compartment?: string;
    }
  /** What a bin that stands there looks like now. */
  | { readonly of: "found"; readonly binId: string }
  | {
      readonly of: "many";
      /** Chosen beforehand; more can be added in the dialog. */
      readonly binIds: readonly string[];
      readonly deed?: ManyDeed;
    }
  | {
      readonly of: "correct";
      readonly entry: Entry;
      /** Whose log it stands in, and since when there is one. */
      readonly subject: { readonly name: string; readonly firstDay: LocalDate };
      /** What the bin is, to name its parts and places. */
      readonly setup?: BinSetup | undefined;
      /** Entries that were written at one time with it: they move to another day together. */
      readonly together: readonly Entry[];
    }
  /** Connect a scale, or see the one that is. */
  | { readonly of: "scale" }
  | { readonly of: "find" }
  | { readonly of: "keys" };

interface Errands {
  /** The bin in hand: picked on the rack, by number, or by the page that shows it. */
  readonly chosen: string | undefined;
  readonly choose: (binId: string | undefined) => void;
  readonly errand: Errand | undefined;
  readonly ask: (errand: Errand | undefined) => void;
}
const ErrandContext = createContext<Errands | undefined>(undefined);

export function useErrands(): Errands {
  const errands = useContext(ErrandContext);
  if (!errands) throw new Error("useErrands: no ErrandProvider above");
  return errands;
}

export function ErrandProvider({ children }: { readonly children: ReactNode }) {
  const [chosen, choose] = useState<string>();
  const [errand, ask] = useState<Errand>();
  const errands = useMemo(() => ({ chosen, choose, errand, ask }), [chosen, errand]);
  return <ErrandContext.Provider value={errands}>{children}</ErrandContext.Provider>;
}
