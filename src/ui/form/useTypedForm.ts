"use client";
import type { Outcome } from "@/vocabulary/outcome";
import { done, refused } from "@/vocabulary/outcome";
import { z } from "@/vocabulary/z";
import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect, useMemo, useState } from "react";
import { useForm } from "react-hook-form";
import { useGuarded } from "../useGuarded";

/** By field, what is wrong with it, in words. */
export type Faults = Readonly<Record<string, string>>;
/** What a form's reading says where something cannot be read. */
interface Unread {
  readonly code: string;
  readonly fields: Readonly<Record<string, string | undefined>>;
}

type Fields = Record<string, unknown>;

export interface TypedForm<Facts> {
  /** Said from the first press on; gone from a field as soon as it can be read. */
  readonly faults: Faults;
  readonly isBusy: boolean;
  /** A press: reads what is typed and hands on what it comes to, once at a time; where something cannot be read it says so instead. */
  readonly kept: (keep: (facts: Facts) => Promise<unknown>) => () => Promise<void>;
}

/**
 * The one form of this app: what is typed stays with its draft, the form library knows what was pressed and what is wrong.
 * `read` makes facts of what is typed, or says by field what is wrong: amounts are read in the keeper's units and own
 * containers, against what the bin holds, which no schema of fields knows. `typed` stays the same object while nothing is typed.
 */
export function useTypedForm<Typed extends object, Facts>(
  typed: Typed,
  read: (typed: Typed) => Outcome<Facts, Unread>,
): TypedForm<Facts> {
  const form = useForm<Fields, unknown, { facts: Facts }>({
    values: typed as Fields,
    resetOptions: { keepErrors: true },
    resolver: zodResolver(asSchema(read)),
  });
  const { handleSubmit, trigger } = form;
  const { errors } = form.formState;
  const { guarded, isBusy } = useGuarded();
  // From a press that was refused until one that is not, each key asks again. What was kept is not asked about any more.
  const [isRefused, setRefused] = useState(false);
  useEffect(() => {
    if (isRefused) void trigger();
  }, [typed, isRefused, trigger]);
  const faults = useMemo(() => Object.fromEntries(messagesOf(errors)), [errors]);
  return {
    faults,
    isBusy,
    kept: (keep) => () =>
      guarded(
        handleSubmit(
          async ({ facts }) => {
            setRefused(false);
            await keep(facts);
          },
          () => setRefused(true),
        ),
      ),
  };
}

/** Some fields cannot be read. */
export const unread = (fields: Unread["fields"]) => refused({ code: "form/faults", fields });
/** What a reading comes to: its facts where no field has a fault and they are whole, else the faults. */
export const readAs = <Facts>(facts: Facts | undefined, faults: Unread["fields"]): Outcome<Facts, Unread> =>
  facts !== undefined && Object.values(faults).every((words) => words === undefined)
    ? done(facts)
    : unread(faults);

/** A reading as a schema: its facts, or an issue for each field. */
const asSchema = <Typed, Facts>(read: (typed: Typed) => Outcome<Facts, Unread>) =>
  z.record(z.string(), z.unknown()).transform((typed, context) => {
    const outcome = read(typed as Typed);
    if (outcome.ok) return { facts: outcome.value };
    const said = Object.entries(outcome.problem.fields).filter(([, words]) => words !== undefined);
    // Refused without a word (what it is about is gone, say): nothing is kept all the same.
    for (const [field, message] of said.length > 0 ? said : [["whole", "It cannot be kept so."] as const])
      context.issues.push({ code: "custom", message: message!, input: typed, path: field.split(".") });
    return z.NEVER;
  });

/** The words of each field, however deep the form library lays it. */
function messagesOf(errors: object, above = ""): (readonly [string, string])[] {
  return Object.entries(errors).flatMap(([key, error]: [string, unknown]) => {
    if (typeof error !== "object" || error === null) return [];
    const field = `${above}${key}`;
    return "type" in error && "message" in error && typeof error.message === "string"
      ? [[field, error.message] as const]
      : messagesOf(error, `${field}.`);
  });
}
