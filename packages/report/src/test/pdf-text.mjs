// node pdf-text.mjs FILE.pdf: the text of a PDF, a line a page, and the colours in which it draws, as JSON. Jest's own modules cannot load what reads it.
import { readFileSync } from 'node:fs';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';

const data = new Uint8Array(readFileSync(process.argv[2]));
const pdf = await getDocument({ data, useSystemFonts: true, verbosity: 0 }).promise;
const pages = [];
const colours = new Set();
let images = 0;
for (let n = 1; n <= pdf.numPages; n++) {
  const page = await pdf.getPage(n);
  const { items } = await page.getTextContent();
  const { fnArray, argsArray } = await page.getOperatorList();
  fnArray.forEach((f, i) => (f === OPS.setFillRGBColor || f === OPS.setStrokeRGBColor) && colours.add(argsArray[i][0]));
  images += fnArray.filter((f) => f === OPS.paintImageXObject || f === OPS.paintInlineImageXObject).length;
  pages.push(items.map((i) => i.str));
}
const { info } = await pdf.getMetadata();
const outline = (await pdf.getOutline()) ?? [];
process.stdout.write(
  JSON.stringify({ pages, title: info.Title, outline: outline.map((o) => o.title), colours: [...colours], images }),
);
