export * from './shrinkage';
export * from './seam-pull';
export * from './shrink';
