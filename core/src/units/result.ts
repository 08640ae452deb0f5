/** What a reader of human input gives back: a value, or a code with the place and the limits. Never NaN. */
export type Result<T, F extends { readonly code: string }> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: F };

export const good = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const bad = <F extends { readonly code: string }>(
  fault: F,
): { readonly ok: false; readonly fault: F } => ({
  ok: false,
  fault,
});
