export * from './preparation-input';
export { preparationList } from './preparation-list';
export { preparationKey } from './facts';
