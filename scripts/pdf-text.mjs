import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

// Says what stands in a PDF: of each sheet its size in points and its words, line by line. For tests: node
// scripts/pdf-text.mjs FILE
const document = await getDocument({ data: new Uint8Array(readFileSync(process.argv[2])), verbosity: 0 }).promise;
const pages = [];
for (let number = 1; number <= document.numPages; number++) {
  const page = await document.getPage(number);
  const [, , width, height] = page.view;
  const { items } = await page.getTextContent();
  pages.push({ width, height, text: items.map(({ str, hasEOL }) => str + (hasEOL ? '\n' : '')).join('') });
}
const { info } = await document.getMetadata();
process.stdout.write(JSON.stringify({ title: info.Title, pages }));
