export * from './cardan';
export * from './propshaft';
