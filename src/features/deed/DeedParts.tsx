"use client";
import { volumeOfL } from "@/core/bin/system";
import { wholeMaterial } from "@/core/catalogue/composition";
import { formatMass, formatVolume } from "@/core/quantity/format";
import type { DeedKind } from "@/core/deed/deed";
import type { BinToday } from "@/core/round/round";
import { useSession } from "@/session/session";
import { Choice } from "@/ui/choice/Choice";
import Button from "@mui/material/Button";
import styles from "./Deed.module.css";
import type { DeedTyped } from "./deedTyped";

/** What the fields of a deed are given. */
export interface DeedFieldProps {
  readonly of: DeedKind;
  readonly one: BinToday;
  readonly typed: DeedTyped;
  readonly set: (change: (before: DeedTyped) => DeedTyped) => void;
  readonly faults: Readonly<Record<string, string>>;
  readonly others: readonly { readonly id: string; readonly name: string }[];
}

/** What is usual of an addition, the most a bed of this size bears, and what to beware of. */
export function Dose({ one, typed }: Pick<DeedFieldProps, "one" | "typed">) {
  const { units } = useSession();
  const whole = wholeMaterial(typed.materialId, "amendment");
  const setup = one.state.setup;
  if (!whole || !setup || !("dose" in whole)) return null;
  const litres = setup.compartments.reduce((sum, part) => sum + volumeOfL(part) * 0.6, 0);
  const most =
    whole.most === undefined
      ? undefined
      : whole.mostUnit === "g_per_l"
        ? formatMass((whole.most * litres) / 1000, units)
        : formatVolume((whole.most / 100) * litres, units);
  return (
    <>
      <p className={styles.said}>
        {whole.dose}.{most && ` This bed bears ${most} at most.`}
      </p>
      <p className={styles.caution}>{whole.hazard}.</p>
    </>
  );
}

/** A share, in the fractions one can judge by eye. */
export function Share({ typed, set, faults }: Pick<DeedFieldProps, "typed" | "set" | "faults">) {
  return (
    <Choice
      title="How much of it"
      name="share"
      options={[
        { value: "0.25", label: "a quarter" },
        { value: "0.333", label: "a third" },
        { value: "0.5", label: "half" },
        { value: "0.667", label: "two thirds" },
        { value: "1", label: "all" },
      ]}
      chosen={["0.25", "0.333", "0.5", "0.667", "1"].find((value) => Number(value) === typed.share)}
      onChoose={(share) => share && set((before) => ({ ...before, share: Number(share) }))}
      note={faults.share}
    />
  );
}

/** Which stands where, drawn as they stand: the top one first. */
export function Order({ one, typed, set }: Pick<DeedFieldProps, "one" | "typed" | "set">) {
  const setup = one.state.setup!;
  const nameOf = (id: string) => {
    const at = setup.compartments.findIndex((part) => part.id === id);
    return setup.compartments[at]?.name ?? `tray ${at + 1}`;
  };
  const move = (at: number, by: number) =>
    set((before) => {
      const order = [...before.order];
      [order[at], order[at + by]] = [order[at + by]!, order[at]!];
      return { ...before, order };
    });
  const last = typed.order.length - 1;
  return (
    <ol className={styles.order}>
      {typed.order
        .map((id, at) => (
          <li key={id}>
            <span>
              <b>{nameOf(id)}</b> {at === last ? "stands on top" : at === 0 ? "stands lowest" : ""}
            </span>
            <Button onClick={() => move(at, 1)} disabled={at === last} aria-label={`${nameOf(id)} one up`}>
              up
            </Button>
            <Button onClick={() => move(at, -1)} disabled={at === 0} aria-label={`${nameOf(id)} one down`}>
              down
            </Button>
          </li>
        ))
        .toReversed()}
    </ol>
  );
}
