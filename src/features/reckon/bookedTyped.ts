import type { FactOf } from "@/records/entry/about";
import { readAs } from "@/ui/form/useTypedForm";
import type { Booked } from "@/vocabulary/lots";

export interface BookedTyped {
  readonly of: Booked;
  readonly what: string;
  readonly value: string;
}
/** A line for the accounts, or the sentence that says why it is none: minutes for work, money for the rest. Never throws. */
export function readBooked({ of, what, value }: BookedTyped, currency: string) {
  const wrong = (words: string) => readAs<FactOf<"booked">>(undefined, { value: words });
  const typed = value.trim().replace(",", ".");
  const number = /^\d+(\.\d+)?$/.test(typed) ? Number(typed) : NaN;
  const words = what.trim() || (of === "work" ? "work" : of);
  if (!Number.isFinite(number) || number <= 0)
    return wrong(of === "work" ? "Write the minutes, such as 45." : "Write an amount, such as 12.50.");
  if (of === "work")
    return number > 1440
      ? wrong("That is more than a day.")
      : readAs<FactOf<"booked">>({ kind: "booked", of, tookMin: number, what: words }, {});
  if (number > 1e9) return wrong("That is more than fits here.");
  return readAs<FactOf<"booked">>(
    { kind: "booked", of, sum: { money: Number(number.toFixed(2)), currency }, what: words },
    {},
  );
}
