import { turnOf, turnStep, type WorkPlan, type WorkStep } from './step';

/** A bag for the hardware of one step, lettered in the order of work. */
export interface Bag {
  readonly letter: string;
  /** what was taken apart */
  readonly from: WorkStep;
  /** joints whose hardware is in it, by name */
  readonly joints: readonly string[];
  /** number of the step that it is emptied in; null: what it held is not fitted again */
  readonly backAt: number | null;
}
const LETTERS = 26;
/** A, B … Z, AA, AB …
 *  @example bagLetter(27) // "AB" */
export const bagLetter = (n: number): string =>
  (n >= LETTERS ? bagLetter(Math.floor(n / LETTERS) - 1) : '') +
  String.fromCharCode('A'.charCodeAt(0) + (n % LETTERS));
/** The bags of a plan: one for each step that takes hardware off and has it lying about until a later one. Pivots that are only
 *  loosened stay where they are, and wheel nuts go with their wheels. */
export function bagsOf(plan: Pick<WorkPlan, 'steps'>): readonly Bag[] {
  const kept = (s: WorkStep) => s.makes === null && s.loosens.length > 0 && turnOf(s)?.code !== 'wheel-off';
  const backOf = (from: WorkStep): number | null =>
    plan.steps.find((s) => {
      const turn = turnOf(from);
      return turn
        ? s.id === turnStep('on', turn.state, turn.side)
        : s.number >= from.number && s.fastenings.some((f) => from.loosens.includes(f.what));
    })?.number ?? null;
  return (
    plan.steps
      .filter(kept)
      .map((from) => ({ from, joints: from.loosens, backAt: backOf(from) }))
      // what goes back in the same step lies on the bench
      .filter((b) => b.backAt !== b.from.number)
      .map((b, i): Bag => ({ letter: bagLetter(i), ...b }))
  );
}
