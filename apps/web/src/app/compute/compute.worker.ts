import { expose } from 'comlink';
import { computations } from './computations';

expose(computations);
