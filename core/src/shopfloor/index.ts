export * from './arrivals';
export * from './calendar';
export * from './delivery';
export * from './week';
export * from './floor-job';
