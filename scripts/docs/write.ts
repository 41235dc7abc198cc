import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { choicePage } from './choice';
import { heatPage } from './heat';
import { modelsPage } from './models';

/** Writes the pages made from the data; with `--check` only says whether they are up to date. */
const PAGES = { 'docs/models.md': modelsPage, 'docs/choice.md': choicePage, 'docs/heat.md': heatPage };
const check = process.argv.includes('--check');
mkdirSync('docs', { recursive: true });
for (const [file, make] of Object.entries(PAGES)) {
  const text = await format(make(), { ...(await resolveConfig(file)), parser: 'markdown', proseWrap: 'always' });
  if (!check) writeFileSync(file, text);
  else if (readFileSync(file, 'utf8') !== text) {
    process.stderr.write(`${file} is not what the data says; run npm run docs\n`);
    process.exitCode = 1;
  }
}
