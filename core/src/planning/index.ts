export * from './alignment';
export * from './fastening';
export * from './order';
export * from './parts-list';
export * from './past-case';
export * from './repair-cost';
export { turnedBy } from './pivots';
export type { WorkPlan, WorkStep } from './step';
export * from './work-plan';
