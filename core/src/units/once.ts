/** Makes a value when it is first asked for, and keeps it: what is dear and perhaps not needed. */
export function once<T>(make: () => T): () => T {
  let made: { readonly value: T } | null = null;
  return () => (made ??= { value: make() }).value;
}
/** What is kept under a key, made where it is not there yet. */
export function memoized<K, T>(
  kept: { readonly get: (key: K) => T | undefined; readonly set: (key: K, value: T) => unknown },
  key: K,
  make: () => T,
): T {
  const had = kept.get(key);
  if (had !== undefined) return had;
  const made = make();
  kept.set(key, made);
  return made;
}
