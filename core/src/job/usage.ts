/** What a vehicle is used for. */
export const USES = ['highway', 'gravel', 'rock', 'mud', 'load', 'tow', 'looks'] as const;
export type Use = (typeof USES)[number];
export type Usage = Readonly<Record<Use, number>>;

/** Nobody has said what it is for. */
export const NO_USE: Usage = { highway: 0, gravel: 0, rock: 0, mud: 0, load: 0, tow: 0, looks: 0 };

/** Sum of the usage mix, percent.
 *  @example usageSum({ highway: 50, gravel: 30, rock: 0, mud: 20, load: 0, tow: 0, looks: 0 }) // 100 */
export const usageSum = (usage: Usage): number => USES.reduce((sum, u) => sum + usage[u], 0);
