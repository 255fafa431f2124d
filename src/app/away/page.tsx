import { AwayRoom } from "@/features/away/AwayRoom";
import type { Metadata } from "next";

export const metadata: Metadata = { title: "Going away · Brown Cellar" };

export default function Page() {
  return <AwayRoom />;
}
