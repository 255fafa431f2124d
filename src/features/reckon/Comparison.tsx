"use client";
import { materialOf, shortName } from "@/core/catalogue/material";
import type { ComparedBy } from "@/core/reckon/compare";
import { COMPARED_BY, compareGone, LEAST_MEALS } from "@/core/reckon/compare";
import { sayCompared } from "@/core/reckon/words";
import type { GoneSpans } from "@/core/round/daysToGone";
import { PREPARATION_WORDS } from "@/core/words/entry";
import { useSession } from "@/session/session";
import { SelectField } from "@/ui/field/SelectField";
import { useSeen } from "@/ui/useSeen";
import type { LocalDate } from "@/vocabulary/fields";
import type { ReckonDesk } from "@/workers/reckon.client";
import { useRef, useState } from "react";
import styles from "./Reckon.module.css";
import { useAnswer } from "./useReckoning";

const BY_WORDS: Readonly<Record<ComparedBy, string>> = {
  food: "castings for their food",
  ground: "castings for their ground",
  day: "castings, all in all",
};
const askCompare = (desk: ReckonDesk, ...question: Parameters<ReckonDesk["compare"]>) =>
  desk.compare(...question);
const askGone = (desk: ReckonDesk, binIds: readonly string[]) => desk.gone(binIds);

export interface ComparedGroup {
  readonly name: string;
  readonly binIds: readonly string[];
  readonly areaM2: number;
}

/** Two of them side by side, or two ways to prepare food, with an honest word on whether the difference is real. */
export function Comparison({
  desk,
  groups,
  from,
  to,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly groups: readonly ComparedGroup[];
  readonly from: LocalDate;
  readonly to: LocalDate;
}) {
  const { units } = useSession();
  const [typed, setTyped] = useState<{ by: ComparedBy; a: string; b: string }>({ by: "food", a: "", b: "" });
  const found = (name: string, other: number) => groups.find((group) => group.name === name) ?? groups[other];
  const [a, b] = [found(typed.a, 0), found(typed.b, 1)];
  const pair = a && b && a.name !== b.name ? ([a, b] as const) : undefined;
  const { answer } = useAnswer(
    desk,
    askCompare,
    pair && ([[pair[0], pair[1]], typed.by, from, to] as Parameters<ReckonDesk["compare"]>),
  );
  if (groups.length < 2) return null;
  const names = groups.map(({ name }) => ({ value: name, label: name }));
  return (
    <section aria-labelledby="compare" data-print="hide">
      <h2 id="compare">Two held against each other</h2>
      <div className={styles.ask}>
        <SelectField
          label="The one"
          value={a?.name ?? ""}
          onChoose={(one) => setTyped({ ...typed, a: one })}
          options={names}
        />
        <SelectField
          label="The other"
          value={b?.name ?? ""}
          onChoose={(one) => setTyped({ ...typed, b: one })}
          options={names}
        />
        <SelectField
          label="By"
          value={typed.by}
          onChoose={(by) => setTyped({ ...typed, by })}
          options={COMPARED_BY.map((value) => ({ value, label: BY_WORDS[value] }))}
        />
      </div>
      <p className={styles.target} role="status">
        {pair
          ? answer
            ? sayCompared(answer, typed.by, pair[0].name, pair[1].name, units)
            : "Adding up"
          : "Choose two of them."}
      </p>
      <Preparations desk={desk} binIds={[...new Set(groups.flatMap(({ binIds }) => binIds))]} />
    </section>
  );
}

const sentenceStart = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
const nameOf = ({ materialId, preparation }: GoneSpans): string =>
  `${shortName(materialOf("food", materialId))}, ${PREPARATION_WORDS[preparation]}`;
/** Whether food is gone sooner one way than another, by the looks that saw it go. */
function Preparations({
  desk,
  binIds,
}: {
  readonly desk: ReckonDesk | undefined;
  readonly binIds: readonly string[];
}) {
  const mark = useRef<HTMLDivElement>(null);
  const { answer } = useAnswer(useSeen(mark) ? desk : undefined, askGone, [binIds] as const);
  const [typed, setTyped] = useState({ a: "", b: "" });
  const known = (answer ?? []).filter(({ spans }) => spans.length >= LEAST_MEALS);
  const [a, b] = [known.find((one) => nameOf(one) === typed.a) ?? known[0], known.find((one) => nameOf(one) === typed.b) ?? known[1]]; // prettier-ignore
  if (!a || !b) return <div ref={mark} />;
  const found = compareGone(a.spans, b.spans);
  const options = known.map((one) => ({ value: nameOf(one), label: nameOf(one) }));
  const days = (value: number) => `${value < 10 ? Number(value.toFixed(1)) : Math.round(value)} days`;
  return (
    <>
      <div className={styles.ask}>
        <SelectField
          label="Food given this way"
          value={nameOf(a)}
          onChoose={(one) => setTyped({ ...typed, a: one })}
          options={options}
        />
        <SelectField
          label="or this way"
          value={nameOf(b)}
          onChoose={(one) => setTyped({ ...typed, b: one })}
          options={options}
        />
      </div>
      {found && a !== b && (
        <p className={styles.target}>
          {sentenceStart(nameOf(a))} is gone in {days(found.aDays)} ({a.spans.length} meals), {nameOf(b)} in{" "}
          {days(found.bDays)} ({b.spans.length}).{" "}
          {found.isReal
            ? "Chance alone hardly parts them so; warmth and the herd may."
            : `Chance alone would part them so in ${found.byChance} of 100.`}
        </p>
      )}
    </>
  );
}
