/** One way to reach a state of the vehicle, with what it costs to go there and back. */
export interface AccessWay {
  readonly id: string;
  /** the state it reaches, and others that hold as well then */
  readonly state: string;
  readonly gives: readonly string[];
  /** states that must hold before */
  readonly needs: readonly string[];
  readonly cost: number;
}
/** The cheapest set of ways that reaches all the states needed, each from states that others of the set reach; null where there is
 *  none. States that no way reaches cost nothing: nobody has written them, which is told elsewhere. Exact: every state that is still
 *  open is tried by each way to it, and what costs no less than the best so far is left. Of two that cost the same the one whose ways
 *  stand earlier in the list.
 *  @example leastWays(['b'], [{ id: '1', state: 'a', gives: [], needs: [], cost: 2 }, { id: '2', state: 'b', gives: [], needs: ['a'], cost: 3 }])?.map((w) => w.id) // ["1","2"] */
export function leastWays(
  needed: readonly string[],
  ways: readonly AccessWay[],
): readonly AccessWay[] | null {
  const to = new Map<string, AccessWay[]>();
  for (const w of ways) for (const s of [w.state, ...w.gives]) to.set(s, [...(to.get(s) ?? []), w]);
  const known = (s: string) => to.has(s);
  let best: readonly AccessWay[] | null = null;
  let least = Infinity;
  const visit = (chosen: readonly AccessWay[], cost: number): void => {
    if (cost >= least) return;
    const goals = [...needed, ...chosen.flatMap((w) => w.needs)].filter(known);
    const { held, list } = reached(chosen, known);
    const provided = new Set(chosen.flatMap((w) => [w.state, ...w.gives]));
    const open = goals.find((g) => !provided.has(g));
    // all that is needed has a way: where some wait for each other, another way to any of it may end that
    const stuck = open === undefined ? goals.filter((g) => !held.has(g)) : [open];
    if (stuck.length === 0) {
      best = list;
      least = cost;
      return;
    }
    for (const w of new Set(stuck.flatMap((g) => to.get(g) ?? [])))
      if (!chosen.includes(w)) visit([...chosen, w], cost + w.cost);
  };
  visit([], 0);
  return best;
}
/** What holds once each way is gone that can be, and those ways in such an order. */
function reached(chosen: readonly AccessWay[], known: (s: string) => boolean) {
  const held = new Set<string>();
  const list: AccessWay[] = [];
  let left = [...chosen];
  for (;;) {
    const next = left.filter((w) => w.needs.every((n) => held.has(n) || !known(n)));
    if (next.length === 0) return { held, list };
    for (const w of next) for (const s of [w.state, ...w.gives]) held.add(s);
    list.push(...next);
    left = left.filter((w) => !next.includes(w));
  }
}
