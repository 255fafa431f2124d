export { weather as GET } from "@/server/weather";

export const dynamic = "force-dynamic";
