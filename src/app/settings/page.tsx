import { SettingsRoom } from "@/features/settings/SettingsRoom";
import type { Metadata } from "next";

export const metadata: Metadata = { title: "Settings · Brown Cellar" };

export default function Page() {
  return <SettingsRoom />;
}
