export * from './conditions';
export * from './forms';
export * from './limits';
export * from './shapes';
export * from './coating';
export * from './item-families';
