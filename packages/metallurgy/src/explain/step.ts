/** One step of a computation, written so that a reader can do it again by hand. */
export interface ExplainStep {
  /** Dotted name of the figure, as the computation's own answer names it. */
  readonly figure: string;
  readonly title: string;
  readonly value: number | string;
  readonly unit: string;
  /** The formula in symbols. */
  readonly formula: string;
  /** The formula with this computation's numbers. */
  readonly numbers: string;
  /** Figures and inputs it was made of. */
  readonly from: readonly string[];
  readonly source: string;
}

/** A number for people: four significant figures, without needless zeros. */
export function plain(value: number): string {
  if (!Number.isFinite(value)) return String(value);
  const text = Number(value.toPrecision(4));
  return String(Math.abs(text) < 1e-9 ? 0 : text).replace('-', '−');
}

/** Adds a signed term to a written sum. */
export function signed(text: string, first: boolean, negative: boolean): string {
  if (first) return negative ? `−${text}` : text;
  return `${negative ? ' − ' : ' + '}${text}`;
}
