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
import { useSeen } from "@/ui/useSeen";
import type { ReckonDesk } from "@/workers/reckon.client";
import TextField from "@mui/material/TextField";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { useDeferredValue, useRef, useState } from "react";
import styles from "./Reckon.module.css";
import { useAnswer } from "./useReckoning";

const askSeasons = (desk: ReckonDesk, ...question: Parameters<ReckonDesk["seasons"]>) =>
  desk.seasons(...question);
const askFound = (desk: ReckonDesk, ...question: Parameters<ReckonDesk["lookBack"]>) =>
  desk.lookBack(...question);

/** The last year by season over the cellar or a room, and what was written found again by word and season. */
export function LookBackPanel({
  desk: whole,
  bins,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly bins: readonly BinToday[];
}) {
  const { rooms, today, units } = useSession();
  const section = useRef<HTMLElement>(null);
  // It asks for whole logs: who never looks at it does not wait for them.
  const desk = useSeen(section) ? whole : undefined;
  // A visit asks for its own bin; here one may go on to its room, or all.
  const askedId = useSearchParams().get("of");
  const asked = bins.find(({ bin }) => bin.id === askedId);
  const [where, setWhere] = useState<string>(asked?.bin.id ?? "");
  const [text, setText] = useState("");
  const [season, setSeason] = useState<Season | "">("");
  const of = bins.filter(
    ({ bin, state }) => where === "" || bin.id === where || state.setup?.roomId === where,
  );
  const ids = of.map(({ bin }) => bin.id as string);
  const hottest = rooms[0]?.climate.hottestDay ?? 200;
  const isSouth = hottest < 100 || hottest > 300;
  const { answer: seasons } = useAnswer(desk, askSeasons, [ids, today, isSouth] as const);
  const sought: Sought = { text: useDeferredValue(text), isSouth, ...(season === "" ? {} : { season }) };
  const { answer: back } = useAnswer(desk, askFound, [ids, sought, units] as const);
  const nameOf = (id: string) => bins.find(({ bin }) => bin.id === id)?.bin.name ?? "";
  return (
    <section ref={section} aria-labelledby="back" data-print="hide">
      <h2 id="back">Looking back</h2>
      <div className={styles.ask}>
        {(rooms.length > 1 || asked) && (
          <SelectField
            label="Where"
            value={where}
            empty="the whole cellar"
            options={[
              ...(asked ? [{ value: asked.bin.id as string, label: asked.bin.name }] : []),
              ...rooms.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChoose={setWhere}
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
