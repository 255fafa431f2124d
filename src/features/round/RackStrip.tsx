"use client";
import { planRound } from "@/core/round/round";
import { useErrands } from "@/session/errand";
import { useSession } from "@/session/session";
import { Rack } from "@/ui/Rack";
import { usePathname, useRouter } from "next/navigation";
import { useMemo } from "react";
import { rackBins } from "./rackBins";

/** The rack folded to a row while something is being done at one bin; picking another goes there. */
export function RackStrip() {
  const { bins, today, units } = useSession();
  const { chosen, choose } = useErrands();
  const router = useRouter();
  const here = usePathname();
  const shown = useMemo(
    () => (bins ? rackBins(bins, planRound(bins, today), today, units) : []),
    [bins, today, units],
  );
  if (shown.length === 0) return null;
  const go = (id: string) => {
    choose(id);
    router.push(here === "/visit" ? `/visit?id=${id}` : `/bin?id=${id}`);
  };
  return <Rack bins={shown} chosen={chosen} onChoose={go} isFolded />;
}
