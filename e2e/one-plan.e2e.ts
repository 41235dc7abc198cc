import type { BoardJob, NewJob, Plan, PlanStep } from '@variatum/contracts';
import type { APIRequestContext, Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { lookAtJoint, openJob, stage } from './support/part';
import { saved } from './support/saved';
import { WHOLE_JOBS } from './support/whole-jobs';

/** Each job is done by itself: they share the workers among them. */
test.describe.configure({ mode: 'parallel' });

/** Opens a part of the page beside the pictures. */
const side = (page: Page, name: string): Promise<void> =>
  page.getByRole('tablist', { name: 'Prepare' }).getByRole('tab', { name }).click();

/** Minutes of words such as `1 h 10`, `45 min` or `30 s`. */
function minutesOf(words: string): number {
  const [, hours, rest] = /^(\d+) h (\d+)$/.exec(words) ?? [];
  if (hours !== undefined) return 60 * Number(hours) + Number(rest);
  const [, figure = 'NaN', unit] = /^([\d.]+) (min|s)$/.exec(words) ?? [];
  return unit === 's' ? Number(figure) / 60 : Number(figure);
}

/** What is rounded to whole minutes, or to quarters of an hour where it is long. */
const near = (minutes: number): number => Math.max(1, 0.06 * minutes);

const isArc = ({ do: what }: Pick<PlanStep, 'do'>): boolean => what === 'tack' || what === 'run';

/** A part of the program's interface a story asks beside the page. */
class Asked {
  constructor(
    private readonly request: APIRequestContext,
    private readonly url: string,
  ) {}

  async add(body: NewJob): Promise<string> {
    const added = await this.request.post(`${this.url}api/jobs`, { data: body });
    expect([added.status(), await added.text()]).toEqual([201, expect.any(String)]);
    return ((await added.json()) as { id: string }).id;
  }

  async plan(id: string): Promise<Plan> {
    return (await (await this.request.get(`${this.url}api/jobs/${id}/plan`)).json()) as Plan;
  }

  async onBoard(title: string): Promise<BoardJob> {
    const { jobs } = (await (await this.request.get(`${this.url}api/jobs`, { params: { search: title } })).json()) as {
      jobs: BoardJob[];
    };
    return jobs.find((one) => one.title === title)!;
  }
}

/** Decides on the rod of every joint that is described by itself; those alike follow. */
async function decideAll(page: Page, plan: Plan): Promise<void> {
  await stage(page, 'Rod');
  await expect(page.getByRole('region', { name: 'Ranking' })).toBeVisible();
  for (const { number, alikeTo } of plan.joints) {
    if (alikeTo !== null) continue;
    if (plan.joints.length > 1) await lookAtJoint(page, number);
    await expect(page.getByText(/order settled|first places are close/)).toBeVisible();
    await page.getByRole('button', { name: /^Decide on/ }).click();
    await expect(page.getByText(/^Decided|Decided on/).first()).toBeVisible();
  }
  await saved(page);
}

/** What the rooms before the arc show, against the plan. */
async function comparePrepared(page: Page, plan: Plan): Promise<void> {
  const first = plan.joints[0]!;
  await expect(page.getByTestId('standing-rod')).toHaveText(first.rod.used ?? 'No rod');
  await stage(page, 'Prepare');
  await side(page, 'Settings');
  const settings = page.getByRole('region', { name: 'Settings' });
  const [root] = first.passes;
  await expect(settings).toContainText(root?.rod ?? 'no rod');
  const current = settings.getByRole('term').filter({ hasText: /^Current$/ });
  await expect(current.locator('xpath=following-sibling::dd[1]')).toContainText(`${root?.amps.median ?? ''} A`);
  await side(page, 'List');
  // Tacks: the list, joint by joint; what is not held together has none.
  for (const { number, tacks, alikeTo } of plan.joints) {
    const item = page.getByText(new RegExp(`tacks on joint ${number}\\b`));
    if (tacks && alikeTo === null)
      await expect(item.first()).toContainText(`${tacks.atMm.length} tacks on joint ${number}`);
    else await expect(item).toHaveCount(0);
  }
}

/** Welds the whole part at the torch, as it asks for it, each arc as long as the plan has it. */
async function weldAll(page: Page, plan: Plan): Promise<readonly string[]> {
  const torch = page.getByRole('dialog');
  const what = torch.locator('.what');
  const press = torch.locator('button.press');
  const told: string[] = [];
  const arcs = plan.steps.filter(isArc);
  // Waits of gas and metal stand between the arcs; more presses than this go round in a circle.
  for (let left = 60 * arcs.length; left > 0; left--) {
    const [said, about] = [await what.innerText(), await torch.locator('.about').innerText()];
    // Nothing is asked of the hand while something is waited for.
    const isWaiting = /\bhold\b/.test((await press.getAttribute('class')) ?? '');
    if (said === 'Done') return told;
    if ((await press.innerText()).includes('Arc on')) {
      const step = arcs[told.length]!;
      const own = plan.joints.find(({ id }) => id === step.joint)!;
      const pass = own.passes[(step.pass ?? 1) - 1]!;
      const amps = step.do === 'tack' ? own.tacks!.amps : pass.amps.median;
      const held = torch.getByRole('list', { name: 'Set and held' });
      await expect(held, `${step.id}: ${about}`).toContainText(`${Math.round(amps)} A`);
      await expect(held).toContainText(pass.rod ?? 'no rod');
      told.push(step.id);
      await press.click();
      await expect(press).toContainText('Arc out');
      const seconds = step.do === 'tack' ? 2 : Math.abs(step.toMm! - step.fromMm!) / pass.travelMmPerS;
      await page.clock.fastForward(1000 * Math.max(2, Math.round(seconds)));
      await press.click();
      await expect(press).not.toContainText('Arc out');
    } else if (isWaiting) await page.clock.fastForward(60_000);
    else await press.click();
  }
  throw new Error(`the torch came to no end: ${await what.innerText()}, ${await torch.locator('.about').innerText()}`);
}

for (const made of WHOLE_JOBS) {
  const body = made();
  test(`one plan in every room, from the rod to the report: ${body.title}`, async ({ page, demo }) => {
    const asked = new Asked(page.request, demo.url);
    const id = await asked.add(body);
    await page.clock.install();
    await page.goto(demo.url);
    await openJob(page, body.title);
    await decideAll(page, await asked.plan(id));
    const plan = await asked.plan(id);
    expect(plan.joints.every(({ rod }) => rod.decision !== null)).toBe(true);
    await comparePrepared(page, plan);

    // The torch strikes what the plan has, one after another, and the board follows.
    await stage(page, 'Weld');
    await page.getByRole('button', { name: 'To the torch' }).click();
    const told = await weldAll(page, plan);
    expect(told).toEqual(plan.steps.filter(isArc).map((step) => step.id));
    await page.keyboard.press('Escape');
    await saved(page);
    const after = await asked.plan(id);
    expect(after.steps.filter(isArc).every(({ state }) => state === 'done')).toBe(true);
    expect(await asked.onBoard(body.title)).toMatchObject({ standing: 'judge' });

    // It is judged by the profile the plan names, and priced by its minutes.
    await stage(page, 'Inspect');
    await expect(page.locator('main')).toContainText(after.joints[0]!.tint.inside === 'none' ? /./ : /Colour|colour/);
    await stage(page, 'Record');
    const quote = page.getByTestId('quote-total').getByText(/of work$/);
    await expect(quote).toBeVisible();
    const [said = ''] = ((await quote.textContent()) ?? '').trim().split(' (');
    const { total } = plan.minutes;
    expect(Math.abs(minutesOf(said) - total.median)).toBeLessThanOrEqual(near(total.median));
    const report = await page.request.get(`${demo.url}api/jobs/${id}/report`, { params: { kind: 'inspector' } });
    expect([report.status(), (await report.body()).subarray(0, 4).toString()]).toEqual([200, '%PDF']);
  });
}
