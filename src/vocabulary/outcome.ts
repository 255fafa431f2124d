/**
 * What comes back where a careful keeper may meet a "no": the value, or a problem with a literal `code` and the
 * values one needs to speak of it. Our own mistakes are thrown instead.
 */
export type Outcome<V, P extends { readonly code: string }> =
  { readonly ok: true; readonly value: V } | { readonly ok: false; readonly problem: P };

export const done = <V>(value: V): { readonly ok: true; readonly value: V } => ({ ok: true, value });
export const refused = <P extends { readonly code: string }>(
  problem: P,
): { readonly ok: false; readonly problem: P } => ({ ok: false, problem });
