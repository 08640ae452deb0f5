export * from './bounds';
export * from './built-plan';
export * from './buying';
export * from './closure';
export * from './columns';
export * from './corrections';
export * from './find-plans';
export * from './given-up';
export {
  assessPlans,
  newlyOpen,
  preparing,
  stillToSettle,
  withPlanOf,
  type AssessedPlan,
} from './assessed-plan';
export * from './locks';
export * from './outcome';
export * from './pareto';
export * from './plan-family';
export { together, wayOf } from './plan-space';
export * from './representatives';
export * from './wheel-options';
export * from './stages';
export * from './study';
export * from './search-progress';
export * from './question';
export * from './quote';
