import { HarvestRoom } from "@/features/harvest/HarvestRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Harvest · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <HarvestRoom />
    </Suspense>
  );
}
