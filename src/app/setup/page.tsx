import { SetupRoom } from "@/features/setup/SetupRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Set up a bin · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <SetupRoom />
    </Suspense>
  );
}
