import type { TDocumentDefinitions } from 'pdfmake/interfaces';

/**
 * Lays a document out. Its fonts come with the library, under the Apache licence; nothing else is read from disk, and
 * nothing fetched.
 */
export async function pdfOf(document: TDocumentDefinitions): Promise<Uint8Array> {
  // Fetched only where a report is asked for.
  const [{ default: pdfmake }, { default: fonts }] = await Promise.all([
    import('pdfmake'),
    import('pdfmake/fonts/Roboto.js'),
  ]);
  const files = new Set(Object.values(fonts.Roboto));
  pdfmake.setFonts(fonts);
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => files.has(path));
  return new Uint8Array(await pdfmake.createPdf(document).getBuffer());
}
