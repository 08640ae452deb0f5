/** Makes a value when it is first asked for, and keeps it: what is dear and perhaps not needed. */
export function once<T>(make: () => T): () => T {
  let made: { readonly value: T } | null = null;
  return () => (made ??= { value: make() }).value;
}
