"use client";
import { sayRecord } from "@/core/words/record";
import type { Answer } from "@/archive/conflicts";
import type { Clashing } from "@/records/clash";
import type { Asked, ClashAnswers } from "@/session/questions";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useState } from "react";
import styles from "./Correct.module.css";
import { clashLines } from "./clashLines";

const WORDS = {
  typed: {
    lead: "In another tab or on another device something else was written on the same line since you opened this. Nothing of yours is kept yet, and nothing of either is lost.",
    standing: "what stands",
    mine: "what you wrote",
    leave: "back to what I typed",
    keep: "Keep it so",
  },
  file: {
    lead: "These were changed here and in the file, on the same line. Nothing is brought in yet. Whatever you choose, the other telling stays in the history.",
    standing: "as it stands here",
    mine: "as the file has it",
    leave: "leave the file",
    keep: "Bring it in so",
  },
} as const;

/** Lines that were changed in two places: both values side by side, and whose word stands, fact by fact. */
export function ClashDialog({ asked }: { readonly asked: Extract<Asked, { of: "clash" }> }) {
  const { units, bins } = useSession();
  const [answers, setAnswers] = useState<ClashAnswers>({});
  const words = WORDS[asked.from];
  const setupOf = ({ standing }: Clashing) =>
    "subject" in standing
      ? bins?.find(({ bin }) => (bin.id as string) === standing.subject.id)?.state.setup
      : undefined;
  const isAnswered = asked.clashing.every(({ standing }) => answers[standing.id] !== undefined);
  return (
    <Dialog
      open
      onClose={() => asked.answer(undefined)}
      onKeyDown={(event) => event.stopPropagation()}
      fullWidth
      maxWidth="sm"
      aria-labelledby="clash"
    >
      <DialogTitle id="clash">Changed in two places</DialogTitle>
      <DialogContent>
        <p className={styles.clashLead}>{words.lead}</p>
        {asked.clashing.map((one) => (
          <section key={one.standing.id} className={styles.clash}>
            <h3>{sayRecord(one.kind, one.standing, units)}</h3>
            {clashLines(one, units, setupOf(one)).map(({ label, mine, standing }) => (
              <dl key={label} aria-label={label}>
                <div>
                  <dt>
                    {label}, {words.standing}
                    {isLater(one.standing, one.mine) && asked.from === "file" && " (written later)"}
                  </dt>
                  <dd>{standing}</dd>
                </div>
                <div>
                  <dt>
                    {label}, {words.mine}
                    {isLater(one.mine, one.standing) && asked.from === "file" && " (written later)"}
                  </dt>
                  <dd>{mine}</dd>
                </div>
              </dl>
            ))}
            <Choice<Answer>
              title="What is to stand?"
              name={`clash-${one.standing.id}`}
              options={[
                { value: "standing", label: words.standing },
                { value: "mine", label: words.mine },
                ...(asked.from === "file" && isForBoth(one)
                  ? [{ value: "both" as const, label: "both, as two entries" }]
                  : []),
              ]}
              chosen={answers[one.standing.id]}
              onChoose={(value) =>
                setAnswers(({ [one.standing.id]: _before, ...rest }) =>
                  value ? { ...rest, [one.standing.id]: value } : rest,
                )
              }
            />
          </section>
        ))}
      </DialogContent>
      <DialogActions>
        <Button onClick={() => asked.answer(undefined)}>{words.leave}</Button>
        <Button variant="contained" disabled={!isAnswered} onClick={() => asked.answer(answers)}>
          {words.keep}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

type Row = Clashing["mine"];
const isLater = (one: Row, other: Row): boolean => one.recordedAt > other.recordedAt;
/** Two set-ups of one day would be a riddle, and what one side struck out is not two. */
const isForBoth = ({ mine, standing }: Clashing): boolean =>
  "subject" in mine && mine.kind !== "altered" && !mine.deleted && !standing.deleted;
