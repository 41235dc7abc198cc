export * from './preparation-input';
export { preparationList } from './preparation-list';
export { tackPlan, type TackPlan } from './tack-plan';
