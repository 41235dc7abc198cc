import { expose } from 'comlink';
import { computations } from './computations';
import { keeping } from './keeping-computations';
import { ReckonedAnswers } from './reckoned-answers';

// The name of this program changes with what stands in it.
expose(keeping(computations, new ReckonedAnswers(self.location.pathname)));
