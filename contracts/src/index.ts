export * from './suspension';
export * from './catalogue';
export * from './compute';
export * from './job';
export * from './job-file';
export * from './errors';
export * from './api';
export * from './demo';
