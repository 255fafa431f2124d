"use client";
import { freshProfile } from "@/core/picture/freshProfile";
import { formatMass, formatVolume } from "@/core/quantity/format";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import room from "@/ui/room.module.css";
import Button from "@mui/material/Button";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { BuildSheetView } from "./BuildSheetView";
import styles from "./Plan.module.css";
import { Proposals } from "./Proposals";
import { RoomAnswers, ScrapAnswers, TimeAnswers, WishAnswers } from "./answers";
import { ManyAlike } from "./ManyAlike";
import type { PlanInHand } from "./usePlan";
import { usePlan } from "./usePlan";

const STEPS = [
  { step: "scraps", word: "Scraps", Answers: ScrapAnswers, question: "How much is there to eat?" },
  { step: "room", word: "Room", Answers: RoomAnswers, question: "Where will it stand?" },
  { step: "time", word: "Time and back", Answers: TimeAnswers, question: "How much time, and who lifts?" },
  { step: "wish", word: "Wish", Answers: WishAnswers, question: "What do you want of it?" },
] as const;
const LATER = { proposals: "Proposals", build: "Build sheet", many: "Many alike" } as const;

/** Planning a bin: four questions, then bins side by side that would do, then how the chosen one is made. */
export function PlanRoom() {
  const asked = useSearchParams().get("step") ?? "scraps";
  const planning = usePlan();
  const at = STEPS.findIndex(({ step }) => step === asked);
  const current = at >= 0 ? STEPS[at]! : undefined;
  return (
    <main className={`${room.room} ${styles.plan}`} data-usable="true">
      <div className={styles.head} data-print="hide">
        <h1 className={room.title}>Plan a bin</h1>
        <nav aria-label="Steps of the plan">
          <ol className={styles.steps}>
            {[
              ...STEPS.map(({ step, word }) => [step, word] as const),
              ["proposals", LATER.proposals] as const,
            ].map(([step, word]) => (
              <li key={step}>
                <Link href={`/plan?step=${step}`} aria-current={step === asked ? "step" : undefined}>
                  {word}
                </Link>
              </li>
            ))}
          </ol>
        </nav>
      </div>
      {current && (
        <div className={styles.asking}>
          <section className={styles.question} aria-labelledby="question">
            <h2 id="question">{current.question}</h2>
            <current.Answers planning={planning} />
            <p className={styles.onward}>
              <Button
                variant="contained"
                component={Link}
                href={`/plan?step=${STEPS[at + 1]?.step ?? "proposals"}`}
              >
                {at + 1 < STEPS.length
                  ? `On to: ${STEPS[at + 1]!.word.toLowerCase()}`
                  : "Show me bins that would do"}
              </Button>
              {at === 0 && <Link href="/plan?step=many">I know what I want: many alike</Link>}
              {planning.isBegun && (
                <Button onClick={() => void planning.putAway()}>put this plan away</Button>
              )}
            </p>
          </section>
          <Thought planning={planning} />
        </div>
      )}
      {asked === "proposals" && <Proposals planning={planning} />}
      {asked === "build" && <BuildSheetView planning={planning} />}
      {asked === "many" && <ManyAlike />}
    </main>
  );
}

/** The bin as thought of so far, to scale beside the question; each answer redraws it. */
function Thought({ planning }: { readonly planning: PlanInHand }) {
  const { units } = useSession();
  const first = planning.found?.proposals[0];
  if (!first)
    return (
      <aside className={styles.thought}>
        <p className={styles.quiet}>
          {planning.scraps
            ? "Nothing fits these answers yet."
            : "Say what there is to eat, and a bin is drawn here."}
        </p>
      </aside>
    );
  const { size, facts } = first;
  const tall = facts.system === "trough" ? size.heightM : size.heightM * facts.pieces;
  return (
    <aside className={styles.thought} aria-label="The bin thought of so far">
      <div className={styles.drawn}>
        <Cutaway
          profile={freshProfile(facts.system, size, facts.pieces === 1 ? undefined : facts.pieces)}
          pxPerM={Math.min(300 / size.widthM, 260 / (tall + 0.15))}
          detail="large"
          label={`${facts.name}, to scale`}
        />
      </div>
      <p>
        So far, <b>{facts.name.toLowerCase()}</b>
        {first.count > 1 && ` × ${first.count}`}: {formatVolume(first.volumeL, units)},{" "}
        {formatMass(first.buyWormsKg, units, "bucket")} of worms to begin with.
      </p>
    </aside>
  );
}
