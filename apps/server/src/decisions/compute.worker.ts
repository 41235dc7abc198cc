import { choose, type ChooseInput, type Choice } from '@variatum/metallurgy';

/** Runs a choice away from the server's event loop. */
export default function compute({ question, seed }: { question: ChooseInput; seed: number }): Choice {
  return choose(question, seed);
}
