"use client";
import { pantryOf } from "@/core/catalogue/pantry";
import { WETNESS } from "@/core/mixing/purposes";
import { shortName } from "@/core/catalogue/material";
import type { BenchLine } from "@/core/mixing/bench";
import { readBench, reportMix } from "@/core/mixing/bench";
import type { Blend } from "@/core/mixing/solve";
import { withStore } from "@/core/mixing/fromStore";
import { DEFAULT_UNIT, formatToEdit, formatVolume } from "@/core/quantity/format";
import { parseQuantity } from "@/core/quantity/parse";
import { newId } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { solveBlend } from "@/workers/mixing.client";
import { useSearchParams } from "next/navigation";
import { useEffect, useMemo, useState } from "react";

export interface BenchTyped {
  readonly lines: readonly BenchLine[];
  readonly wanted: string;
  /** What a sheet last asked for: what is typed after it stands. */
  readonly askedL?: number;
  readonly moisture: string;
  readonly cn: string;
  /** Whether the amounts on the lines are all there is when the bench solves. */
  readonly isAllThereIs: boolean;
}
const FIRST: BenchTyped = {
  lines: [
    { key: "card", use: "bedding", materialId: "cardboard-corrugated", amount: "2 parts" },
    { key: "mould", use: "bedding", materialId: "leaf-mould", amount: "1 part" },
  ],
  wanted: "",
  moisture: String(100 * WETNESS.bed.moisture),
  cn: "40",
  isAllThereIs: false,
};

const numberIn = (text: string, low: number, high: number): number | undefined => {
  const value = Number(text.trim().replace(/\s*%$/, "").replace(",", "."));
  return text.trim() !== "" && value >= low && value <= high ? value : undefined;
};

/** The mix on the bench: what is typed, what it comes to, and the backward solving of it. */
export function useBench() {
  const { db, units, measures, materials, say } = useSession();
  const usual = units === "us" ? "10 gal" : "40 L";
  const draft = useDraft<BenchTyped>(db, "mix", { ...FIRST, wanted: usual });
  const { typed } = draft;
  // Asked for by a sheet or a timetable: so many litres of it, told once.
  const asked = useSearchParams().get("litres");
  const askedL = asked !== null && /^\d{1,5}$/.test(asked) ? Number(asked) : 0;
  const { isLoaded, set: setTyped } = draft;
  useEffect(() => {
    if (isLoaded && askedL > 0)
      setTyped((before) =>
        before.askedL === askedL ? before : { ...before, askedL, wanted: formatVolume(askedL, units) },
      );
  }, [isLoaded, askedL, units, setTyped]);
  const [solving, setSolving] = useState<"at rest" | "working">("at rest");
  const [blend, setBlend] = useState<Blend>();
  const { batchesToday: stored } = useSession();
  const pantry = useMemo(
    () =>
      withStore(
        pantryOf(materials),
        (stored ?? []).map(({ batch, state }) => ({ batch, leftKg: state.leftKg })),
      ),
    [materials, stored],
  );

  const wanted = parseQuantity(typed.wanted, "volume", DEFAULT_UNIT[units].volume, measures);
  const wantedL = wanted.ok && wanted.value > 0 ? wanted.value : undefined;
  const moisturePct = numberIn(typed.moisture, 30, 92);
  const cn = numberIn(typed.cn, 8, 500);
  const reading = useMemo(
    () => readBench(typed.lines, pantry, wantedL ?? 0, measures),
    [typed.lines, pantry, wantedL, measures],
  );
  const report = useMemo(
    () => reportMix(reading.parts, (moisturePct ?? 100 * WETNESS.bed.moisture) / 100),
    [reading.parts, moisturePct],
  );
  const faults: Record<string, string> = {
    ...reading.faults,
    ...(wantedL === undefined ? { wanted: "A volume above nought, such as 40 L or 10 gal." } : {}),
    ...(moisturePct === undefined
      ? { moisture: "From 30 to 92 %. Above that, water runs out of any mix." }
      : {}),
    ...(cn === undefined ? { cn: "From 8 to 500." } : {}),
  };

  const set = (changes: Partial<BenchTyped>) => {
    setBlend(undefined);
    draft.set((before) => ({ ...before, ...changes }));
  };
  const setLine = (key: string, changes: Partial<BenchLine>) => {
    setBlend(undefined);
    draft.set((before) => ({
      ...before,
      lines: before.lines.map((line) => (line.key === key ? { ...line, ...changes } : line)),
    }));
  };
  const solve = async () => {
    if (wantedL === undefined || moisturePct === undefined || cn === undefined) return;
    setSolving("working");
    const stock = typed.lines.flatMap((line) => {
      const material = pantry.of(line.use, line.materialId);
      const amount = reading.parts.find((part) => part.key === line.key);
      if (!material) return [];
      return [
        { key: line.key, material, ...(typed.isAllThereIs && amount ? { mostKg: amount.massKg } : {}) },
      ];
    });
    const found = await solveBlend({ volumeL: wantedL, moisture: moisturePct / 100, cn, stock }).catch(
      () => undefined,
    );
    setSolving("at rest");
    if (!found)
      return say({ tone: "problem", text: "The mix could not be worked out just now: press once more." });
    setBlend(found);
    const massUnit = DEFAULT_UNIT[units].mass;
    draft.set((before) => ({
      ...before,
      isAllThereIs: false,
      lines: before.lines.map((line) => {
        const part = found.parts.find(
          ({ material }) => material.id === line.materialId && material.use === line.use,
        );
        return {
          ...line,
          amount: formatToEdit(Number((part?.massKg ?? 0).toPrecision(3)), "mass", massUnit),
        };
      }),
    }));
  };
  return {
    typed,
    isLoaded: draft.isLoaded,
    clear: draft.clear,
    pantry,
    stored: stored ?? [],
    reading,
    report,
    faults,
    wish: {
      volumeL: wantedL ?? 0,
      moisture: (moisturePct ?? 100 * WETNESS.bed.moisture) / 100,
      cn: cn ?? 40,
    },
    blend,
    solving,
    solve,
    set,
    setLine,
    add: () =>
      set({
        lines: [
          ...typed.lines,
          {
            key: newId(),
            use: "food",
            materialId: "coffee-grounds",
            amount: units === "us" ? "2 lb" : "1 kg",
          },
        ],
      }),
    remove: (key: string) => set({ lines: typed.lines.filter((line) => line.key !== key) }),
  };
}
export type Bench = ReturnType<typeof useBench>;

/** "card and leaf mould": what a batch is called until the keeper names it. */
export const nameOfMix = ({ reading }: Bench): string => {
  const names = reading.parts
    .toSorted((a, b) => b.volumeL - a.volumeL)
    .slice(0, 2)
    .map(({ material }) => shortName(material));
  const text = names.join(" and ");
  return text.charAt(0).toUpperCase() + text.slice(1);
};
