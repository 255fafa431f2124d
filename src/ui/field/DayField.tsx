import { DatePicker } from "@mui/x-date-pickers/DatePicker";
import { LocalizationProvider } from "@mui/x-date-pickers/LocalizationProvider";
import { AdapterDateFns } from "@mui/x-date-pickers/AdapterDateFns";
import { format, isValid, parseISO } from "date-fns";
import { enGB } from "date-fns/locale/en-GB";
import { enUS } from "date-fns/locale/en-US";
import { useState } from "react";

/** How this device writes a day, with the month in letters: "28 Nov 2026" or "Nov 28, 2026", never 11/12. */
const WRITTEN = (() => {
  const order = new Intl.DateTimeFormat(typeof navigator === "undefined" ? "en-GB" : navigator.language)
    .formatToParts(0)
    .flatMap(({ type }) => (type === "day" || type === "month" || type === "year" ? [type] : []))
    .join(" ");
  if (order === "month day year") return { format: "MMM d, yyyy", locale: enUS };
  return { format: order === "year month day" ? "yyyy MMM d" : "d MMM yyyy", locale: enGB };
})();

const dateOf = (day: string): Date | null => (day === "" ? null : parseISO(day));
const dayOf = (date: Date | null): string => (date && isValid(date) ? format(date, "yyyy-MM-dd") : "");

/** A calendar day as `yyyy-mm-dd`, or nothing while it is not whole; what is typed stays as typed until it is judged. */
export function DayField({
  label = "Day",
  day,
  onDay,
  onSettled,
  fault,
  helper,
  from,
  to,
  isFixed = false,
  isBare = false,
}: {
  readonly label?: string;
  readonly day: string;
  readonly onDay: (day: string) => void;
  /** The day as it stands when it was picked or entered. */
  readonly onSettled?: (day: string) => void;
  readonly fault?: string | undefined;
  readonly helper?: string | undefined;
  readonly from?: string;
  readonly to?: string;
  readonly isFixed?: boolean;
  /** Beside a line that names it already: the label is for those who hear the page. */
  readonly isBare?: boolean;
}) {
  // A day half typed is none yet: it is kept here, so that what is typed does not vanish under the hand.
  const [typed, setTyped] = useState<Date | null>(() => dateOf(day));
  const shown = dayOf(typed) === day ? typed : dateOf(day);
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={WRITTEN.locale}>
      <DatePicker
        label={label}
        value={shown}
        format={WRITTEN.format}
        disabled={isFixed}
        {...(from ? { minDate: parseISO(from) } : {})}
        {...(to ? { maxDate: parseISO(to) } : {})}
        reduceAnimations
        showDaysOutsideCurrentMonth
        onChange={(date) => {
          setTyped(date);
          onDay(dayOf(date));
        }}
        onAccept={(date, { source }) => source === "view" && onSettled?.(dayOf(date))}
        localeText={{
          cancelButtonLabel: "leave it",
          okButtonLabel: "Take this day",
          fieldDayPlaceholder: () => "day",
          fieldMonthPlaceholder: () => "month",
          fieldYearPlaceholder: () => "year",
        }}
        slotProps={{
          toolbar: { hidden: true },
          desktopPaper: { sx: { border: 1, borderColor: "divider", backgroundImage: "none" } },
          day: { sx: { borderRadius: "4px", fontSize: "0.95rem", fontVariantNumeric: "tabular-nums" } },
          textField: {
            onKeyDown: ({ key }) => key === "Enter" && onSettled?.(day),
            variant: "standard",
            fullWidth: true,
            error: fault !== undefined,
            helperText: isBare ? undefined : (fault ?? helper ?? " "),
            ...(isBare ? { hiddenLabel: true, slotProps: { inputLabel: { sx: { display: "none" } } } } : {}),
          },
        }}
      />
    </LocalizationProvider>
  );
}
