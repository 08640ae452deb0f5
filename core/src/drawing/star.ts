/** The order in which the studs of a round flange are tightened, by their place on the circle from the top clockwise: as far across as
 *  there is a stud left, and of two that are as far the one farther from those that are tight, so that the flange is drawn on flat.
 *  @param studs how many there are
 *  @example starOrder(5) // [0,2,4,1,3]
 *  @example starOrder(6) // [0,3,1,4,2,5] */
export function starOrder(studs: number): readonly number[] {
  const left = Array.from({ length: Math.max(0, Math.trunc(studs)) }, (_, i) => i);
  const apart = (a: number, b: number) => Math.min((a - b + studs) % studs, (b - a + studs) % studs);
  const out: number[] = [];
  while (left.length > 0) {
    const last = out.at(-1);
    const worth = (s: number): readonly [number, number] => [
      last === undefined ? 0 : apart(s, last),
      Math.min(studs, ...out.map((o) => apart(s, o))),
    ];
    left.sort((x, y) => {
      const [a, b] = [worth(x), worth(y)];
      return b[0] - a[0] || b[1] - a[1] || x - y;
    });
    const next = left.shift();
    if (next !== undefined) out.push(next);
  }
  return out;
}
