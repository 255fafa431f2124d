/* Apart from z.ts: only doors that publish schemas need it, and it is heavy. */
export { toJSONSchema } from "zod";
