import type { Component, Consumable, Hazard, OneWayAct, Part, WorkText, PartSettings } from '../catalogue';
import type { Figure } from '../evidence';
import type { Axle } from '../suspension';
import type { Fastening } from './fastening';
import type { Ordered, Refused } from './order';

export type Place = Axle | 'vehicle';
/** What a step is done for. */
export interface Served {
  readonly kind: 'part' | 'removal' | 'relief' | 'repair' | 'operation';
  /** code, or for what comes off its name */
  readonly name: string;
}
export interface WorkStep {
  readonly number: number;
  /** the same for the same work of a plan, whatever else is in it */
  readonly id: string;
  /** ids of the steps that must be done before */
  readonly after: readonly string[];
  /** whose work it is, or stands open for; empty for what every plan ends with */
  readonly serves: readonly Served[];
  /** the side it is on, where it is on one */
  readonly side: 'left' | 'right' | null;
  /** which of several ways of taking apart it is */
  readonly way: { readonly name: string; readonly spares: string; readonly risks: string } | null;
  /** components on it that were found seized */
  readonly seized: readonly Component[];
  /** minutes after it in which nobody works on */
  readonly waits: number;
  readonly uses: readonly Consumable[];
  readonly strains: string;
  readonly phase: 'before' | 'bench' | 'apart' | 'work' | 'together' | 'ground' | 'closing';
  readonly axle: Place;
  /** as the catalogue says it; empty where the plan makes the step itself: `makes` names it */
  readonly text: string;
  readonly makes: 'soak' | 'mark-cams' | 'loosen-pivots' | 'torque-pivots' | null;
  /** parts the step serves; empty for access and closing */
  readonly parts: readonly string[];
  /** what maker or shop say about those parts */
  readonly notes: readonly { readonly part: string; readonly note: string }[];
  /** how the parts of the step are set, where they can be */
  readonly settings: readonly { readonly part: string; readonly settings: PartSettings }[];
  /** how many fitters it takes at once */
  readonly people: number;
  /** acts of the parts of the step that cannot be undone */
  readonly oneWay: readonly OneWayAct[];
  readonly minutes: number;
  /** least and most minutes, where its record says so */
  readonly range: readonly [number, number] | null;
  readonly tools: readonly string[];
  readonly hazards: readonly Hazard[];
  /** joints that are got ready here, and opened later, by name */
  readonly soaks: readonly string[];
  /** joints that are opened here, by name */
  readonly loosens: readonly string[];
  readonly fastenings: readonly Fastening[];
  /** joints that are made here and opened again later: only run on by hand */
  readonly handTight: readonly string[];
  /** which end of a wedge is the thick one */
  readonly wedge: { readonly thickEnd: 'front' | 'rear'; readonly deg: number } | null;
  /** figures that are entered in this step */
  readonly figures: readonly Figure[];
  readonly charge: 'labour' | 'alignment';
}
/** A state that several pieces of work need, reached once. */
export interface Shared {
  readonly state: string;
  readonly axle: Place;
  readonly times: number;
  /** minutes of the times that it is not taken apart and put together again */
  readonly minutes: number;
}
/** A step that a person moved to where it cannot be: it stays in its place. */
export interface NotMoved {
  readonly step: string;
  readonly before: string | null;
  readonly why: Refused['why'];
  /** id of the step that it waits for, or that waits for it */
  readonly by: string | null;
}
export interface WorkPlan {
  readonly steps: readonly WorkStep[];
  readonly shared: readonly Shared[];
  /** minutes if each piece of work were done by itself, with its own taking apart; without what every plan ends with */
  readonly singleMinutes: number;
  /** the same steps in this plan */
  readonly mergedMinutes: number;
  readonly consumables: readonly Consumable[];
  readonly notMoved: readonly NotMoved[];
  /** all fitters together, without the rack; what is sold as labour */
  readonly personMinutes: number;
  /** on the rack: what the alignment line of the quote stands for */
  readonly rackMinutes: number;
  /** index in `steps` from which the wheels are on the ground */
  readonly rideHeightLine: number;
  readonly tools: readonly string[];
  /** operations and states that nobody has written */
  readonly missing: readonly string[];
  /** steps that wait for each other and cannot be done: a fault of the catalogue */
  readonly stuck: readonly string[];
}

/** A step before it has its place in the order: joints still by their codes, none of them torqued yet. */
export interface StepNode extends Ordered {
  /** is one step of each side, where the wheels of its axle are sprung by themselves */
  readonly bySide?: boolean | undefined;
  readonly phase: WorkStep['phase'];
  readonly axle: Place;
  readonly work: WorkText;
  /** parts whose fitting this is: their leaflets may name its torques */
  readonly madeBy: readonly Part[];
  readonly more: Partial<
    Pick<
      WorkStep,
      | 'makes'
      | 'notes'
      | 'people'
      | 'oneWay'
      | 'settings'
      | 'wedge'
      | 'figures'
      | 'charge'
      | 'serves'
      | 'side'
      | 'way'
      | 'seized'
    >
  >;
}
/** Names a state of the vehicle where it is. */
export const stateAt = (code: string, axle: Place): string => `${code}@${axle}`;
/** Names the step that takes a state off, and the one that puts it back; where it is done by sides, that of one. */
export const turnStep = (turn: 'off' | 'on', state: string, side: WorkStep['side'] = null): string =>
  sideStep(`${turn} ${state}`, side);
/** Names one side of what is done by sides: a step, a state, an axle. */
export const sideStep = (id: string, side: WorkStep['side']): string =>
  side === null ? id : `${id} ${side}`;
/** What a step does to a state of the vehicle: takes it off or puts it back. Null for one that does neither.
 *  `side`: of one wheel only.
 *  @example turnOf({ id: 'off strut-out@front left' }) // {"turn":"off","state":"strut-out@front","code":"strut-out","axle":"front","side":"left"} */
export function turnOf({ id }: Pick<WorkStep, 'id'>): {
  readonly turn: 'off' | 'on';
  readonly state: string;
  readonly code: string;
  readonly axle: Place;
  readonly side: WorkStep['side'];
} | null {
  const [, turn, state, code, axle, side] =
    /^(off|on) ((.+)@(front|rear|vehicle))(?: (left|right))?$/.exec(id) ?? [];
  return state === undefined || code === undefined
    ? null
    : {
        turn: turn as 'off' | 'on',
        state,
        code,
        axle: axle as Place,
        side: (side as 'left' | 'right' | undefined) ?? null,
      };
}
/** Work that the plan itself brings, without words of the catalogue. */
export const OWN_WORK: WorkText = { text: '', minutes: 0, tools: [], hazards: [], loosens: [], fastens: [] };

/** So much of a piece of work: its minutes, how far they may turn out, and what is used up. `whole`: how minutes are told. */
export const scaled = (w: WorkText, by: number, whole: (minutes: number) => number = (n) => n): WorkText => ({
  ...w,
  minutes: whole(w.minutes * by),
  ...(w.range ? { range: [whole(w.range[0] * by), whole(w.range[1] * by)] as const } : {}),
  ...(w.uses ? { uses: w.uses.map((u) => ({ ...u, amount: u.amount * by })) } : {}),
});

/** Front before rear, axles before the vehicle. */
export const placeRank = (p: Place): number => (p === 'front' ? 0 : p === 'rear' ? 1 : 2);
