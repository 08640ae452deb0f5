export * from './catalogue';
export * from './conditions';
export * from './find-vehicle';
export * from './read-variant';
export * from './open-questions';
export * from './obstacle-spec';
export * from './hazards';
