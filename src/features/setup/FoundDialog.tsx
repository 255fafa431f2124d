"use client";
import { contradictions } from "@/core/bin/found";
import { surfaceM2 } from "@/core/bin/system";
import { TEMPERATE } from "@/core/expectation/climate";
import { foundProfile, freshProfile } from "@/core/picture/freshProfile";
import type { BinToday } from "@/core/round/round";
import type { BinSetup } from "@/records/setup";
import { actRows } from "@/session/author";
import { useDraft } from "@/session/draft";
import { useSession } from "@/session/session";
import { Cutaway } from "@/ui/cutaway/Cutaway";
import { FormDialog } from "@/ui/form/FormDialog";
import { useTypedForm } from "@/ui/form/useTypedForm";
import { useViewport } from "@/ui/useViewport";
import { done, refused } from "@/vocabulary/outcome";
import { useMemo } from "react";
import type { FoundTyped } from "./foundTyped";
import { EMPTY_FOUND, partsIn, toldIn, wormsIn } from "./foundTyped";
import { FoundSays } from "./FoundSays";
import { RunningFields } from "./RunningFields";
import styles from "./Setup.module.css";

/** A bin that was found again, taken over or bought with all that is in it: told as it looks now, and the forecast begins anew. */
export function FoundDialog({
  one,
  setup,
  onClose,
}: {
  readonly one: BinToday;
  readonly setup: BinSetup;
  readonly onClose: () => void;
}) {
  const { db, today, measures, rooms, author, keep } = useSession();
  const { bin, state } = one;
  const room = useViewport();
  const draft = useDraft<FoundTyped>(db, `found/${bin.id}`, {
    ...EMPTY_FOUND,
    species: state.worms.speciesId,
  });
  const { faults, kept } = useTypedForm(draft.typed, (typed) => read(typed, setup, measures));
  const told = useMemo(() => read(draft.typed, setup, measures), [draft.typed, setup, measures]);
  const found = told.ok ? told.value : undefined;
  const climate = rooms.find(({ id }) => id === setup.roomId)?.climate ?? TEMPERATE;
  const about = found && { setup, found, climate, day: today };
  const [first] = setup.compartments;
  const fresh = first && freshProfile(setup.system, first, setup.compartments.length);
  const profile = fresh && (found ? foundProfile(fresh, found, setup) : fresh);
  const save = kept(async (fact) => {
    const saved = await keep(
      `${bin.name}: told as it looks now`,
      await actRows(author, today, [{ binId: bin.id, fact }]),
    );
    if (!saved.ok) return;
    const forgotten = draft.clear();
    onClose();
    await forgotten;
  });
  const isAtOdds = found !== undefined && contradictions(found, setup).length > 0;
  return (
    <FormDialog
      title="What does it look like now?"
      of={bin.name}
      keep={isAtOdds ? "Keep it all the same" : "Keep: it looks so now"}
      size="lg"
      onSave={save}
      onClose={onClose}
    >
      <div className={styles.now}>
        <RunningFields
          typed={draft.typed}
          set={(changes) => draft.set((before) => ({ ...before, ...changes }))}
          faults={faults}
          parts={setup.compartments}
          told={about}
        />
        {profile && (
          <div className={styles.nowDrawn}>
            <Cutaway
              profile={profile}
              pxPerM={Math.min((room.isNarrow ? room.width - 80 : 300) / first.widthM, 420)}
              detail="large"
              label={`${bin.name} as it is told`}
            />
            <FoundSays about={about} />
            <p className={styles.open}>
              What was written before stays in its log. From today on it is taken for what is told here.
            </p>
          </div>
        )}
      </div>
    </FormDialog>
  );
}

/** What is told of a bin that stands there, or a sentence for each field that cannot be read. */
function read(typed: FoundTyped, setup: BinSetup, measures: Parameters<typeof toldIn>[1]) {
  const faults: Record<string, string> = {};
  const groundM2 = surfaceM2(setup);
  const herd = wormsIn(typed.worms, typed.species, "worms", measures, groundM2, faults);
  const found = toldIn(typed, measures, herd, groundM2, faults);
  return Object.keys(faults).length > 0
    ? refused({ code: "found/faults" as const, fields: faults })
    : done({ ...found, parts: partsIn(typed, setup.compartments) });
}
