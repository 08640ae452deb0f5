export * from './plan-case';
export * from './rule';
export * from './all-rules';
export * from './needs';
export * from './manners';
export { adjusterLeftDeg, shortOfWindow } from './alignment-reach';
export { ratioAfter } from './axle-ratio';
export { dayAfter } from './delivery';
export { spareFits, spareRoom } from './spare';
