/** What is handed over to be written is not changed on the way, down to the last list. */
export type Given<T> = T extends readonly (infer E)[]
  ? readonly Given<E>[]
  : T extends object
    ? { readonly [P in keyof T]: Given<T[P]> }
    : T;
