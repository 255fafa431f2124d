import { SheetRoom } from "@/features/paper/SheetRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "The round on paper · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <SheetRoom />
    </Suspense>
  );
}
