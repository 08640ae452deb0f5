import { ADJUSTABLE, type Adjustable } from './adjuster';
import { axleFigures } from './axle-figures';
import type { AxleSetup } from './edits';
import { pointOf, type SuspensionModel } from './model';
import { poseNear } from './pose-at';
import { bodyPoint, carried, type Pose } from './solve-carrier';
import { distance } from './vec';

/** What an adjustable member is set to. `before` and `after`: its aim without and with it, mm to the left of an axle, degrees of the
 *  steering wheel. */
export interface Setting {
  readonly member: Adjustable;
  /** longer than the vehicle's own, mm */
  readonly longerMm: number;
  readonly turns: number | null;
  readonly before: number;
  readonly after: number;
}
const withLength = (model: SuspensionModel, member: Adjustable, mm: number): SuspensionModel =>
  member === 'drag'
    ? model.dragLink
      ? { ...model, dragLink: { ...model.dragLink, lengthMm: model.dragLink.lengthMm + mm } }
      : model
    : {
        ...model,
        links: model.links.map((l) => (l.name === 'trackBar' ? { ...l, lengthMm: l.lengthMm + mm } : l)),
      };
const within = (mm: number, [least, most]: readonly [number, number]) => Math.max(least, Math.min(most, mm));

/** What the adjustable members of an axle are set to at a ride height: each meets its aim or stands at the end of its range. The track bar
 *  first, since the drag link is set on the axle as it then stands. Empty where nothing can be set, or the pose does not exist. */
export function settingsAt(setup: AxleSetup, zMm: number, near: Pose): readonly Setting[] {
  let { model } = setup;
  let pose = near;
  const out: Setting[] = [];
  for (const member of ADJUSTABLE) {
    const adjuster = setup.adjusters.find((a) => a.member === member);
    if (!adjuster || !hasMember(model, member)) continue;
    const posed = (mm: number) => {
      const m = withLength(model, member, mm);
      const p = member === 'drag' ? ({ ok: true, value: pose } as const) : poseNear(m, zMm, 0, pose);
      return p.ok ? { model: m, pose: p.value, aim: aimOf(m, p.value, member) } : null;
    };
    const before = posed(0);
    const aimed = before?.aim ?? null;
    if (aimed === null) continue;
    const longerMm = within(
      member === 'drag' ? straightMm(model, pose) : centredMm(posed, aimed),
      adjuster.rangeMm,
    );
    const set = posed(longerMm);
    if (!set) continue;
    const reached = set.aim;
    if (reached === null) continue;
    out.push({
      member,
      longerMm,
      turns: adjuster.pitchMm === null ? null : longerMm / adjuster.pitchMm,
      before: aimed,
      after: reached,
    });
    ({ model, pose } = set);
  }
  return out;
}
const hasMember = (model: SuspensionModel, member: Adjustable): boolean =>
  member === 'drag' ? model.dragLink !== null : model.links.some((l) => l.name === 'trackBar');
function aimOf(model: SuspensionModel, pose: Pose, member: Adjustable): number | null {
  const f = axleFigures(model, pose);
  return member === 'drag' ? f.steeringWheelDeg : f.shiftLeftMm;
}
/** How much longer the drag link is whose ends lie where a straight knuckle has them, mm. */
function straightMm(model: SuspensionModel, pose: Pose): number {
  if (!model.dragLink) return 0;
  const end = carried(pose, pointOf(model.carrier, 'dragAxle'));
  return distance(end, bodyPoint(model, 'dragBody', 0)) - model.dragLink.lengthMm;
}
/** Secant on the bar's length until the axle stands in the middle, mm. */
function centredMm(at: (mm: number) => { readonly aim: number | null } | null, first: number): number {
  let [a, b] = [0, 1];
  let [fa, fb] = [first, at(b)?.aim ?? null];
  for (let i = 0; i < 12 && fb !== null && Math.abs(fb) > 1e-9 && fb !== fa; i++) {
    const next = b - (fb * (b - a)) / (fb - fa);
    [a, fa, b] = [b, fb, next];
    fb = at(b)?.aim ?? null;
  }
  return fb === null ? a : b;
}
