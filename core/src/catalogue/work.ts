import type { Axle, SuspensionKind } from '../suspension';
import type { Component } from './components';
import type { Hazard } from './hazards';
import type { ReliefEffect } from './obstacle-spec';

/** When a joint is brought to its torque: in the step that makes it, with the wheels back on the ground, or below the
 *  ride-height line because rubber turns in it. */
export const TIGHTENED = ['in-step', 'on-the-ground', 'at-ride-height'] as const;
export interface JointUse {
  readonly joint: string;
  readonly tighten: (typeof TIGHTENED)[number];
  readonly note: string;
}
/** What is used up, with its amount. */
export interface Consumable {
  readonly what: string;
  readonly amount: number;
  readonly unit: 'ml' | 'g' | 'piece' | 'm';
}
export interface WorkText {
  readonly text: string;
  readonly minutes: number;
  /** least and most minutes; not there: the shop's own range of hours is what is known */
  readonly range?: readonly [number, number] | undefined;
  /** how many it takes at once; not there: one */
  readonly people?: number | undefined;
  /** minutes after it in which nobody works on: drying, curing */
  readonly waits?: number | undefined;
  readonly uses?: readonly Consumable[] | undefined;
  /** what it must not pull on, and how that is held meanwhile */
  readonly strains?: string | undefined;
  readonly tools: readonly string[];
  readonly hazards: readonly Hazard[];
  /** joints that this opens, and joints that it makes again */
  readonly loosens: readonly string[];
  readonly fastens: readonly JointUse[];
}
/** A state of the vehicle that work needs: how to reach it, how to undo it. Where one state can be reached in several ways there
 *  is a record of each, told apart by `way`. */
export interface AccessState {
  readonly code: string;
  readonly axle: Axle | 'vehicle';
  readonly kinds: readonly SuspensionKind[];
  /** what this way is called; not there: there is only one */
  readonly way?: string | undefined;
  /** is gone only where the shop or a person says so, however quick it is */
  readonly byChoice?: boolean | undefined;
  /** what it saves, and what it risks, in words */
  readonly spares?: string | undefined;
  readonly risks?: string | undefined;
  /** vehicles that have it; not there: each of its kinds. A record of a vehicle outranks the general one of the same way */
  readonly platforms?: readonly string[] | undefined;
  /** states that this one stands in the way of, on those vehicles: it is cleared before */
  readonly blocks?: readonly string[] | undefined;
  /** the side on which it is; not there: both, or neither */
  readonly side?: 'left' | 'right' | undefined;
  /** where each wheel is sprung by itself: one side, then the other. Its minutes are those of both */
  readonly bySide?: boolean | undefined;
  /** components whose joints are opened: one that is seized costs more, or another way is gone */
  readonly opens?: readonly Component[] | undefined;
  /** other states that hold as well once this is reached */
  readonly gives?: readonly string[] | undefined;
  readonly needs: readonly string[];
  /** components that are out while it holds: nothing is fitted into or torqued through them */
  readonly out: readonly string[];
  readonly off: WorkText;
  readonly on: WorkText;
}
/** What is done, and what must be so for it. */
export interface Work {
  /** on one axle (a part for both is then worked on at each), or once for the vehicle */
  readonly place: 'axle' | 'vehicle';
  /** access states that must hold */
  readonly needs: readonly string[];
  /** components that must be in: the step waits until they are back */
  readonly through: readonly string[];
  /** operations that come first where both are in the plan */
  readonly after: readonly string[];
  /** minutes are for one wheel */
  readonly per?: 'wheel' | undefined;
  /** where each wheel is sprung by itself: one side, then the other. Its minutes are those of both */
  readonly bySide?: boolean | undefined;
  readonly steps: readonly WorkText[];
  /** done below the ride-height line, wheels on the ground: centring, lock nuts, settings */
  readonly onGround: readonly WorkText[];
}
export interface Operation extends Work {
  readonly code: string;
}
/** What can be done about an obstacle, or to an axle's stops: work like any other. */
export interface Relief {
  readonly code: string;
  readonly name: string;
  readonly effect: ReliefEffect;
  /** material, minor units */
  readonly priceMinor: number;
  readonly reversible: boolean;
  /** touches what carries load: only with an engineer's note */
  readonly structural: boolean;
  /** what law or the makers say of it */
  readonly rule: string;
  readonly work: Work;
}
/** A step that ends plans, and which ones. */
export interface ClosingStep extends WorkText {
  /** plans that change a height, the steering, the tyres; or any */
  readonly when: readonly ('any' | 'height' | 'steering' | 'tires')[];
  /** right after the wheels are down, before pivots are torqued; or at the end */
  readonly at: 'settle' | 'close';
  /** an alignment is charged as its own line, not as labour on top of it */
  readonly charge: 'labour' | 'alignment';
}
/** Minutes of a piece of work by itself, without what gives access to it. */
export const minutesOf = (w: Pick<Work, 'steps' | 'onGround'>): number =>
  [...w.steps, ...w.onGround].reduce((sum, s) => sum + s.minutes, 0);
