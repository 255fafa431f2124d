"use client";
import type { OpenTrouble } from "@/core/bin/state";
import { addDays, dayAndMonth, spokenDay } from "@/core/calendar/day";
import type { BinToday } from "@/core/round/round";
import { causeOf, CAUSES } from "@/core/trouble/knowledge";
import { lastHelp } from "@/core/trouble/helped";
import { signName } from "@/core/trouble/words";
import { FOLLOW_UP_WORDS } from "@/core/words/entry";
import type { Entry } from "@/records/entry";
import { ofBin } from "@/session/author";
import { useSession } from "@/session/session";
import { useGuarded } from "@/ui/useGuarded";
import type { FollowUp } from "@/vocabulary/deeds";
import { FOLLOW_UPS } from "@/vocabulary/deeds";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import styles from "./Trouble.module.css";

const nameOf = (causeId: string): string =>
  CAUSES.some(({ id }) => id === causeId) ? causeOf(causeId).name.toLowerCase() : causeId.replace(/-/g, " ");
/** Worse or the same is looked at again sooner than better is. */
const AGAIN: Readonly<Record<FollowUp, number>> = { gone: 0, mistaken: 0, better: 7, same: 3, worse: 2 };

/** Troubles of this bin that are not over: what they were, what helped last time, and what became of them. */
export function FollowUps({ one, log }: { readonly one: BinToday; readonly log: readonly Entry[] }) {
  return (
    <section aria-labelledby="open">
      <h2 id="open">Not over yet</h2>
      <ul className={styles.open}>
        {one.state.troubles?.map((trouble) => (
          <Open key={trouble.entryId} one={one} trouble={trouble} log={log} />
        ))}
      </ul>
    </section>
  );
}

function Open({
  one,
  trouble,
  log,
}: {
  readonly one: BinToday;
  readonly trouble: OpenTrouble;
  readonly log: readonly Entry[];
}) {
  const { today, units, author, keep } = useSession();
  const { guarded, isBusy } = useGuarded();
  const [helped, setHelped] = useState("");
  const { entryId: id, signs, causes, since, lookOn } = trouble;
  const before = lastHelp(log, trouble);
  const say = (outcome: FollowUp) =>
    guarded(async () => {
      const isOver = outcome === "gone" || outcome === "mistaken";
      const words = helped.trim().slice(0, 400);
      const kept = await keep(
        `${one.bin.name}: ${FOLLOW_UP_WORDS[outcome]}`,
        await author.entries(ofBin(one.bin.id), today, [
          {
            kind: "followedUp",
            troubleId: id,
            outcome,
            ...(isOver ? {} : { lookOn: addDays(today, AGAIN[outcome]) }),
            ...(words === "" ? {} : { helped: words }),
          },
        ]),
      );
      if (kept.ok) setHelped("");
    });
  return (
    <li data-due={lookOn <= today}>
      <p>
        <b>{signs.map((id) => signName(id, units)).join(", ")}</b>, since {dayAndMonth(since, today)}; held to
        be {nameOf(causes[0]!)}.{" "}
        {lookOn <= today ? "How is it now?" : `Look again ${spokenDay(lookOn, today)}.`}
      </p>
      {before && (
        <p className={styles.quiet}>
          Last time, {dayAndMonth(before.day)} {before.day.slice(0, 4)}, this helped: {before.helped}.
        </p>
      )}
      <div className={styles.outcome}>
        <TextField
          label="What helped, if anything did"
          value={helped}
          onChange={({ target }) => setHelped(target.value)}
          slotProps={{ htmlInput: { maxLength: 400, autoComplete: "off" } }}
        />
        {FOLLOW_UPS.map((outcome) => (
          <Button
            key={outcome}
            variant={outcome === "gone" ? "outlined" : "text"}
            disabled={isBusy}
            onClick={() => void say(outcome)}
          >
            {FOLLOW_UP_WORDS[outcome]}
          </Button>
        ))}
      </div>
    </li>
  );
}
