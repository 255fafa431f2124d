import { ReckonRoom } from "@/features/reckon/ReckonRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Reckoning · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <ReckonRoom />
    </Suspense>
  );
}
