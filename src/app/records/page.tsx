import { RecordsRoom } from "@/features/records/RecordsRoom";
import type { Metadata } from "next";

export const metadata: Metadata = { title: "Records · Brown Cellar" };

export default function Page() {
  return <RecordsRoom />;
}
