import type { Page } from '@playwright/test';
import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type * as PdfLibrary from 'pdfjs-dist';

const ROOT = join(import.meta.dirname, '../..');

/** All words of a PDF in one line. */
export async function wordsOfPdf(path: string): Promise<string> {
  const { stdout } = await promisify(execFile)('node', [join(ROOT, 'scripts/pdf-text.mjs'), path], {
    maxBuffer: 2 ** 24,
  });
  const { pages } = JSON.parse(stdout) as { readonly pages: readonly { readonly text: string }[] };
  return pages
    .map(({ text }) => text)
    .join('\n')
    .replaceAll(/\s+/g, ' ');
}

/** Shows sheets of a PDF beside each other, as a browser draws them. @param scale pixels for a point */
export async function showPdf(page: Page, path: string, scale: number, sheets: number): Promise<void> {
  const library = join(ROOT, 'node_modules/pdfjs-dist/build');
  await page.route('http://sheet.test/**', (route) => {
    const name = new URL(route.request().url()).pathname.slice(1);
    const body =
      '<!doctype html><body style="margin:12px;background:#8a8f94;display:flex;gap:12px;align-items:flex-start">';
    if (name === '') return route.fulfill({ contentType: 'text/html', body });
    if (name === 'sheet.pdf') return route.fulfill({ contentType: 'application/pdf', body: readFileSync(path) });
    return route.fulfill({ contentType: 'text/javascript', body: readFileSync(join(library, name)) });
  });
  await page.goto('http://sheet.test/');
  await page.evaluate(
    async ([pixels, most]) => {
      const library = (await import('http://sheet.test/pdf.mjs' as string)) as typeof PdfLibrary;
      library.GlobalWorkerOptions.workerSrc = 'http://sheet.test/pdf.worker.mjs';
      const whole = await library.getDocument('http://sheet.test/sheet.pdf').promise;
      for (let number = 1; number <= Math.min(most, whole.numPages); number++) {
        const sheet = await whole.getPage(number);
        const viewport = sheet.getViewport({ scale: pixels });
        const canvas = document.createElement('canvas');
        [canvas.width, canvas.height] = [Math.ceil(viewport.width), Math.ceil(viewport.height)];
        document.body.append(canvas);
        await sheet.render({ canvas, viewport }).promise;
      }
    },
    [scale, sheets] as const,
  );
}

/** The first sheet of a PDF as a browser shows it, pixel by pixel. */
export async function pixelsOfPdf(
  page: Page,
  path: string,
): Promise<{ readonly data: Uint8ClampedArray; readonly width: number; readonly height: number }> {
  const own = await page.context().newPage();
  await showPdf(own, path, 4, 1);
  const drawn = await own.evaluate(() => {
    const canvas = document.querySelector('canvas')!;
    const { data, width, height } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    return { data: [...data], width, height };
  });
  await own.close();
  return { ...drawn, data: Uint8ClampedArray.from(drawn.data) };
}
