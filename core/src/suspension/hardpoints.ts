import type { Vec3 } from './vec';

export type Axle = 'front' | 'rear';

/** Constants that every axle model carries besides its points. Angles in degrees, + as in the conventions. */
interface AxleConstants {
  readonly axle: Axle;
  readonly loadedRadiusMm: number;
  readonly staticCamberDeg: number;
  readonly staticToeDeg: number;
  /** spring length = distance of its two points − this, mm */
  readonly springSeatOffsetMm: number;
}

/** Left side of a double wishbone; the coil or coil-over stands on `springOn`. With a torsion bar the bar lies on the
 *  lower arm's pivot axis: its "length" is counted at `torsionLeverMm` from the axis, so that rates, spacers and load are
 *  the same figures as of a coil (spring points then only say where the key stands). */
export interface DoubleWishboneHardpoints extends AxleConstants {
  readonly kind: 'double-wishbone';
  readonly springOn: 'lower' | 'upper';
  readonly torsionLeverMm?: number | undefined;
  /** the coil stands on the damper, and the bump stop sits inside it, as in a strut: a spacer on top moves all three */
  readonly coilOver?: boolean | undefined;
  readonly points: Readonly<
    Record<
      | 'lowerFront'
      | 'lowerRear'
      | 'lowerBall'
      | 'upperFront'
      | 'upperRear'
      | 'upperBall'
      | 'tieInner'
      | 'tieOuter'
      | 'wheelCentre'
      | 'springTop'
      | 'springBottom',
      Vec3
    >
  > &
    ShaftPoints;
}

/** Left side of a cart axle: lower A-arm, and above it a transverse leaf clamped in the middle. Each half of the leaf is
 *  a link of 0.75 × its free length, `leafWidthMm` wide, and the spring at its end. */
export interface TransverseLeafHardpoints extends AxleConstants {
  readonly kind: 'transverse-leaf';
  readonly leafWidthMm: number;
  readonly points: Readonly<
    Record<
      | 'lowerFront'
      | 'lowerRear'
      | 'lowerBall'
      | 'leafClamp'
      | 'leafEnd'
      | 'tieInner'
      | 'tieOuter'
      | 'wheelCentre',
      Vec3
    >
  > &
    ShaftPoints;
}

/** Left side of a strut: the body point `strutTop` slides on the line strutBottom→strutTop of the knuckle. */
export interface StrutHardpoints extends AxleConstants {
  readonly kind: 'strut';
  readonly points: Readonly<
    Record<
      | 'lowerFront'
      | 'lowerRear'
      | 'lowerBall'
      | 'strutTop'
      | 'strutBottom'
      | 'tieInner'
      | 'tieOuter'
      | 'wheelCentre',
      Vec3
    >
  > &
    ShaftPoints;
}

/** Left side of a wheel carrier held by five links, each `…Body` to `…Knuckle`. */
export interface FiveLinkHardpoints extends AxleConstants {
  readonly kind: 'five-link';
  readonly links: readonly { readonly name: string; readonly body: Vec3; readonly knuckle: Vec3 }[];
  readonly points: Readonly<Record<'wheelCentre' | 'springTop' | 'springBottom', Vec3>> & ShaftPoints;
}

/** Trailing or semi-trailing arm turning about pivotInner–pivotOuter. */
export interface TrailingArmHardpoints extends AxleConstants {
  readonly kind: 'trailing-arm';
  readonly points: Readonly<
    Record<'pivotInner' | 'pivotOuter' | 'wheelCentre' | 'springTop' | 'springBottom', Vec3>
  > &
    ShaftPoints;
}

interface ShaftPoints {
  readonly cvInner?: Vec3 | undefined;
  readonly cvOuter?: Vec3 | undefined;
  /** damper beside the spring; its lower end rides on what the spring's lower end rides on */
  readonly damperTop?: Vec3 | undefined;
  readonly damperBottom?: Vec3 | undefined;
}

interface BeamPoints {
  readonly wheelLeft: Vec3;
  readonly wheelRight: Vec3;
  readonly damperLeftTop?: Vec3 | undefined;
  readonly damperLeftBottom?: Vec3 | undefined;
  readonly damperRightTop?: Vec3 | undefined;
  readonly damperRightBottom?: Vec3 | undefined;
}
type CoilPoints = Readonly<
  Record<'springLeftTop' | 'springLeftBottom' | 'springRightTop' | 'springRightBottom', Vec3>
>;
type LowerLinks = Readonly<
  Record<'lowerLeftBody' | 'lowerLeftAxle' | 'lowerRightBody' | 'lowerRightAxle', Vec3>
>;
type TrackBar = Readonly<Record<'trackBarBody' | 'trackBarAxle', Vec3>>;
interface BeamSteering {
  /** steered front beam: kingpins and drag link */
  readonly steering?:
    | {
        readonly side: 'left' | 'right';
        readonly ratio: number;
        readonly points: Readonly<
          Record<
            | 'kingpinLeftLower'
            | 'kingpinLeftUpper'
            | 'kingpinRightLower'
            | 'kingpinRightUpper'
            | 'dragBody'
            | 'dragAxle',
            Vec3
          >
        >;
      }
    | undefined;
}

/** Solid axle on two lower links, one upper link in the middle plane and a track bar; both sides listed. Of two parallel
 *  upper links this is the mid-plane stand-in. */
export interface LinkedAxleHardpoints extends AxleConstants, BeamSteering {
  readonly kind: 'linked-axle';
  readonly points: BeamPoints &
    CoilPoints &
    LowerLinks &
    TrackBar &
    Readonly<Record<'upperBody' | 'upperAxle', Vec3>>;
}
/** Solid axle on two lower links and two splayed upper ones that also hold it sideways: no track bar. With both upper
 *  ends of the axle in one point it is an A-link. */
export interface TriangulatedAxleHardpoints extends AxleConstants, BeamSteering {
  readonly kind: 'triangulated-axle';
  readonly points: BeamPoints &
    CoilPoints &
    LowerLinks &
    Readonly<Record<'upperLeftBody' | 'upperLeftAxle' | 'upperRightBody' | 'upperRightAxle', Vec3>>;
}
/** Solid axle on two arms rigid with the beam, each from a body pivot, and a track bar. `arm…Low` and `arm…High` are the
 *  beam's two fastenings of one arm; the bushes give, so pitch follows the mean of both arms. */
export interface RadiusArmAxleHardpoints extends AxleConstants, BeamSteering {
  readonly kind: 'radius-arm-axle';
  readonly points: BeamPoints &
    CoilPoints &
    TrackBar &
    Readonly<
      Record<
        'armLeftBody' | 'armLeftLow' | 'armLeftHigh' | 'armRightBody' | 'armRightLow' | 'armRightHigh',
        Vec3
      >
    >;
}
/** Solid axle (live, or a beam with king-pins) on two leaf springs, over or under. Each spring's front half is a link of
 *  0.75 × its length parallel to the eye line; the springs hold the axle sideways and in pitch. */
export interface LeafAxleHardpoints extends AxleConstants, BeamSteering {
  readonly kind: 'leaf-axle';
  readonly mounted: 'over' | 'under';
  readonly points: BeamPoints &
    Readonly<
      Record<
        'eyeLeftFront' | 'eyeLeftRear' | 'seatLeft' | 'eyeRightFront' | 'eyeRightRear' | 'seatRight',
        Vec3
      >
    >;
}

export type IndependentHardpoints =
  | DoubleWishboneHardpoints
  | StrutHardpoints
  | FiveLinkHardpoints
  | TrailingArmHardpoints
  | TransverseLeafHardpoints;
export type BeamHardpoints =
  LinkedAxleHardpoints | TriangulatedAxleHardpoints | RadiusArmAxleHardpoints | LeafAxleHardpoints;
export type Hardpoints = IndependentHardpoints | BeamHardpoints;
export type SuspensionKind = Hardpoints['kind'];
/** Leaves carry the axle, and hold it. */
export const isLeafKind = (kind: SuspensionKind): boolean => kind.includes('leaf');
export const SUSPENSION_KINDS = [
  'double-wishbone',
  'strut',
  'five-link',
  'trailing-arm',
  'transverse-leaf',
  'linked-axle',
  'triangulated-axle',
  'radius-arm-axle',
  'leaf-axle',
] as const satisfies readonly SuspensionKind[];
export const isBeam = (h: Hardpoints): h is BeamHardpoints => h.kind.endsWith('-axle');
