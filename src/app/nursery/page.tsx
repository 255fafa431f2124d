import { NurseryRoom } from "@/features/nursery/NurseryRoom";
import type { Metadata } from "next";

export const metadata: Metadata = { title: "Nursery · Brown Cellar" };

export default function Page() {
  return <NurseryRoom />;
}
