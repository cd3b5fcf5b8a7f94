import { createRequire } from 'node:module';

/** what of the renderer and of the document it writes to is used here */
interface Marked {
  page: { height: number };
  struct(type: string, options?: { alt?: string; scope?: 'Row' | 'Column' }, children?: unknown[]): Part;
  addStructure(part: Part): void;
  markStructureContent(type: string): unknown;
  markContent(type: string): void;
  endMarkedContent(): void;
}
interface Part {
  dictionary: { data: { A?: object } };
  add(part: unknown): Part;
  end(): void;
}
interface Line {
  y: number;
  _outline?: unknown;
  cell?: TaggedCell;
  inlines: { text: string; fontSize: number }[];
}
interface Renderer {
  pdfDocument: Marked;
  root?: Part;
  /** what was begun of the tables: the parts of their cells by row and column */
  begun?: Map<TaggedTable, Part[][]>;
  /** on which page a row of heads was told: it is printed again on every further one */
  told?: Map<TaggedTable, unknown>;
  renderPages(pages: unknown): void;
  renderLine(line: Line, x: number, y: number): void;
  renderVector(vector: unknown): void;
  renderSVG(figure: { svg?: unknown }): void;
  renderImage(image: unknown): void;
}
interface Layout {
  buildNextLine(node: { cell?: TaggedCell }): Line | null;
}

/** What a reader by ear is told of a table: for each row the cells it has, empty ones too. */
export interface TaggedTable {
  rows: readonly (readonly TaggedPlace[])[];
  /** rows at its top that are printed again on every page */
  heads: number;
}

export interface TaggedPlace {
  /** heads a column or a row; null: a cell of data */
  heads: 'Row' | 'Column' | null;
  /** columns over which it goes, 1 where it is not said */
  span?: number;
}

/** Which cell of which table a text of pdfmake is: the property `cell` of its node. */
export interface TaggedCell {
  table: TaggedTable;
  row: number;
  column: number;
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
 * as H2, text as P, tables as Table, TR, TH and TD, figures with what they show, lines and page heads as artifacts. pdfmake marks a document as
 * tagged, but says nothing of what is in it: a reader that trusts the mark would find nothing. Done once a process.
 */
export function writeStructure({ top, bottom, title }: Room): void {
  if (isTagging) return;
  isTagging = true;
  const inside = createRequire(import.meta.url);
  const { default: made } = inside('pdfmake/js/Renderer.js') as { default: { prototype: Renderer } };
  const { default: layout } = inside('pdfmake/js/LayoutBuilder.js') as { default: { prototype: Layout } };
  const plain = { ...methodsOf(made.prototype), buildNextLine: layout.prototype.buildNextLine };
  layout.prototype.buildNextLine = function (this: Layout, node) {
    const line = plain.buildNextLine.call(this, node);
    if (line && node.cell) line.cell = node.cell;
    return line;
  };

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

  const tableOf = ({ pdfDocument, root }: Renderer, table: TaggedTable): Part[][] => {
    const whole = pdfDocument.struct('Table');
    root!.add(whole);
    return table.rows.map((places) => {
      const row = pdfDocument.struct('TR');
      whole.add(row);
      return places.map(({ heads, span = 1 }) => {
        const cell = pdfDocument.struct(heads ? 'TH' : 'TD', heads ? { scope: heads } : {});
        const { data } = cell.dictionary;
        if (span > 1) data.A = { O: 'Table', ...data.A, ColSpan: span };
        row.add(cell);
        return cell;
      });
    });
  };

  const inCell = (renderer: Renderer, { table, row, column }: TaggedCell, draw: () => void): void => {
    const { pdfDocument, begun, told } = renderer;
    if (row < table.heads) {
      if (!told!.has(table)) told!.set(table, pdfDocument.page);
      else if (told!.get(table) !== pdfDocument.page) return asArtifact(renderer, draw);
    }
    if (!begun!.has(table)) begun!.set(table, tableOf(renderer, table));
    const content = pdfDocument.markStructureContent('Span');
    draw();
    pdfDocument.endMarkedContent();
    begun!.get(table)![row]![column]!.add(content);
  };

  Object.assign(made.prototype, {
    renderPages(this: Renderer, pages: unknown) {
      this.begun = new Map();
      this.told = new Map();
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
      else if (line.cell) inCell(this, line.cell, draw);
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
