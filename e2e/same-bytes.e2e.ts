import { execFileSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { expect, test } from './support/fixtures';

const QUESTION = {
  service: { environment: 'potable', vibration: true },
  joint: { type: 'fillet', thicknessMm: [2, 5] },
  pieces: [
    { grade: '316L' },
    { item: { family: 'turned-fitting' }, tests: [{ test: 'magnet', outcome: 'none', worked: 'soft' }] },
  ],
};
const SEED = 11;

test('the same seed gives the same bytes in the browser worker and in Node', async ({ page, demo }) => {
  const worker = readdirSync('dist/web/browser').find((name) => /^worker-.*\.js$/.test(name));
  expect(worker).toBeDefined();
  await page.goto(demo.url);
  const inBrowser = await page.evaluate(
    ({ file, question, seed }) =>
      new Promise<string>((done) => {
        const thread = new Worker(`/${file}`, { type: 'module' });
        thread.onmessage = ({ data }: MessageEvent<{ value?: unknown }>) => done(JSON.stringify(data.value));
        const raw = (value: unknown): object => ({ type: 'RAW', value });
        thread.postMessage({
          id: 'bytes',
          type: 'APPLY',
          path: ['run'],
          argumentList: [raw('choose'), raw(question), raw(seed)],
        });
      }),
    { file: worker as string, question: QUESTION, seed: SEED },
  );
  const printed = execFileSync('node', ['dist/cli.mjs', 'choose', '--seed', String(SEED)], {
    input: JSON.stringify(QUESTION),
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  const { engineVersion, ...inNode } = JSON.parse(printed) as Record<string, unknown>;
  expect(engineVersion).toBeDefined();
  // Compared as a flag: a difference would otherwise print both answers whole.
  expect(inBrowser === JSON.stringify(inNode)).toBe(true);
});
