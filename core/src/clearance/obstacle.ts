import type { Vec3 } from '../suspension';

/** What a point near the wheel moves with. `carrier` is the knuckle of an independent wheel or the axle beam; `knuckle`
 *  turns with a steered wheel; `member` lies on the link, spring or damper named beside it. */
export const OBSTACLE_OWNERS = [
  'body',
  'frame',
  'subframe',
  'carrier',
  'knuckle',
  'lower',
  'upper',
  'member',
] as const;
export type ObstacleOwner = (typeof OBSTACLE_OWNERS)[number];

/** What lies between the points of an obstacle: nothing; straight lines from one to the next; arcs through three at a time; a face, row
 *  after row of so many points across, straight or (arcs along each row) bent. */
export type ObstacleShape =
  | { readonly kind: 'points' | 'line' | 'arc' }
  | { readonly kind: 'face' | 'arc-face'; readonly across: number };
/** Points that a tyre or wheel may touch. Positions at design, left side, body frame, mm. */
export interface Obstacle {
  readonly name: string;
  readonly carriedBy: ObstacleOwner;
  /** the link (`lowerLeft`, `leafLeft`, `trackBar` …), `spring` or `damper` that a `member` obstacle rides on */
  readonly member?: string | undefined;
  readonly points: readonly Vec3[];
  /** what lies between the points; not there: nothing does, they are single points */
  readonly shape?: ObstacleShape | undefined;
  /** lives inside the rim: looked at against the rim's ring as well, everything else against the tyre alone */
  readonly insideRim?: boolean | undefined;
}
/** Stands still against its wheel in every pose: the knuckle, and what rides on the carrier of an independent wheel. */
export const turnsWithWheel = (o: Pick<Obstacle, 'carriedBy'>, beam: boolean): boolean =>
  o.carriedBy === 'knuckle' || (o.carriedBy === 'carrier' && !beam);
/** Lift over used travel brings the wheel away from what stays with the body; nothing else. */
export const helpedByLift = (o: Pick<Obstacle, 'carriedBy'>): boolean =>
  o.carriedBy === 'body' || o.carriedBy === 'frame' || o.carriedBy === 'subframe';
