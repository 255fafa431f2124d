"use client";
import { useStored } from "@/session/useStored";
import { daysBetween, localDateOf } from "@/core/calendar/day";
import { useSession } from "@/session/session";
import type { LocalDate } from "@/vocabulary/fields";

/** Whether the keeper should be reminded of a backup, and since when there is one. The demo needs none. */
export function useBackupAge(): { readonly archivedOn?: LocalDate } | undefined {
  const { db, open, today, settings } = useSession();
  return useStored(async () => {
    if (open === "demo") return undefined;
    const remindAfter = settings?.remindAfterDays ?? 14;
    const last = await db.device.get("archivedAt");
    const newest = await db.changes.orderBy("no").last();
    const oldest = await db.changes.orderBy("no").first();
    if (!newest || !oldest) return undefined;
    if (!last) return daysBetween(localDateOf(oldest.at), today) >= remindAfter ? {} : undefined;
    const archivedOn = localDateOf(last.value);
    return newest.at > last.value && daysBetween(archivedOn, today) >= remindAfter
      ? { archivedOn }
      : undefined;
  }, [db, open, today, settings]);
}
