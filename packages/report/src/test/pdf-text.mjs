// node pdf-text.mjs FILE.pdf: the text of a PDF, a line a page, as JSON. Jest's own modules cannot load what reads it.
import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const data = new Uint8Array(readFileSync(process.argv[2]));
const pdf = await getDocument({ data, useSystemFonts: true, verbosity: 0 }).promise;
const pages = [];
for (let n = 1; n <= pdf.numPages; n++) {
  const { items } = await (await pdf.getPage(n)).getTextContent();
  pages.push(items.map((i) => i.str));
}
const { info } = await pdf.getMetadata();
const outline = (await pdf.getOutline()) ?? [];
process.stdout.write(JSON.stringify({ pages, title: info.Title, outline: outline.map((o) => o.title) }));
