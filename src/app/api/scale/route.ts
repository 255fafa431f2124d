export { benchScale as GET } from "@/server/benchScale";

export const dynamic = "force-dynamic";
