export * from './bounds';
export * from './built-plan';
export * from './buying';
export * from './closure';
export * from './columns';
export * from './corrections';
export * from './find-plans';
export * from './given-up';
export {
  assessPlans as judge,
  stillToSettle as stillToSettle,
  newlyOpen as opened,
  preparing,
  withPlanOf,
  type AssessedPlan as Judged,
} from './judged';
export * from './locks';
export * from './outcome';
export * from './pareto';
export * from './plan-family';
export { together, wayOf } from './plan-space';
export * from './representatives';
export * from './rolling';
export * from './stages';
export * from './study';
export * from './told';
export * from './question';
export * from './quote';
