/** Raise it when the model's arithmetic changes: standings kept from before are then worked out anew. */
export const TWIN_MODEL = "twin-7";
/** Raise it when what a log says to the model changes, figures of materials included: scripts kept from before are then made anew. */
export const SCRIPT_BY = "script-1";
/** Raise it when what is said of a bin changes, its arithmetic being the same. */
const ADVICE = 11;
/** Names what a kept forecast was made by. */
export const FORECAST_BY = `${TWIN_MODEL} ${ADVICE}`;
