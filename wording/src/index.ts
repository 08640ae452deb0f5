export * from './format';
export * from './figures';
export * from './findings';
export * from './words';
export * from './sentences';
export * from './bench';
export * from './rub';
export * from './headline';
