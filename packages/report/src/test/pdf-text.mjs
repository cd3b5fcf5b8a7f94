// node pdf-text.mjs FILE.pdf …: the text of each PDF, a line a page, and the colours in which it draws, as JSON. Jest's own modules cannot load what reads it.
import { readFileSync } from 'node:fs';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';

async function read(file) {
  const data = new Uint8Array(readFileSync(file));
  const pdf = await getDocument({ data, useSystemFonts: true, verbosity: 0 }).promise;
  const pages = [];
  const colours = new Set();
  let images = 0;
  /** what a reader is told: the role of each part, with its text or what its figure shows */
  const tagged = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const { items: marked } = await page.getTextContent({ includeMarkedContent: true });
    const said = new Map();
    let id = null;
    for (const i of marked) {
      if (i.type === 'endMarkedContent') id = null;
      else if (i.type) id = i.id ?? null;
      else if (id !== null) said.set(id, (said.get(id) ?? '') + i.str);
    }
    const walk = (part) => {
      const content = part.children.filter((c) => c.type === 'content');
      if (content.length > 0)
        tagged.push({
          role: part.role,
          text:
            part.alt ??
            content
              .map((c) => said.get(c.id) ?? '')
              .join(' ')
              .trim(),
        });
      else if (part.role === 'Table' || part.role === 'TR') tagged.push({ role: part.role, text: '' });
      for (const child of part.children) if (child.children) walk(child);
    };
    const tree = await page.getStructTree();
    if (tree) walk(tree);
    const { fnArray, argsArray } = await page.getOperatorList();
    fnArray.forEach((f, i) => (f === OPS.setFillRGBColor || f === OPS.setStrokeRGBColor) && colours.add(argsArray[i][0]));
    images += fnArray.filter((f) => f === OPS.paintImageXObject || f === OPS.paintInlineImageXObject).length;
    pages.push(marked.filter((i) => !i.type).map((i) => i.str));
  }
  const { info } = await pdf.getMetadata();
  const outline = (await pdf.getOutline()) ?? [];
  return { pages, title: info.Title, outline: outline.map((o) => o.title), colours: [...colours], images, tagged };
}

const all = [];
for (const file of process.argv.slice(2)) all.push(await read(file));
process.stdout.write(JSON.stringify(all));
