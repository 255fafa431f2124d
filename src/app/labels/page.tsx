import { LabelsRoom } from "@/features/paper/LabelsRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Labels · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <LabelsRoom />
    </Suspense>
  );
}
