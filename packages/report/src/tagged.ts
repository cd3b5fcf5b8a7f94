import { createRequire } from 'node:module';

/** what of the renderer and of the document it writes to is used here */
interface Marked {
  page: { height: number };
  struct(type: string, options?: { alt?: string }, children?: unknown[]): Part;
  addStructure(part: Part): void;
  markStructureContent(type: string): unknown;
  markContent(type: string): void;
  endMarkedContent(): void;
}
interface Part {
  add(part: Part): Part;
  end(): void;
}
interface Line {
  y: number;
  _outline?: unknown;
  inlines: { text: string; fontSize: number }[];
}
interface Renderer {
  pdfDocument: Marked;
  root?: Part;
  renderPages(pages: unknown): void;
  renderLine(line: Line, x: number, y: number): void;
  renderVector(vector: unknown): void;
  renderSVG(figure: { svg?: unknown }): void;
  renderImage(image: unknown): void;
}

export interface Room {
  /** points of the page's head and foot, which are read as no part of the text */
  top: number;
  bottom: number;
  /** the size of type, points, from which a line is the title of the document */
  title: number;
}

let isTagging = false;

/**
 * Makes pdfmake write the structure of a PDF (ISO 32000-1, 14.7 and 14.8): the title as H1, the bookmarked headings
 * as H2, text as P, figures with what they show, lines and page heads as artifacts. pdfmake marks a document as
 * tagged, but says nothing of what is in it: a reader that trusts the mark would find nothing. Done once a process.
 */
export function writeStructure({ top, bottom, title }: Room): void {
  if (isTagging) return;
  isTagging = true;
  const { default: made } = createRequire(import.meta.url)('pdfmake/js/Renderer.js') as { default: { prototype: Renderer } };
  const plain = { ...methodsOf(made.prototype) };

  const within = (renderer: Renderer, type: string, alt: string | null, draw: () => void): void => {
    const { pdfDocument, root } = renderer;
    const content = pdfDocument.markStructureContent(type);
    draw();
    pdfDocument.endMarkedContent();
    const part = pdfDocument.struct(type, alt === null ? {} : { alt }, [content]);
    root!.add(part);
    part.end();
  };
  const asArtifact = ({ pdfDocument }: Renderer, draw: () => void): void => {
    pdfDocument.markContent('Artifact');
    draw();
    pdfDocument.endMarkedContent();
  };

  Object.assign(made.prototype, {
    renderPages(this: Renderer, pages: unknown) {
      const root = this.pdfDocument.struct('Document');
      this.pdfDocument.addStructure(root);
      this.root = root;
      plain.renderPages.call(this, pages);
      root.end();
    },
    renderLine(this: Renderer, line: Line, x: number, y: number) {
      const draw = (): void => plain.renderLine.call(this, line, x, y);
      const isBlank = line.inlines.every((i) => i.text.trim() === '');
      if (isBlank || y < top || y > this.pdfDocument.page.height - bottom) asArtifact(this, draw);
      else within(this, line.inlines[0]!.fontSize >= title ? 'H1' : line._outline ? 'H2' : 'P', null, draw);
    },
    renderVector(this: Renderer, vector: unknown) {
      asArtifact(this, () => plain.renderVector.call(this, vector));
    },
    renderSVG(this: Renderer, figure: { svg?: unknown }) {
      within(this, 'Figure', shownIn(figure.svg), () => plain.renderSVG.call(this, figure));
    },
    renderImage(this: Renderer, image: unknown) {
      within(this, 'Figure', 'Logo', () => plain.renderImage.call(this, image));
    },
  });
}

const methodsOf = ({ renderPages, renderLine, renderVector, renderSVG, renderImage }: Renderer) => ({
  renderPages,
  renderLine,
  renderVector,
  renderSVG,
  renderImage,
});

/** what a figure says of itself */
const shownIn = (svg: unknown): string =>
  (typeof svg === 'string' ? /aria-label="([^"]*)"|<title>([^<]*)</.exec(svg)?.slice(1).find(Boolean) : undefined) ?? 'Figure';
