export * from './after';
export * from './alignment-reading';
export * from './corner';
export * from './job';
export * from './look-over';
export * from './read-mix';
export * from './road-test';
export * from './usage';
