import { beadFinding, crackKind, type BeadEvidence, type ChooseInput } from '@variatum/metallurgy';
import cracks from '../../packages/metallurgy/src/testing/truth/cracks.json';
import { scoreOf, type Score } from './truth-score';

interface TrueCrack {
  readonly pieces: ChooseInput['pieces'];
  readonly joint: ChooseInput['joint'];
  readonly service?: ChooseInput['service'];
  readonly bead: Omit<Extract<BeadEvidence, { saw: 'crack' }>, 'saw'>;
  readonly kinds: readonly string[];
  readonly first: readonly string[];
  readonly never: readonly string[];
}

/** Cracks: what they are laid to, which move comes first, and whether one is offered that practice never makes. */
export function cracksScore(): Score {
  return scoreOf(cracks.cracks as unknown as readonly TrueCrack[], (one) => {
    const { pieces, joint, service, bead, kinds, first, never } = one;
    const { causes, moves } = beadFinding({
      pieces,
      joint,
      ...(service ? { service } : {}),
      beads: [{ saw: 'crack', ...bead }],
    });
    const cause = crackKind(causes[0]?.mechanism ?? null, bead.when);
    const ids = moves.map(({ id }) => id);
    const isRight =
      kinds.includes(cause) && first.includes(ids[0] ?? '') && ids.slice(0, 2).every((id) => !never.includes(id));
    if (isRight) return null;
    const what = pieces.map((piece) => piece.grade).join(' + ');
    return (
      `${what}, ${bead.rod ?? 'no rod'}, ${bead.where}, ${bead.when}: ${causes[0]?.mechanism ?? cause}, ` +
      `${ids.slice(0, 2).join(', ')}; practice ${kinds.join(' or ')}, ${first.join(' or ')}`
    );
  });
}
