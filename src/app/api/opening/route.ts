export { opening as GET } from "@/server/opening";

export const dynamic = "force-dynamic";
