export * from './catalogue';
export * from './conditions';
export * from './find-vehicle';
export * from './hazards';
export * from './obstacle-spec';
export * from './open-questions';
export * from './read-variant';
