export * from './figure';
export * from './finding';
export * from './tolerances';
