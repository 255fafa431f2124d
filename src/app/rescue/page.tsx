import { RescueRoom } from "@/features/rescue/RescueRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Rescue from mud · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <RescueRoom />
    </Suspense>
  );
}
