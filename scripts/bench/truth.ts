import { choose, wrc1992Rendering, wrc1992Sigma, type Choice, type RankedRod } from '@variatum/metallurgy';
import practice from '../../packages/metallurgy/src/testing/practice-joints.json';
import { isAmong } from '../../packages/metallurgy/src/testing/names-of';
import { ANCHORS, predictLeftOut } from '../../packages/metallurgy/src/testing/refit-surface';
import { cracksScore } from './truth-cracks';
import { distortionsScore } from './truth-distortions';
import { jointsScore } from './truth-joints';
import { marksScore } from './truth-marks';
import type { Score } from './truth-score';
import { settingsScore } from './truth-settings';
import { tacksScore } from './truth-tacks';

/**
 * Where the program and practice agree, and where not: joints, ferrite of published weld metals, and why they differ.
 */
const say = (text = ''): void => void process.stdout.write(`${text}\n`);
const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;
const name = (rod: string | null): string => rod ?? 'no rod';

interface PracticeJoint {
  readonly pieces: readonly { readonly grade: string; readonly coating?: string }[];
  readonly joint: Parameters<typeof choose>[0]['joint'] & { readonly type: string };
  readonly service: object;
  readonly good: readonly (string | null)[];
  readonly bad: readonly (string | null)[];
  readonly why: string;
}

/** What most separates the rod the program takes from the one practice takes. */
function difference(taken: RankedRod, practised: RankedRod | undefined): string {
  if (!practised) return 'none of what practice takes is made for the process';
  const gains = practised.risks
    .map((risk) => ({
      title: risk.title.toLowerCase(),
      theirs: risk.probability,
      gain: risk.loss - (taken.risks.find(({ mechanism }) => mechanism === risk.mechanism)?.loss ?? 0),
      ours: taken.risks.find(({ mechanism }) => mechanism === risk.mechanism)?.probability ?? 0,
    }))
    .sort((first, second) => second.gain - first.gain);
  const top = gains[0];
  const apart = (practised.expectedLoss - taken.expectedLoss).toFixed(3);
  const cost = practised.cost - taken.cost;
  return top && top.gain > cost
    ? `${apart} apart: ${top.title} ${percent(top.ours)} against ${percent(top.theirs)}`
    : `${apart} apart: price, shelf and care`;
}

const times: number[] = [];
const differ: string[] = [];
const dangers: string[] = [];
let agree = 0;
for (const joint of practice.joints as unknown as readonly PracticeJoint[]) {
  const from = performance.now();
  const answer: Choice = choose(joint as unknown as Parameters<typeof choose>[0]);
  times.push(performance.now() - from);
  const [first] = answer.ranking;
  const what =
    `${joint.pieces.map(({ grade, coating }) => (coating ? `${coating} ${grade}` : grade)).join(' + ')}, ` +
    joint.joint.type;
  if (first && isAmong(first, joint.good)) agree++;
  else if (first) {
    const practised = answer.ranking.find((rod) => isAmong(rod, joint.good));
    differ.push(
      `  ${what}: ${name(first.rod)}; practice ${joint.good.map(name).join(', ')} (${joint.why}). ` +
        `${name(practised?.rod ?? null)} is ${difference(first, practised)}.`,
    );
  }
  const bad = answer.ranking.slice(0, 3).filter((rod) => isAmong(rod, joint.bad));
  if (bad.length > 0) dangers.push(`  ${what}: ${bad.map(({ rod }) => name(rod)).join(', ')}`);
}
const total = practice.joints.length;
times.sort((first, second) => first - second);
say('Choice against practice');
say(`  ${agree} of ${total} joints (${percent(agree / total)}) get a rod practice takes; aim 95 %`);
say(`  ${dangers.length} of ${total} with a rod among the first three that must not be used; aim 0`);
dangers.forEach((line) => say(line));
say(
  `  answer: median ${(times[times.length >> 1] ?? 0).toFixed(0)} ms, longest ` +
    `${(times[times.length - 1] ?? 0).toFixed(0)} ms`,
);
say();
say('Where practice and program differ, and what makes the difference');
differ.forEach((line) => say(line));
if (differ.length === 0) say('  nowhere');

say();
say('Ferrite of published weld metals, each predicted from the others');
const rows = ANCHORS.map((anchor) => {
  const { cr, ni, fn } = anchor;
  const predicted = predictLeftOut(anchor);
  const rendering = (1.645 * wrc1992Rendering(predicted, cr, ni)) / 2;
  const whole = 1.645 * wrc1992Sigma(predicted, cr, ni, 1);
  const miss = Math.abs(predicted - fn);
  return { ...anchor, predicted, rendering, whole, held: miss <= rendering, heldWhole: miss <= whole };
});
for (const { what, fn, predicted, rendering, whole, held } of rows)
  say(
    `  ${what.padEnd(34)} published ${String(fn).padStart(4)}   predicted ${predicted.toFixed(0).padStart(3)} ± ` +
      `${rendering.toFixed(1)} by the rendering, ± ${whole.toFixed(1)} with the scatter of ` +
      `welds${held ? '' : '   outside'}`,
  );
const inside = (holds: (row: (typeof rows)[number]) => boolean): string =>
  `${rows.filter(holds).length} of ${rows.length}`;
say(`  ${inside(({ held }) => held)} inside the 90 % range of the rendering; aim nine of ten`);
say(
  `  ${inside(({ heldWhole }) => heldWhole)} with the scatter of measured welds laid on, which a published mean ` +
    'does not have',
);
if (agree / total < 0.95 || dangers.length > 0.02 * total) process.exitCode = 1;

/** A list of what the hands do, as it was answered. */
function tell(title: string, { all, right, held, wrong }: Score): void {
  say();
  say(`${title}: ${right} of ${all} (${percent(right / all)}); of the half that is held ${held.right} of ${held.all}`);
  wrong.forEach((line) => say(`  ${line}`));
}
const joints = jointsScore();
tell('Joints never shown', joints);
say(`  ${joints.dangerous} of ${joints.all} with a rod among the first three that is dangerous; aim 0`);
tell('Settings', settingsScore());
tell('Tacks', tacksScore());
tell('Marks', marksScore());
tell('Distortion', distortionsScore());
tell('Cracks', cracksScore());
