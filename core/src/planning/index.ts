export * from './parts-list';
export * from './work-plan';
