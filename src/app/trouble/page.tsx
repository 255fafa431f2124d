import { TroubleRoom } from "@/features/trouble/TroubleRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Trouble · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <TroubleRoom />
    </Suspense>
  );
}
