/** What the vehicle carries when a figure of it is told: nothing, what the brief says, or all that its axles may (each at its own
 *  rating). */
export const LOAD_CASES = ['empty', 'as-used', 'rated'] as const;
export type LoadCase = (typeof LOAD_CASES)[number];
