/** What a fitter must know for some work; everybody does the rest. */
export const SKILLS = ['rack', 'springs', 'electrics'] as const;
export type Skill = (typeof SKILLS)[number];
export interface Bay {
  readonly id: string;
  readonly name: string;
}
export interface Fitter {
  readonly id: string;
  readonly name: string;
  readonly skills: readonly Skill[];
}
/** What a spring compressor is rated for; null: nobody has said. */
export interface SpringCompressor {
  /** mass that presses as much as it may, kg, as the tool says it */
  readonly mostKg: number | null;
  /** longest spring that it takes between its hooks, mm */
  readonly longestMm: number | null;
}
/** When a vehicle is seen again. */
export interface FollowUps {
  readonly wheelNutsKm: number;
  /** every fastener that was disturbed, and the tape once springs have settled: by whichever comes first */
  readonly settledKm: number;
  readonly settledDays: number;
  readonly thenEveryKm: number;
}
/** The shop's own rooms, people, hours, tools and habits. */
export interface Workshop {
  /** each with a lift */
  readonly bays: readonly Bay[];
  readonly fitters: readonly Fitter[];
  /** alignment racks */
  readonly racks: number;
  /** days that are worked, 1 Monday to 7 Sunday, and the minutes of one */
  readonly openDays: readonly number[];
  readonly minutesPerDay: number;
  /** minutes after midnight at which work begins */
  readonly opensAt: number;
  /** tools that the shop owns, as the work texts call them; null: nobody has said */
  readonly tools: readonly string[] | null;
  /** ways of dismantling that the shop goes by habit, by the state: `bar-free` → "at the frame" */
  readonly habits: Readonly<Record<string, string>>;
  /** what a seized joint takes longer, minutes a side; null: nobody has said */
  readonly seizedMinutes: number | null;
  /** the strongest spring compressor of the shop */
  readonly springCompressor: SpringCompressor;
  readonly followUps: FollowUps;
}
/** A shop that has said nothing yet: no bay, nobody, so nothing is planned in time. */
export const NO_WORKSHOP: Workshop = {
  bays: [],
  fitters: [],
  racks: 0,
  openDays: [1, 2, 3, 4, 5],
  minutesPerDay: 480,
  opensAt: 480,
  tools: null,
  habits: {},
  seizedMinutes: null,
  springCompressor: { mostKg: null, longestMm: null },
  followUps: { wheelNutsKm: 80, settledKm: 800, settledDays: 14, thenEveryKm: 8000 },
};
