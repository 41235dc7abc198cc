import { CHECKS, type CheckName, type Rooms } from '../../packages/job/src/checks';
import { drawnPlan, drawnRooms } from '../../packages/job/src/testing/drawn-rooms';
import { JOB_KINDS } from '../../packages/job/src/testing/random-job';
import { SEEDED_FAULTS } from '../../packages/job/src/testing/seeded-faults';

/**
 * Draws jobs of every kind, asks all rooms of each what they show, and tells what does not agree, what is open, and how
 * long a plan takes. Then each agreement is broken once in one room, and its check has to catch it.
 */
const say = (text = ''): void => void process.stdout.write(`${text}\n`);
const OF_EACH = 56;
const NAMES = Object.keys(CHECKS) as CheckName[];
/** So many contradictions are told one by one. */
const MOST_TOLD = 20;

/** A share of a list of figures in order. */
const quantile = (list: readonly number[], share: number): number =>
  [...list].sort((one, other) => one - other)[Math.min(list.length - 1, Math.floor(share * list.length))] ?? 0;
const times = (name: string, list: readonly number[]): void =>
  say(
    `${name}: ${quantile(list, 0.5).toFixed(1)} ms in the median, ${quantile(list, 0.95).toFixed(1)} ms for 95 %, ` +
      `${Math.max(...list).toFixed(1)} ms at worst`,
  );

const kept: number[] = [];
const cold: number[] = [];
const told: string[] = [];
const broken = new Set<CheckName>();
let [jobs, contradicting, open, arcs, short] = [0, 0, 0, 0, 0];
const reasons = new Map<string, number>();

function look(kind: string, seed: number, rooms: Rooms): void {
  const found = NAMES.flatMap((name) => CHECKS[name](rooms).map((one) => ({ name, ...one })));
  if (found.length > 0) contradicting++;
  for (const { name, of, says, against } of found)
    told.push(`  ${kind} ${seed}, ${name}: ${of} says ${JSON.stringify(says)} against ${JSON.stringify(against)}`);
  if (rooms.plan.open.length > 0) open++;
  for (const { code } of rooms.plan.open) reasons.set(code, (reasons.get(code) ?? 0) + 1);
  arcs += rooms.torch.arcs.length;
  if (!rooms.torch.isWhole) short++;
  for (const name of NAMES)
    if (!broken.has(name) && CHECKS[name](SEEDED_FAULTS[name](rooms)).length > 0) broken.add(name);
}

for (const kind of JOB_KINDS) {
  for (let seed = 1; seed <= OF_EACH; seed++) {
    const drawn = drawnPlan(kind, seed);
    kept.push(drawn.keptMs);
    cold.push(drawn.coldMs);
    look(kind, seed, drawnRooms(drawn));
    jobs++;
  }
  say(`${kind}: ${OF_EACH} jobs`);
}

say();
say(`${jobs} jobs, ${arcs} arcs asked for at the torch one after another (${short} parts not walked to their end)`);
say(`contradicting: ${contradicting} jobs, ${told.length} contradictions`);
for (const line of told.slice(0, MOST_TOLD)) say(line);
const share = (100 * open) / jobs;
const why = [...reasons].map(([code, count]) => `${code} ${count}`).join(', ');
say(`open: ${open} jobs, ${share.toFixed(1)} %${why === '' ? '' : ` (${why})`}`);
times('a plan from kept choices and orders', kept);
times('a plan with nothing kept', cold);
say(`seeded faults caught: ${broken.size} of ${NAMES.length}`);
const missed = NAMES.filter((name) => !broken.has(name));
if (missed.length > 0) say(`not caught: ${missed.join(', ')}`);
if (contradicting > 0 || missed.length > 0) process.exitCode = 1;
