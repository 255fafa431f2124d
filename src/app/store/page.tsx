import { StoreRoom } from "@/features/store/StoreRoom";
import type { Metadata } from "next";

export const metadata: Metadata = { title: "Store · Brown Cellar" };

export default function Page() {
  return <StoreRoom />;
}
