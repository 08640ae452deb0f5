/** What stands at a place below `at`; a row of a list goes by its id, and below `null` there is nothing. Undefined: no such place.
 *  @example entryAt(emptySections('Hut warden').brief, ['usage', 'rock']) // 0 */
export function entryAt(at: unknown, path: readonly string[]): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return at;
  if (typeof at !== 'object' || at === null) return undefined;
  if (Array.isArray(at))
    return entryAt(
      at.find((row: { readonly id?: unknown }) => row.id === step),
      rest,
    );
  return Object.hasOwn(at, step) ? entryAt((at as Readonly<Record<string, unknown>>)[step], rest) : undefined;
}
