/** Numbers in [0, 1) from a seed (Park and Miller's minimal standard): the same seed gives the same ones, on every machine.
 *  @example madeNumbers(1)() === madeNumbers(1)() // true */
export function madeNumbers(seed: number): () => number {
  let state = (Math.abs(Math.trunc(seed)) % 2_147_483_646) + 1;
  return () => {
    state = (state * 16_807) % 2_147_483_647;
    return (state - 1) / 2_147_483_646;
  };
}
