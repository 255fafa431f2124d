"use client";
import { dayAndMonth } from "@/core/calendar/day";
import { formatCount } from "@/core/quantity/format";
import type { Sought } from "@/core/round/lookBack";
import { saySeason } from "@/core/round/yearBack";
import type { BinToday } from "@/core/round/round";
import type { Season } from "@/core/water/usual";
import { SEASONS, seasonOf } from "@/core/water/usual";
import { useSession } from "@/session/session";
import { SelectField } from "@/ui/field/SelectField";
import type { ReckonDesk } from "@/workers/reckon.client";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import { useDeferredValue, useState } from "react";
import styles from "./Reckon.module.css";
import { useAnswer } from "./useReckoning";

const askSeasons = (desk: ReckonDesk, ...question: Parameters<ReckonDesk["seasons"]>) =>
  desk.seasons(...question);
const askFound = (desk: ReckonDesk, ...question: Parameters<ReckonDesk["lookBack"]>) =>
  desk.lookBack(...question);

/** The last year by season over the cellar or a room, and what was written found again by word and season. */
export function LookBackPanel({
  desk,
  bins,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly bins: readonly BinToday[];
}) {
  const { rooms, today, units } = useSession();
  const [roomId, setRoom] = useState("");
  const [text, setText] = useState("");
  const [season, setSeason] = useState<Season | "">("");
  const of = bins.filter(({ state }) => roomId === "" || state.setup?.roomId === roomId);
  const ids = of.map(({ bin }) => bin.id as string);
  const hottest = rooms[0]?.climate.hottestDay ?? 200;
  const isSouth = hottest < 100 || hottest > 300;
  const { answer: seasons } = useAnswer(desk, askSeasons, [ids, today, isSouth] as const);
  const sought: Sought = { text: useDeferredValue(text), isSouth, ...(season === "" ? {} : { season }) };
  const { answer: back } = useAnswer(desk, askFound, [ids, sought, units] as const);
  const nameOf = (id: string) => bins.find(({ bin }) => bin.id === id)?.bin.name ?? "";
  return (
    <section aria-labelledby="back" data-print="hide">
      <h2 id="back">Looking back</h2>
      <div className={styles.ask}>
        {rooms.length > 1 && (
          <SelectField
            label="Where"
            value={roomId}
            empty="the whole cellar"
            options={rooms.map(({ id, name }) => ({ value: id, label: name }))}
            onChoose={setRoom}
          />
        )}
        <TextField
          label="A word: a food, a sign, a note"
          value={text}
          onChange={({ target }) => setText(target.value)}
          slotProps={{ htmlInput: { maxLength: 80, autoComplete: "off" } }}
        />
        <SelectField
          label="Season, of any year"
          value={season}
          empty="all of them"
          options={SEASONS.map((one) => ({ value: one, label: one }))}
          onChoose={(next) => setSeason(next)}
        />
      </div>
      {seasons && seasons.length > 0 && (
        <ul className={styles.seasons}>
          {seasons.map((one) => (
            <li key={one.season}>
              <b>
                {one.season === seasonOf(today, isSouth) ? "This" : "Last"} {one.season}
              </b>
              : {saySeason(one, units)}.
            </li>
          ))}
        </ul>
      )}
      {back && (
        <>
          <p role="status">
            {back.count === 0
              ? text.trim() === ""
                ? "No note was written yet. A word beside an entry is found here again."
                : "Nothing like that was written."
              : `${formatCount(back.count)} ${back.count === 1 ? "entry" : "entries"}${text.trim() === "" ? " with a note or a trouble" : ""}${back.count > back.found.length ? `, the newest ${back.found.length} of them` : ""}:`}
          </p>
          <ol className={styles.found}>
            {back.found.map(({ entryId, subjectId, day, said, note }) => (
              <li key={entryId}>
                <span>{dayAndMonth(day, today)}</span>
                <Link href={`/bin?id=${subjectId}`}>{nameOf(subjectId)}</Link>
                <span>
                  {said}
                  {note && <i> “{note}”</i>}
                </span>
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}
