import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expect, test } from './support/fixtures';

/** A page that tries, in every way a page can, to have a job made in the name of whoever opens it. */
const trap = (program: string): string => `<!doctype html><title>Trap</title>
<form id="form" method="post" enctype="text/plain" target="frame" action="${program}api/jobs">
  <input name='{"title":"Planted by a form","x":"' value='"}'>
</form>
<iframe name="frame"></iframe>
<script type="module">
  const planted = { method: 'POST', credentials: 'include', body: '{"title":"Planted by a script"}' };
  const send = (options) =>
    fetch('${program}api/jobs', { ...planted, ...options }).then(() => 'sent', () => 'refused');
  document.getElementById('form').submit();
  const became = [await send({ mode: 'no-cors' }), await send({ headers: { 'Content-Type': 'application/json' } })];
  const asked = fetch('${program}api/jobs', { credentials: 'include' });
  became.push(await asked.then((answer) => answer.text(), () => 'refused'));
  document.title = 'done ' + became.join(' ');
</script>`;

test('a page of another origin does nothing in the name of whoever is signed in', async ({ browser, demo }) => {
  const foreign = createServer((_request, response) => {
    response.setHeader('Content-Type', 'text/html');
    response.end(trap(demo.url));
  });
  await new Promise<void>((done) => foreign.listen(0, '127.0.0.1', done));
  const { port } = foreign.address() as AddressInfo;
  const context = await browser.newContext();
  try {
    const page = await context.newPage();
    await page.goto(demo.url);
    await page.getByRole('banner').getByText('Who works?').click();
    await page.getByRole('button', { name: 'Early shift, welder' }).click();
    await expect(page.getByRole('banner').getByText('Early shift', { exact: true })).toBeVisible();
    let sent = 0;
    context.on('request', (request) => {
      if (request.url().startsWith(`${demo.url}api/`)) sent++;
    });
    const answered: number[] = [];
    context.on('response', (response) => {
      const own = response.request().method() === 'GET';
      if (response.url().startsWith(`${demo.url}api/`) && !own) answered.push(response.status());
    });
    // The same name on another port is another origin, though cookies go there; another name is another site as well.
    for (const host of ['127.0.0.1', 'localhost']) {
      await page.goto(`http://${host}:${port}/`);
      await expect(page).toHaveTitle('done refused refused refused');
    }
    // A form and three scripts from each; what a script is answered shows nowhere but in what it could not do.
    await expect.poll(() => sent).toBeGreaterThanOrEqual(8);
    await expect.poll(() => answered.length).toBeGreaterThanOrEqual(2);
    expect(new Set(answered)).toEqual(new Set([403]));
    await page.goto(demo.url);
    const { jobs } = (await (await context.request.get(`${demo.url}api/jobs?search=Planted`)).json()) as {
      jobs: unknown[];
    };
    expect(jobs).toEqual([]);
  } finally {
    await context.close();
    await new Promise((done) => foreign.close(done));
  }
});
