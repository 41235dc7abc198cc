export { directCompute, threadCompute, type Compute } from './compute';
export type { PreparedPicture } from './prepare-picture';
