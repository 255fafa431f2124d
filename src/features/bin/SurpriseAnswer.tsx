"use client";
import type { Surprise } from "@/core/expectation/expectation";
import { isUnderSky } from "@/core/expectation/climate";
import type { BinToday } from "@/core/round/round";
import { answered, becauseWords } from "@/core/twin/ahead/surprise";
import { saySurprise } from "@/core/twin/ahead/words";
import type { Entry } from "@/records/entry";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import { BecauseMark } from "@/ui/marks/BecauseMark";
import { useGuarded } from "@/ui/useGuarded";
import type { Because } from "@/vocabulary/readings";
import { BECAUSE } from "@/vocabulary/readings";

/** A reading kept by slip or quiet check that nobody foresaw: asked about here, and the answer is written to it. */
export function SurpriseAnswer({
  one,
  surprise,
  entries,
}: {
  readonly one: BinToday;
  readonly surprise: Surprise;
  readonly entries: readonly Entry[];
}) {
  const { today, author, keep, rooms } = useSession();
  const { guarded, isBusy } = useGuarded();
  const entry = entries.findLast(
    (candidate) => candidate.day === today && answered(candidate, surprise, "so") !== undefined,
  );
  if (!surprise.isAsked || !entry) return saySurprise(surprise);
  const words = becauseWords(surprise, isUnderSky(rooms, one.state.setup?.roomId));
  const answer = async (because: Because) => {
    const told = answered(entry, surprise, because);
    if (told) await keep(`${one.bin.name}: said what happened`, [author.revised("entries", entry, told)]);
  };
  return (
    <Choice
      title={`${saySurprise(surprise).split(":")[0]}. What happened?`}
      name={`because-${surprise.of}-${surprise.place ?? ""}`}
      options={BECAUSE.map((value) => ({
        value,
        label: words[value],
        mark: <BecauseMark because={value} />,
      }))}
      chosen={undefined}
      onChoose={(value) => {
        if (value && !isBusy) void guarded(() => answer(value));
      }}
    />
  );
}
