import { isBeam, type Hardpoints } from './hardpoints';
import { buildBeam, LEAF_LINK_SHARE, LEAF_TOP } from './build-beam';
import {
  armSwing,
  link,
  spinAxisOf,
  type Arm,
  type Link,
  type Owner,
  type Slider,
  type SpringSeat,
  type SuspensionModel,
} from './model';
import { add, distance, scale, sub, unit, type Vec3 } from './vec';

/** The model of one axle from its hardpoints: lengths taken, owners set, nothing edited yet. */
export function buildModel(h: Hardpoints): SuspensionModel {
  if (isBeam(h)) return buildBeam(h);
  const body: Record<string, Vec3> = {};
  const carrier: Record<string, Vec3> = { wheelCentre: h.points.wheelCentre };
  const links: Link[] = [];
  const arms: Partial<Record<'lower' | 'upper', Arm>> = {};
  let slider: Slider | null = null;
  let steeringAxis: SuspensionModel['steeringAxis'] = null;
  let rackPoint: string | null = null;
  let springs: SpringSeat[];
  let dampers: SpringSeat[] = [];

  const wishbone = (which: 'lower' | 'upper', a: Vec3, b: Vec3, ball: Vec3) => {
    const [pivotA, pivotB, joint] = [`${which}Front`, `${which}Rear`, `${which}Ball`];
    body[pivotA] = a;
    body[pivotB] = b;
    carrier[joint] = ball;
    links.push(link(pivotA, pivotA, joint, a, ball), link(pivotB, pivotB, joint, b, ball));
    arms[which] = { pivotA, pivotB, joint, design: { pivotA: a, pivotB: b, joint: ball } };
  };
  const tieRod = (inner: Vec3, outer: Vec3) => {
    body.tieInner = inner;
    carrier.tieOuter = outer;
    links.push(link('tieRod', 'tieInner', 'tieOuter', inner, outer));
    rackPoint = 'tieInner';
  };
  const damper = (owner: Owner): SpringSeat[] => {
    const { damperTop, damperBottom } = h.points as { damperTop?: Vec3; damperBottom?: Vec3 };
    return damperTop && damperBottom
      ? spring(damperTop, damperBottom, owner, ['damperTop', 'damperBottom']).map((s) => ({
          ...s,
          offsetMm: 0,
        }))
      : [];
  };
  const spring = (
    top: Vec3,
    bottom: Vec3,
    bottomOwner: Owner,
    names: readonly [string, string],
  ): SpringSeat[] => {
    body[names[0]] = top;
    if (bottomOwner === 'carrier') carrier[names[1]] = bottom;
    else body[names[1]] = bottom; // design position of a point on an arm; posed through the arm
    return [
      {
        side: 'left',
        top: names[0],
        bottom: names[1],
        bottomOwner,
        offsetMm: h.springSeatOffsetMm,
        direction: unit(sub(bottom, top)),
      },
    ];
  };

  switch (h.kind) {
    case 'double-wishbone': {
      const p = h.points;
      wishbone('lower', p.lowerFront, p.lowerRear, p.lowerBall);
      wishbone('upper', p.upperFront, p.upperRear, p.upperBall);
      tieRod(p.tieInner, p.tieOuter);
      springs = spring(p.springTop, p.springBottom, h.springOn, ['springTop', 'springBottom']).map((s) => ({
        ...s,
        torsionLeverMm: h.torsionLeverMm,
      }));
      dampers = damper(h.springOn);
      steeringAxis = { lower: 'lowerBall', upper: 'upperBall', upperOwner: 'carrier' };
      break;
    }
    case 'strut': {
      const p = h.points;
      wishbone('lower', p.lowerFront, p.lowerRear, p.lowerBall);
      tieRod(p.tieInner, p.tieOuter);
      springs = spring(p.strutTop, p.strutBottom, 'carrier', ['strutTop', 'strutBottom']);
      dampers = springs;
      slider = {
        body: 'strutTop',
        linePoint: p.strutBottom,
        direction: unit(sub(p.strutTop, p.strutBottom)),
      };
      steeringAxis = { lower: 'lowerBall', upper: 'strutTop', upperOwner: 'body' };
      break;
    }
    case 'transverse-leaf': {
      const p = h.points;
      wishbone('lower', p.lowerFront, p.lowerRear, p.lowerBall);
      // half a leaf swings like a link of three quarters of its length
      const pivot = add(p.leafEnd, scale(sub(p.leafClamp, p.leafEnd), LEAF_LINK_SHARE));
      const half = h.leafWidthMm / 2;
      springs = spring(add(p.leafEnd, LEAF_TOP), p.leafEnd, 'carrier', ['springTop', 'springBottom']);
      for (const [name, dx] of [
        ['leafFront', half],
        ['leafRear', -half],
      ] as const) {
        body[name] = add(pivot, [dx, 0, 0]);
        links.push(link(name, name, 'springBottom', add(pivot, [dx, 0, 0]), p.leafEnd));
      }
      tieRod(p.tieInner, p.tieOuter);
      dampers = damper('carrier');
      steeringAxis = { lower: 'lowerBall', upper: 'springBottom', upperOwner: 'carrier' };
      break;
    }
    case 'five-link': {
      for (const l of h.links) {
        body[`${l.name}Body`] = l.body;
        carrier[`${l.name}Knuckle`] = l.knuckle;
        links.push(link(l.name, `${l.name}Body`, `${l.name}Knuckle`, l.body, l.knuckle));
      }
      springs = spring(h.points.springTop, h.points.springBottom, 'carrier', ['springTop', 'springBottom']);
      dampers = damper('carrier');
      break;
    }
    case 'trailing-arm': {
      // one rigid arm on an axis: three links meet at the inner pivot, two at the outer one
      const p = h.points;
      body.pivotInner = p.pivotInner;
      body.pivotOuter = p.pivotOuter;
      const anchors: readonly (readonly [string, Vec3, 'pivotInner' | 'pivotOuter'])[] = [
        ['armA', p.wheelCentre, 'pivotInner'],
        ['armB', add(p.wheelCentre, [0, 0, 200]), 'pivotInner'],
        ['armC', add(p.pivotOuter, [0, 0, 200]), 'pivotInner'],
        ['armD', p.wheelCentre, 'pivotOuter'],
        ['armE', add(p.wheelCentre, [0, 0, 200]), 'pivotOuter'],
      ];
      for (const [name, point, pivot] of anchors) {
        carrier[name] = point;
        links.push(link(name, pivot, name, p[pivot], point));
      }
      springs = spring(p.springTop, p.springBottom, 'carrier', ['springTop', 'springBottom']);
      dampers = damper('carrier');
      break;
    }
  }
  if (h.points.cvInner && h.points.cvOuter) {
    body.cvInner = h.points.cvInner;
    carrier.cvOuter = h.points.cvOuter;
  }
  const designSwing: Partial<Record<'lower' | 'upper', number>> = {};
  if (steeringAxis) {
    const at = (name: string) => carrier[name] ?? body[name] ?? ([0, 0, 0] as const);
    const u = sub(at(steeringAxis.upper), at(steeringAxis.lower));
    for (const which of ['lower', 'upper'] as const) {
      const arm = arms[which];
      if (arm) designSwing[which] = armSwing(arm.design.joint, arm.design.pivotA, arm.design.pivotB, u);
    }
  }
  return {
    kind: h.kind,
    axle: h.axle,
    body,
    carrier,
    driveZMm: [h.points.wheelCentre[2]],
    links,
    slider,
    arms,
    springs,
    dampers,
    coilOver: h.kind === 'strut' || (h.kind === 'double-wishbone' && h.coilOver === true),
    holds: [],
    beam: false,
    springsUnder: false,
    spinAxis: spinAxisOf(h.staticCamberDeg, h.staticToeDeg),
    loadedRadiusMm: h.loadedRadiusMm,
    steeringAxis,
    rackPoint,
    dragLink: null,
    shaftDesignMm: h.points.cvInner && h.points.cvOuter ? distance(h.points.cvInner, h.points.cvOuter) : null,
    designSwing,
  };
}
