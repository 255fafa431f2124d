import { LampRoom } from "@/features/harvest/LampRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Lamp rounds · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <LampRoom />
    </Suspense>
  );
}
