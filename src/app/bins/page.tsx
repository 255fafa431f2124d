import { BinsRoom } from "@/features/bins/BinsRoom";
import type { Metadata } from "next";

export const metadata: Metadata = { title: "Bins · Brown Cellar" };

export default function Page() {
  return <BinsRoom />;
}
