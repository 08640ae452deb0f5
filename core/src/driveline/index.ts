export * from './cardan';
