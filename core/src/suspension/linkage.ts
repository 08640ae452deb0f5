import type { SuspensionModel } from './model';
import { pointOf } from './model';
import { bodyPoint, carried, type Pose } from './solve-carrier';
import { onArm } from './spring-length';
import { add, apply, cross, mirrored, scale, unit, type Vec3 } from './vec';

export type MemberKind =
  'link' | 'slider' | 'spring' | 'damper' | 'shaft' | 'tie-rod' | 'track-bar' | 'drag-link' | 'carrier';
/** One straight piece of the linkage where it is now, body frame, mm. */
export interface Member {
  readonly name: string;
  readonly kind: MemberKind;
  readonly from: Vec3;
  readonly to: Vec3;
}
export interface DrawnWheel {
  readonly centre: Vec3;
  /** spin axis, outboard, unit */
  readonly axis: Vec3;
  readonly contact: Vec3;
}
/** The real linkage at a pose, as lines between its points: what every view draws. */
export interface Linkage {
  readonly members: readonly Member[];
  readonly wheels: readonly DrawnWheel[];
  /** points fixed to the body, drawn as anchors */
  readonly anchors: readonly Vec3[];
}

/** The same seen in a mirror along the vehicle: its right wheel is then the left one, and the first. */
export const mirroredLinkage = ({ members, wheels, anchors }: Linkage): Linkage => ({
  members: members.map((m) => ({ ...m, from: mirrored(m.from), to: mirrored(m.to) })),
  wheels: [...wheels].reverse().map((w) => ({
    centre: mirrored(w.centre),
    axis: mirrored(w.axis),
    contact: mirrored(w.contact),
  })),
  anchors: anchors.map(mirrored),
});
/** Lines of the mechanism at a pose. An independent wheel is the left one; a beam has both. */
export function linkageAt(model: SuspensionModel, pose: Pose, rackMm = 0): Linkage {
  const on = (name: string) => carried(pose, pointOf(model.carrier, name));
  const fixed = (name: string) => bodyPoint(model, name, rackMm);
  const members: Member[] = [];
  const anchors: Vec3[] = [];
  const put = (name: string, kind: MemberKind, from: Vec3, to: Vec3) =>
    members.push({ name, kind, from, to });
  const kindOf = (name: string): MemberKind =>
    name === 'tieRod' ? 'tie-rod' : name === 'trackBar' ? 'track-bar' : 'link';
  for (const l of model.links) {
    put(l.name, kindOf(l.name), fixed(l.body), on(l.carrier));
    anchors.push(fixed(l.body));
    if (l.twin) {
      put(`${l.name}Twin`, 'link', fixed(l.twin.body), on(l.twin.carrier));
      anchors.push(fixed(l.twin.body));
    }
  }
  if (model.slider) anchors.push(fixed(model.slider.body));
  const seat = (s: SuspensionModel['springs'][number], kind: 'spring' | 'damper') => {
    const arm =
      s.bottomOwner === 'lower' || s.bottomOwner === 'upper' ? model.arms[s.bottomOwner] : undefined;
    const bottom =
      s.bottomOwner === 'carrier'
        ? on(s.bottom)
        : arm
          ? onArm(model, arm, pointOf(model.body, s.bottom), pose).at
          : fixed(s.bottom);
    if (s.torsionLeverMm === undefined) put(`${kind} ${s.side}`, kind, fixed(s.top), bottom);
    anchors.push(fixed(s.top));
  };
  for (const s of model.springs) seat(s, 'spring');
  for (const s of model.dampers) if (!model.springs.includes(s)) seat(s, 'damper');
  if (model.body.cvInner) {
    put('shaft', 'shaft', fixed('cvInner'), on('cvOuter'));
    anchors.push(fixed('cvInner'));
  }
  if (model.dragLink) put('dragLink', 'drag-link', fixed('dragBody'), on('dragAxle'));
  const across = (centre: Vec3, axis: Vec3): DrawnWheel => {
    const down = unit(cross(axis, cross(axis, [0, 0, 1])));
    return { centre, axis, contact: add(centre, scale(down, model.loadedRadiusMm)) };
  };
  if (model.beam) {
    const [left, right] = [on('wheelLeft'), on('wheelRight')];
    put('beam', 'carrier', left, right);
    const axis = unit([left[0] - right[0], left[1] - right[1], left[2] - right[2]]);
    for (const l of model.links)
      put(`${l.name}Mount`, 'carrier', on(l.carrier), nearestOnBeam(left, right, on(l.carrier)));
    return { members, anchors, wheels: [across(left, axis), across(right, scale(axis, -1))] };
  }
  const centre = on('wheelCentre');
  const joints = [...new Set(model.links.map((l) => l.carrier))].map(on);
  joints.forEach((j, i) => {
    put(`knuckle${i}`, 'carrier', centre, j);
  });
  if (model.slider)
    put('strut', 'slider', on(model.springs[0]?.bottom ?? 'wheelCentre'), fixed(model.slider.body));
  return { members, anchors, wheels: [across(centre, apply(pose.rotation, model.spinAxis))] };
}

function nearestOnBeam(a: Vec3, b: Vec3, p: Vec3): Vec3 {
  const d = [b[0] - a[0], b[1] - a[1], b[2] - a[2]] as const;
  const t =
    ((p[0] - a[0]) * d[0] + (p[1] - a[1]) * d[1] + (p[2] - a[2]) * d[2]) /
    (d[0] ** 2 + d[1] ** 2 + d[2] ** 2);
  return [a[0] + d[0] * t, a[1] + d[1] * t, a[2] + d[2] * t];
}
