import { PlanRoom } from "@/features/plan/PlanRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Plan a bin · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <PlanRoom />
    </Suspense>
  );
}
