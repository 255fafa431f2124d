/*
 * The parts of Zod we use, by name: its own `z` carries every language it can speak (60 of them) into the first load.
 */
export {
  array,
  boolean,
  config,
  discriminatedUnion,
  enum,
  literal,
  NEVER,
  number,
  record,
  strictObject,
  string,
  union,
  unknown,
} from "zod";
export type { infer, input, ZodError, ZodType } from "zod";
