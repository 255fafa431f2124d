"use client";
import type { LeftOut as LeftOutOf, LeftOutItem } from "@/core/bin/leftOut";
import { spokenDay } from "@/core/calendar/day";
import { ofBin } from "@/session/author";
import { useSession } from "@/session/session";
import { useGuarded } from "@/ui/useGuarded";
import type { LocalDate } from "@/vocabulary/fields";
import Button from "@mui/material/Button";
import Link from "next/link";
import styles from "./Visit.module.css";

/** What the last visit proposed and nobody did: asked for once more, and written by one press where it was done since. */
export function LeftOut({
  of,
  bin,
}: {
  readonly of: LeftOutOf;
  readonly bin: { readonly id: string; readonly name: string };
}) {
  const { author, keep, today } = useSession();
  const { guarded, isBusy } = useGuarded();
  const write = (deed: NonNullable<LeftOutItem["deed"]>, day: LocalDate) =>
    guarded(async () =>
      keep(`${bin.name}: noted afterwards`, await author.entries(ofBin(bin.id), day, [deed])),
    );
  return (
    <div className={styles.leftOut}>
      Left out {spokenDay(of.day, today)}:
      <ul>
        {of.items.map(({ say, deed }, at) => (
          <li key={`${at}${say}`}>
            <span>{say}</span>
            {deed ? (
              <>
                {of.day !== today && (
                  <Button disabled={isBusy} onClick={() => void write(deed, of.day)}>
                    it was done that day
                  </Button>
                )}
                <Button disabled={isBusy} onClick={() => void write(deed, today)}>
                  done today
                </Button>
              </>
            ) : (
              <Link href={`/bin?id=${bin.id}`}>note it on the bin’s page</Link>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
