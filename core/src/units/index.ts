export * from './constants';
export * from './result';
export * from './parse-quantity';
export * from './parse-length';
export * from './format-length';
export * from './once';
export * from './made-numbers';
