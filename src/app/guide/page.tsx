import { GuideRoom } from "@/features/guide/GuideRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "Guide · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <GuideRoom />
    </Suspense>
  );
}
