import { StartRoom } from "@/features/start/StartRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "The first weeks · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <StartRoom />
    </Suspense>
  );
}
