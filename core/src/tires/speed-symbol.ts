/** Highest speed that a speed symbol on the sidewall stands for, km/h (ISO 4000-1, ECE R30 and R54). */
const SPEED_KMH: Readonly<Record<string, number>> = {
  A8: 40,
  B: 50,
  C: 60,
  D: 65,
  E: 70,
  F: 80,
  G: 90,
  J: 100,
  K: 110,
  L: 120,
  M: 130,
  N: 140,
  P: 150,
  Q: 160,
  R: 170,
  S: 180,
  T: 190,
  U: 200,
  H: 210,
  V: 240,
  W: 270,
  Y: 300,
};
/** Highest speed of a tyre, km/h, by the symbol on its sidewall; null where it has none that is in the table.
 *  @example speedOfSymbolKmh('Q') // 160 */
export const speedOfSymbolKmh = (symbol: string | null): number | null =>
  symbol === null ? null : (SPEED_KMH[symbol.toUpperCase()] ?? null);
