export * from './fitted-parts';
export * from './stock-axle';
export * from './loads';
export * from './vehicle-axle';
export * from './mounted-side';
export * from './read-tape';
