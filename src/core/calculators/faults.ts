import type { z } from "@/vocabulary/z";

export interface InputFault {
  /** The field, as one would write it: `components[0].massKg`; empty for the whole. */
  readonly path: string;
  readonly message: string;
}
type Issue = z.ZodError["issues"][number];

/** One clear sentence per fault of an input, naming its field. */
export function inputFaults(issues: readonly Issue[]): InputFault[] {
  const faults = issues.flatMap((issue) =>
    issue.code === "unrecognized_keys"
      ? issue.keys.map((key) => ({
          path: written([...issue.path, key]),
          message: "This field is not known here.",
        }))
      : [{ path: written(issue.path), message: sentence(issue) }],
  );
  // One sentence a field: the last, which is the strictest of its bounds.
  return faults.filter(({ path }, at) => faults.findLastIndex((other) => other.path === path) === at);
}

const written = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (text, key) =>
      typeof key === "number" ? `${text}[${key}]` : text === "" ? String(key) : `${text}.${String(key)}`,
    "",
  );

function sentence(issue: Issue): string {
  switch (issue.code) {
    case "invalid_type":
      return issue.input === undefined
        ? `This must be ${article(issue.expected)}, and it is missing.`
        : `This must be ${article(issue.expected)}.`;
    case "too_small":
      return `This must be ${issue.inclusive === false ? "more than" : "at least"} ${issue.minimum}${issue.origin === "array" ? " long" : ""}.`;
    case "too_big":
      return `This must be ${issue.inclusive === false ? "less than" : "at most"} ${issue.maximum}${issue.origin === "array" ? " long" : ""}.`;
    case "invalid_value":
      return `This must be one of: ${issue.values.map(String).join(", ")}.`;
    case "invalid_union":
      return issue.errors.every((errors) => errors.length === 0)
        ? "This fits none of the allowed forms."
        : `This fits none of the allowed forms: ${issue.errors
            .map((errors) =>
              inputFaults(errors).map(({ path, message }) => (path ? `${path}: ${message}` : message)),
            )
            .map((options) => options[0] ?? "")
            .join(" Or ")}`;
    default:
      return /[.!?]$/.test(issue.message)
        ? issue.message
        : `${issue.message.replace(/^./, (c) => c.toUpperCase())}.`;
  }
}

const article = (type: string): string =>
  type === "array"
    ? "a list"
    : type === "object"
      ? "an object"
      : type === "int"
        ? "a whole number"
        : `a ${type}`;
