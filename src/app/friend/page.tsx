import { FriendRoom } from "@/features/bin/FriendRoom";
import type { Metadata } from "next";
import { Suspense } from "react";

export const metadata: Metadata = { title: "A page to show · Brown Cellar" };

export default function Page() {
  return (
    <Suspense>
      <FriendRoom />
    </Suspense>
  );
}
