export * from './given-up';
export * from './question';
export * from './quote';
export * from './representatives';
export * from './search-progress';
export * from './stages';
export * from './study';
