import type * as ContractsModule from '@variatum/contracts';
import type * as JobModule from '@variatum/job';
import type * as CoreModule from '@variatum/metallurgy';
import type { ChooseInput, JointInput, PieceInput, ServiceInput } from '@variatum/metallurgy';
import { createHash } from 'node:crypto';
import { join, resolve } from 'node:path';
import { mulberry } from '../apps/server/src/testing/mulberry';

/**
 * Whether two versions of the program answer the same bytes: every demo job, and random questions.
 *
 *     npx tsx scripts/compare-answers.ts <another checkout, its packages installed> [how many random questions]
 */
const [other, count = '200'] = process.argv.slice(2);
if (other === undefined) throw new Error('name another checkout of the program, with its packages installed');

type Core = typeof CoreModule;
type Records = typeof ContractsModule & typeof JobModule;
interface Demo {
  readonly DEMO_JOBS: readonly {
    readonly title: string;
    readonly service: object;
    readonly temperaturesC?: object;
    readonly joints: readonly { readonly joint: object; readonly sides: readonly { readonly piece: number }[] }[];
    readonly alike?: boolean;
    readonly pieces: readonly (Record<string, unknown> & {
      readonly tests?: readonly (Record<string, unknown> & {
        readonly note?: string;
        readonly spot?: unknown;
        readonly struckOut?: string;
      })[];
    })[];
  }[];
}

/** Fewer draws than in earnest: bytes differ with any number of them, if they do. */
const SAMPLES = 128;

const core = (root: string): Promise<Core> => import(join(root, 'packages/metallurgy/src/index.ts')) as Promise<Core>;
/** Schemas of records and what is made of them, in whichever of the two a version has it. */
const records = async (root: string): Promise<Records> => ({
  ...((await import(join(root, 'packages/contracts/src/index.ts'))) as typeof ContractsModule),
  ...((await import(join(root, 'packages/job/src/index.ts'))) as typeof JobModule),
});
const demo = (root: string): Promise<Demo> =>
  import(join(root, 'apps/server/src/demo/jobs.ts')) as unknown as Promise<Demo>;

/** Questions of the demo jobs as a version itself makes them. */
async function demoQuestions(root: string): Promise<Map<string, ChooseInput>> {
  const { jointQuestion, newJobSchema, newPieceSchema } = await records(root);
  const questions = new Map<string, ChooseInput>();
  for (const { title, service, temperaturesC, joints, alike, pieces } of (await demo(root)).DEMO_JOBS) {
    // What is left out is as each version itself fills it in.
    const job = {
      ...newJobSchema.parse({ title, service, ...(temperaturesC ? { temperaturesC } : {}) }),
      pieces: pieces.map(({ tests = [], ...piece }, position) => ({
        ...newPieceSchema.parse(piece),
        id: String(position),
        position,
        withdrawnAt: null,
        tests: tests.map(({ note: _note, spot: _spot, struckOut, ...entry }) => ({
          entry,
          struckOutAt: struckOut ?? null,
        })),
      })),
    };
    for (const [index, { joint, sides }] of (alike ? joints.slice(0, 1) : joints).entries()) {
      const described = { joint, sides: sides.map(({ piece }) => ({ piece: String(piece) })) };
      // Of a job and a joint the question reads nothing but this.
      const question = jointQuestion(...([job, described] as unknown as Parameters<typeof jointQuestion>));
      if (question) questions.set(`${title}, joint ${index + 1}`, question);
    }
  }
  return questions;
}

/** Random questions, the same for both versions. */
async function randomQuestions(many: number): Promise<Map<string, ChooseInput>> {
  const { FIELD_TESTS, GRADES, ITEM_FAMILIES, JOINTS, ENVIRONMENTS, PROCESSES } = await core(process.cwd());
  const random = mulberry(20261126);
  const pick = <One>(list: readonly One[]): One => list[Math.floor(random() * list.length)] as One;
  const piece = (): PieceInput => {
    if (random() < 0.4) return { grade: pick(GRADES).id };
    const tests = FIELD_TESTS.filter(({ outcomes }) => (outcomes?.length ?? 0) > 0);
    return {
      item: { family: pick(ITEM_FAMILIES).id },
      tests: Array.from({ length: Math.floor(random() * 4) }, () => {
        const test = pick(tests);
        return { test: test.id, outcome: pick(test.outcomes).id };
      }),
    };
  };
  const keys = <Key extends string>(record: Readonly<Record<Key, unknown>>): Key[] => Object.keys(record) as Key[];
  const joint = (): JointInput => ({
    type: pick(keys(JOINTS.types)),
    process: pick(PROCESSES),
    thicknessMm: 1 + Math.floor(random() * 12),
  });
  const service = (): ServiceInput => ({ environment: pick(keys(ENVIRONMENTS)), vibration: random() < 0.3 });
  return new Map(
    Array.from({ length: many }, (_, index) => [
      `random ${index}`,
      { pieces: Array.from({ length: random() < 0.2 ? 1 : 2 }, piece), joint: joint(), service: service() },
    ]),
  );
}

/** Fingerprints of the answers; what a version will not answer is an answer too. */
async function answers(root: string, random: Map<string, ChooseInput>): Promise<Map<string, string>> {
  const { choose } = await core(root);
  const all = new Map([...(await demoQuestions(root)), ...random]);
  return new Map(
    [...all].map(([name, question]) => {
      let text: string;
      try {
        text = JSON.stringify(choose({ ...question, samples: SAMPLES }, 1));
      } catch (error) {
        text = JSON.stringify((error as Error).message);
      }
      return [name, createHash('sha256').update(text).digest('hex')];
    }),
  );
}

const random = await randomQuestions(Number(count));
const [here, there] = [await answers(process.cwd(), random), await answers(resolve(other), random)];
const differing = [...here].filter(([name, print]) => there.get(name) !== print).map(([name]) => name);
const missing = [...there.keys()].filter((name) => !here.has(name));
process.stdout.write(`${here.size - differing.length} of ${here.size} answers are the same bytes\n`);
for (const name of [...differing, ...missing].slice(0, 20)) process.stdout.write(`  differs: ${name}\n`);
process.exitCode = differing.length + missing.length > 0 ? 1 : 0;
