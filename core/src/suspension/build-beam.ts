import type { BeamHardpoints } from './hardpoints';
import { link, spinAxisOf, type Hold, type Link, type SpringSeat, type SuspensionModel } from './model';
import { add, distance, scale, sub, unit, type Vec3 } from './vec';

/** half a leaf, clamped at one end, moves its other end on an arc of this share of its length (SAE HS-788) */
export const LEAF_LINK_SHARE = 0.75;
/** where the body's end of a leaf's stand-in spring is, above the seat, mm: far enough that its ratio is 1 */
export const LEAF_TOP: Vec3 = [0, 0, 400];

/** The model of a solid axle: four constraints by the kind of its links, both wheels driven.
 *
 *  linked: two lower links, upper link, track bar · triangulated: two lower, two upper · radius arms: each arm's pivot to
 *  its low fastening, the mean of both to the high ones, track bar · leaf: two spring halves as links, held sideways and
 *  in pitch */
export function buildBeam(h: BeamHardpoints): SuspensionModel {
  const all = h.points as unknown as Readonly<Record<string, Vec3>>;
  const body: Record<string, Vec3> = {};
  const carrier: Record<string, Vec3> = { wheelLeft: h.points.wheelLeft, wheelRight: h.points.wheelRight };
  const links: Link[] = [];
  const holds: Hold[] = [];
  const point = (name: string): Vec3 => {
    const p = all[name];
    if (!p) throw new Error(`${h.kind} has no point "${name}"`);
    return p;
  };
  const join = (name: string, from = `${name}Body`, to = `${name}Axle`) => {
    body[from] = point(from);
    carrier[to] = point(to);
    links.push(link(name, from, to, point(from), point(to)));
  };
  const seat = (side: 'left' | 'right', what: 'spring' | 'damper', top: Vec3, bottom: Vec3): SpringSeat => {
    const [topName, bottomName] = seatNames(what, side);
    body[topName] = top;
    carrier[bottomName] = bottom;
    return {
      side,
      top: topName,
      bottom: bottomName,
      bottomOwner: 'carrier',
      offsetMm: what === 'spring' ? h.springSeatOffsetMm : 0,
      direction: unit(sub(bottom, top)),
    };
  };
  const coils = (): SpringSeat[] =>
    (['left', 'right'] as const).map((side) => {
      const [top, bottom] = seatNames('spring', side);
      return seat(side, 'spring', point(top), point(bottom));
    });
  let springs: SpringSeat[];

  switch (h.kind) {
    case 'linked-axle':
      for (const name of ['lowerLeft', 'lowerRight', 'upper', 'trackBar']) join(name);
      springs = coils();
      break;
    case 'triangulated-axle':
      for (const name of ['lowerLeft', 'lowerRight', 'upperLeft', 'upperRight']) join(name);
      springs = coils();
      break;
    case 'radius-arm-axle': {
      join('lowerLeft', 'armLeftBody', 'armLeftLow');
      join('lowerRight', 'armRightBody', 'armRightLow');
      const p = h.points;
      carrier.armLeftHigh = p.armLeftHigh;
      carrier.armRightHigh = p.armRightHigh;
      links.push({
        ...link('arms', 'armLeftBody', 'armLeftHigh', p.armLeftBody, p.armLeftHigh),
        twin: {
          body: 'armRightBody',
          carrier: 'armRightHigh',
          lengthMm: distance(p.armRightBody, p.armRightHigh),
        },
      });
      join('trackBar');
      springs = coils();
      break;
    }
    case 'leaf-axle': {
      springs = (['Left', 'Right'] as const).map((side) => {
        const [front, rear, on] = [point(`eye${side}Front`), point(`eye${side}Rear`), point(`seat${side}`)];
        body[`eye${side}Front`] = front;
        body[`eye${side}Rear`] = rear;
        const eyeLine = unit(sub(front, rear));
        const halfMm = distance(front, on);
        const pivot = add(on, scale(eyeLine, LEAF_LINK_SHARE * halfMm));
        body[`leaf${side}Body`] = pivot;
        carrier[`leaf${side}Axle`] = on;
        links.push(link(`leaf${side}`, `leaf${side}Body`, `leaf${side}Axle`, pivot, on));
        return seat(side === 'Left' ? 'left' : 'right', 'spring', add(on, LEAF_TOP), on);
      });
      carrier.middle = scale(add(h.points.wheelLeft, h.points.wheelRight), 0.5);
      holds.push(
        { kind: 'lateral', name: 'springs sideways', carrier: 'middle', valueMm: carrier.middle[1] },
        { kind: 'pitch', name: 'springs in pitch', angleRad: 0 },
      );
      break;
    }
  }
  const dampers = (['left', 'right'] as const).flatMap((side) => {
    const [top, bottom] = seatNames('damper', side).map((name) => all[name]);
    return top && bottom ? [seat(side, 'damper', top, bottom)] : [];
  });
  let dragLink: SuspensionModel['dragLink'] = null;
  if (h.steering) {
    const { dragBody, dragAxle, ...kingpins } = h.steering.points;
    Object.assign(carrier, kingpins, { dragAxle });
    body.dragBody = dragBody;
    dragLink = { side: h.steering.side, ratio: h.steering.ratio, lengthMm: distance(dragBody, dragAxle) };
  }
  return {
    kind: h.kind,
    axle: h.axle,
    body,
    carrier,
    driveZMm: [h.points.wheelLeft[2], h.points.wheelRight[2]],
    links,
    slider: null,
    holds,
    beam: true,
    springsUnder: h.kind === 'leaf-axle' && h.mounted === 'under',
    arms: {},
    springs,
    dampers,
    coilOver: false,
    spinAxis: spinAxisOf(h.staticCamberDeg, h.staticToeDeg),
    loadedRadiusMm: h.loadedRadiusMm,
    steeringAxis: null,
    rackPoint: null,
    dragLink,
    shaftDesignMm: null,
    designSwing: {},
  };
}

function seatNames(what: 'spring' | 'damper', side: 'left' | 'right'): readonly [string, string] {
  const s = side === 'left' ? 'Left' : 'Right';
  return [`${what}${s}Top`, `${what}${s}Bottom`];
}
