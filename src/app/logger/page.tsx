import { LoggerRoom } from "@/features/logger/LoggerRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Temperatures · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <LoggerRoom />
    </Suspense>
  );
}
