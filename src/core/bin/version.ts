/** Raise it when the fold over a bin's log changes: stored states of older code are then computed again. */
export const BIN_FOLD = "fold-10";
