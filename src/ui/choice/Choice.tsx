"use client";
import type { ReactNode } from "react";
import { useId } from "react";
import styles from "./Choice.module.css";

export interface ChoiceOption<V extends string> {
  readonly value: V;
  readonly label: string;
  readonly mark?: ReactNode;
  readonly hint?: string;
}
export interface ChoiceProps<V extends string> {
  readonly title: string;
  readonly name: string;
  readonly options: readonly ChoiceOption<V>[];
  readonly chosen: V | undefined;
  /** What was expected: marked, not filled in. */
  readonly expected?: V | undefined;
  readonly onChoose: (value: V | undefined) => void;
  readonly aside?: string | undefined;
  /** What was said of it before, beneath the answers. */
  readonly note?: string | undefined;
}

/** One pictured answer out of a few. Pressing the chosen one again takes it back; arrow keys move, as in any radio group. */
export function Choice<V extends string>({
  title,
  name,
  options,
  chosen,
  expected,
  onChoose,
  aside,
  note,
}: ChoiceProps<V>) {
  const id = useId();
  return (
    <fieldset className={styles.choice}>
      <legend className={styles.legend}>
        <span className={styles.title}>{title}</span>
        {aside && <span className={styles.aside}>{aside}</span>}
      </legend>
      <div
        className={styles.options}
        data-many={options.length > 5}
        style={{ gridTemplateColumns: `repeat(${options.length}, minmax(0, 1fr))` }}
      >
        {options.map((option) => {
          const isExpected = expected === option.value;
          return (
            <label
              key={option.value}
              className={styles.option}
              data-chosen={chosen === option.value}
              data-expected={isExpected}
              title={option.hint}
            >
              <input
                className={styles.input}
                type="radio"
                name={`${name}${id}`}
                value={option.value}
                checked={chosen === option.value}
                onChange={() => onChoose(option.value)}
                onClick={() => chosen === option.value && onChoose(undefined)}
                onKeyDown={(event) => {
                  if (event.key === " " && chosen === option.value) {
                    event.preventDefault();
                    onChoose(undefined);
                  }
                }}
              />
              {option.mark && <span className={styles.mark}>{option.mark}</span>}
              <span className={styles.label}>{option.label}</span>
              {isExpected && <span className="visually-hidden"> (expected)</span>}
            </label>
          );
        })}
      </div>
      {note && <p className={styles.note}>{note}</p>}
    </fieldset>
  );
}
