"use client";
import type { FormEvent, ReactNode } from "react";
import { useEffect, useRef, useState } from "react";
import { useGuarded } from "../useGuarded";

/** Fields kept by one press or by Enter, however often; where one cannot be read, whoever does not see the page is brought to it. */
export function KeptForm({
  onSave,
  className,
  labelledBy,
  children,
}: {
  readonly onSave: () => Promise<unknown>;
  readonly className?: string | undefined;
  /** Id of what names it. */
  readonly labelledBy?: string;
  readonly children: ReactNode | ((isBusy: boolean) => ReactNode);
}) {
  const { guarded, isBusy } = useGuarded();
  const form = useRef<HTMLFormElement>(null);
  const [presses, setPresses] = useState(0);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void guarded(async () => {
      await onSave();
      setPresses((before) => before + 1);
    });
  };
  useEffect(() => {
    if (presses > 0) form.current?.querySelector<HTMLElement>("[aria-invalid=true]")?.focus();
  }, [presses]);
  return (
    <form ref={form} className={className} aria-labelledby={labelledBy} onSubmit={submit} noValidate>
      {typeof children === "function" ? children(isBusy) : children}
    </form>
  );
}
