export * from './rule';
export * from './all-rules';
export { adjusterLeftDeg, shortOfWindow } from './alignment-reach';
export { ratioAfter } from './axle-ratio';
export { dayAfter } from './delivery';
export { spareFits, spareRoom } from './spare';
export { offWish } from './height-wish';
export { tightestFigure } from './tire-clearance';
