import data from '../../data/conditions.json';

/** State a piece came in, with what to watch for. */
export interface PieceCondition {
  readonly id: string;
  readonly title: string;
  readonly advice: string;
  /** How often the bead suffers from what the piece brings along, 0 to 1; absent: it brings nothing. */
  readonly contamination?: number;
  /** What it brings along, as the end of a sentence about the piece. */
  readonly soils?: string;
}

/** States a piece may come in. */
export const PIECE_CONDITIONS: readonly PieceCondition[] = data.conditions;

/** The condition with an id; undefined when there is none. */
export function findPieceCondition(id: string): PieceCondition | undefined {
  return PIECE_CONDITIONS.find((condition) => condition.id === id);
}
