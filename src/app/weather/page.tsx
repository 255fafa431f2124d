import { WeatherRoom } from "@/features/weather/WeatherRoom";
import type { Metadata } from "next";

export const metadata: Metadata = { title: "Warmth and weather · Brown Cellar" };

export default function Page() {
  return <WeatherRoom />;
}
