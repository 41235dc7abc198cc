import {
  choicesOf,
  colourWords,
  formatLength,
  inspectionLine,
  inspectionMethod,
  type Finding,
  type LengthUnit,
  type LineLimit,
  type LineState,
  type Verdict,
} from '@variatum/metallurgy';

export const LINE_STATE_WORDS: Readonly<Record<LineState, string>> = {
  met: 'kept',
  missed: 'missed',
  close: 'too close to tell',
  open: 'not looked at',
};

export const VERDICT_WORDS: Readonly<Record<Verdict['state'], string>> = {
  met: 'Keeps to the profile',
  missed: 'Misses the profile',
  open: 'Not all looked at',
};

/** What a profile asks of a line. */
export function limitWords(limit: LineLimit, unit: LengthUnit): string {
  switch (limit.kind) {
    case 'never':
      return 'none taken';
    case 'most':
      return limit.mm === 0 ? 'none taken' : `at most ${formatLength(limit.mm, unit)}`;
    case 'between':
      return `FN ${limit.least} to ${limit.most}`;
    default:
      return limit.title;
  }
}

/** What was found, without where and by whom. */
export function foundWords(finding: Pick<Finding, 'line' | 'value' | 'range90' | 'choice'>, unit: LengthUnit): string {
  const line = inspectionLine(finding.line);
  if (line.kind === 'choice') return choicesOf(line).find(({ id }) => id === finding.choice)?.title ?? '';
  if (line.kind === 'colour') {
    const film =
      finding.value === null
        ? ''
        : `, film of ${Math.round(finding.value)} ` +
          `nm${finding.range90 ? ` (${finding.range90.map(Math.round).join(' to ')})` : ''}`;
    return `${colourWords(finding)}${film}`;
  }
  if (finding.value === null) return '';
  return line.kind === 'number'
    ? `FN ${finding.value}`
    : finding.value === 0
      ? 'none'
      : formatLength(finding.value, unit);
}

/** How it was looked at. */
export const byMethodWords = ({ by }: Pick<Finding, 'by'>): string => inspectionMethod(by).title;
