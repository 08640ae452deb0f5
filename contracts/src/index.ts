export * from './suspension';
export * from './catalogue';
export * from './compute';
export * from './job';
export * from './errors';
export * from './api';
export * from './demo';
