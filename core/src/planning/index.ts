export * from './fastening';
export * from './order';
export * from './parts-list';
export * from './work-plan';
