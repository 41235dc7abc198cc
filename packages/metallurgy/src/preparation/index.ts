export * from './preparation-input';
export { preparationList } from './preparation-list';
