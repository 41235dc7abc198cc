import { choose, type ChooseInput } from '@variatum/metallurgy';
import { isAmong } from '../../packages/metallurgy/src/testing/names-of';
import joints from '../../packages/metallurgy/src/testing/truth/joints.json';
import { scoreOf, type Score } from './truth-score';

interface TrueJoint extends Pick<ChooseInput, 'pieces' | 'joint' | 'service'> {
  readonly good: readonly (string | null)[];
  readonly bad: readonly (string | null)[];
  /** What must be said before any rod. */
  readonly says?: readonly string[];
}

const LISTED = 3;
const title = (rod: string | null): string => rod ?? 'no rod';

/** Rod, what must be said first, and what must not stand among the first three, for joints as practice has them. */
export function jointsScore(): Score & { readonly dangerous: number } {
  let dangerous = 0;
  const score = scoreOf(joints.joints as unknown as readonly TrueJoint[], (one) => {
    const { pieces, joint, service, good, bad, says = [] } = one;
    const { ranking, holds, saidFirst } = choose({ pieces, joint, service });
    const [first] = ranking;
    const danger = ranking.slice(0, LISTED).filter((rod) => isAmong(rod, bad));
    const unsaid = says.filter((mechanism) => ![...holds, ...saidFirst].some((hold) => hold.mechanism === mechanism));
    if (danger.length > 0) dangerous += 1;
    const faults = [
      ...(first && !isAmong(first, good) ? [`${title(first.rod)}; practice ${good.map(title).join(', ')}`] : []),
      ...(danger.length > 0 ? [`dangerous: ${danger.map(({ rod }) => title(rod)).join(', ')}`] : []),
      ...unsaid.map((mechanism) => `not said: ${mechanism}`),
    ];
    if (faults.length === 0) return null;
    const what = pieces
      .map(({ grade, weldMetal, coating }) => [coating, grade ?? `weld of ${weldMetal}`].filter(Boolean).join(' '))
      .join(' + ');
    return `${what}, ${joint?.type}, ${joint?.process}: ${faults.join('; ')}`;
  });
  return { ...score, dangerous };
}
