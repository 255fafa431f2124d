/** Raise it when the model's arithmetic changes: standings kept from before are then worked out anew. */
export const TWIN_MODEL = "twin-6";
/** Raise it when what is said of a bin changes, its arithmetic being the same. */
const ADVICE = 8;
/** Names what a kept forecast was made by. */
export const FORECAST_BY = `${TWIN_MODEL} ${ADVICE}`;
