export * from './formulas';
export * from './figure';
export * from './need';
export * from './tolerances';
export * from './load-case';
export * from './doubts';
