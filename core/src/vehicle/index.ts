export * from './axle-setup';
export * from './mounted-side';
export * from './read-tape';
