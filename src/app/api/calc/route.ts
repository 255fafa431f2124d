import { listCalculators } from "@/server/calcDoor";

export const dynamic = "force-static";
export const GET = listCalculators;
