import { LotsRoom } from "@/features/lots/LotsRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Castings · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <LotsRoom />
    </Suspense>
  );
}
