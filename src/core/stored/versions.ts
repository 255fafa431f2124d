/*
 * Names of what is kept of logs and may be thrown away. Each is a digest of what its fold gives over logs of every kind and
 * version of entry (`tests/stored.test.ts`), so it changes whenever what it names does, and what was kept under another
 * is made anew. Nobody raises one by hand: `npm run versions` writes them.
 */

/** What folded a log, by the kind of its subject. */
export const FOLD_VERSIONS = {
  bins: "bins-c4d1883e8965",
  batches: "batches-7e9df3f7d9c9",
  lots: "lots-f4d839c4d938",
  tubs: "tubs-36f99197103f",
} as const;
/** What books were made by. */
export const BOOKS_BY = "books-547f7e7fd343";
/** What made of a log what it says to the model, figures of materials included. */
export const SCRIPT_BY = "script-e3520efdc8fb";
/** The model's arithmetic: what standings were lived with. */
export const TWIN_MODEL = "twin-0563d22ed51a";
/** What is told of a standing. */
const TOLD_BY = "forecast-c3b1d9f58526";
/** What forecasts were made by. */
export const FORECAST_BY = `${TWIN_MODEL} ${TOLD_BY}`;
