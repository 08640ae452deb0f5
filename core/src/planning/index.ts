export * from './alignment';
export * from './fastening';
export * from './order';
export * from './parts-list';
export { turnedBy } from './pivots';
export type { WorkPlan, WorkStep } from './step';
export * from './work-plan';
