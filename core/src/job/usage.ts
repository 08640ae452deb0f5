/** What a vehicle may be asked for on the road and off it: to steer true over bumps, to keep its droop, not to lean, to ride as it did, and not
 *  to stand with its nose up under its load. */
export type Manners = 'steering' | 'droop' | 'roll' | 'ride' | 'nose';
/** What a vehicle is used for, and what each use asks of it. */
const ASKED_BY = {
  highway: ['steering', 'roll', 'ride'],
  gravel: ['steering', 'droop', 'ride'],
  rock: ['droop'],
  mud: ['droop'],
  load: ['nose'],
  tow: ['steering', 'roll', 'ride', 'nose'],
  looks: [],
} as const satisfies Readonly<Record<string, readonly Manners[]>>;
export type Use = keyof typeof ASKED_BY;
export type Usage = Readonly<Record<Use, number>>;
export const USES = Object.keys(ASKED_BY) as readonly Use[];

/** Nobody has said what it is for. */
export const NO_USE = Object.fromEntries(USES.map((u) => [u, 0])) as Usage;

/** Share of the use that asks for this, 0 to 1.
 *  @example shareAsking({ ...NO_USE, highway: 50, rock: 30, tow: 20 }, 'roll') // 0.7 */
export const shareAsking = (usage: Usage, manners: Manners): number =>
  USES.reduce((sum, u) => sum + ((ASKED_BY[u] as readonly Manners[]).includes(manners) ? usage[u] : 0), 0) /
  100;

/** Sum of the usage mix, percent.
 *  @example usageSum({ highway: 50, gravel: 30, rock: 0, mud: 20, load: 0, tow: 0, looks: 0 }) // 100 */
export const usageSum = (usage: Usage): number => USES.reduce((sum, u) => sum + usage[u], 0);
