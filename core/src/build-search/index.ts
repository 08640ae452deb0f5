export * from './bounds';
export * from './built-plan';
export * from './buying';
export * from './closure';
export * from './columns';
export * from './corrections';
export * from './find-plans';
export {
  assessPlans,
  newlyOpen,
  preparing,
  stillToSettle,
  withPlanOf,
  type AssessedPlan,
  type Chosen,
} from './assessed-plan';
export * from './locks';
export * from './outcome';
export * from './pareto';
export * from './plan-family';
export { together, wayOf } from './plan-space';
export * from './wheel-options';
