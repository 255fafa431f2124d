import { LidGridRoom } from "@/features/paper/LidGridRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "A grid for the lid · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <LidGridRoom />
    </Suspense>
  );
}
