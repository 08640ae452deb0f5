export * from './plan-case';
export * from './ride-figures';
