import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** Pages and words of a PDF, as a reader finds them. */
export async function readPdf(bytes: Uint8Array): Promise<{ pages: number; text: string }> {
  const doc = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, verbosity: 0 }).promise;
  const words: string[] = [];
  for (let n = 1; n <= doc.numPages; n += 1) {
    const { items } = await (await doc.getPage(n)).getTextContent();
    words.push(items.map((i) => ('str' in i ? i.str : '')).join(' '));
  }
  await doc.destroy();
  return { pages: words.length, text: words.join('\n').replace(/\s+/g, ' ') };
}
