/** A step that a person has put before another one (null: last), by the names that the plan gives its steps. */
export interface MovedStep {
  readonly step: string;
  readonly before: string | null;
}
/** How this job's work is done, where that is a choice. */
export interface BayWork {
  /** ways of dismantling, by the state they reach: `bar-free@front` → "at the frame" */
  readonly ways: Readonly<Record<string, string>>;
  /** in the order in which they were moved */
  readonly moves: readonly MovedStep[];
  /** id of the bay that it is held in, and the first day there; null: wherever and whenever it fits */
  readonly bay: string | null;
  readonly startDay: string | null;
}
export const NOTHING_CHOSEN: BayWork = { ways: {}, moves: [], bay: null, startDay: null };

export const BOX_FAULTS = ['wrong', 'damaged'] as const;
export type BoxFault = (typeof BOX_FAULTS)[number];
/** One line of the parts list as it is ordered and comes. */
export interface Box {
  readonly id: string;
  /** of the line: a part, a kit, a tyre, a wheel */
  readonly code: string;
  readonly orderedOn: string | null;
  /** the day the supplier names */
  readonly expectedOn: string | null;
  readonly receivedOn: string | null;
  readonly tracking: string;
  /** pieces that were counted, by their name on the contents list; what is not there was not counted */
  readonly counted: Readonly<Record<string, number>>;
  readonly fault: BoxFault | null;
  readonly note: string;
}
export interface Boxes {
  readonly list: readonly Box[];
}
export const NO_BOXES: Boxes = { list: [] };
const LONGEST_ID = 60;
/** The boxes with one of a line changed, or begun: its id follows from the line, so that two browsers that begin it begin the same.
 *  @example withBox([], 'TL-2810', { orderedOn: '2026-11-27' })[0].id // "box-TL-2810" */
export function withBox(list: readonly Box[], code: string, change: Partial<Box>): readonly Box[] {
  const had = list.find((b) => b.code === code);
  return had
    ? list.map((b) => (b === had ? { ...b, ...change } : b))
    : [...list, { ...emptyBox(`box-${code}`.slice(0, LONGEST_ID), code), ...change }];
}
/** A box that nobody has ordered yet.
 *  @example emptyBox('b1', 'TL-2810').orderedOn // null */
export const emptyBox = (id: string, code: string): Box => ({
  id,
  code,
  orderedOn: null,
  expectedOn: null,
  receivedOn: null,
  tracking: '',
  counted: {},
  fault: null,
  note: '',
});
