import { cellText, isNumber, type Block, type Cell, type Column, type TableBlock, type TextBlock } from './document.js';
import { inInk } from './drawing.js';
import type { TaggedCell, TaggedPlace, TaggedTable } from './tagged.js';
import { msg } from './words.js';

/* Blocks of a report as pdfmake takes them. */

export type Content = Record<string, unknown> | string;

export const INK = '#22302B';
export const QUIET = '#626C66';
const RULE = '#DED7CB';
const SOFT = '#EBE6DC';
const WASH = '#F7F4EE';
export const FAILS = '#A93A22';
const NEAR = '#855A10';
/** points between the lines of a table */
const ROW = 2.2;
/** the same where a sheet is to be on one page */
const CLOSE = 0.1;
/** type of such a table, points */
const CLOSE_TYPE = 7.4;
/** room that a heading wants under it on its page: the head of a table and two of its rows */
const UNDER_HEADING = 62;

/** in colour, or without */
export interface Look {
  isInk: boolean;
  tone: (colour: string) => string;
}

/** A heading that goes to the next page where there is no room for what is under it: it takes that room, and gives it back. */
export const notAlone = (heading: Content): Record<string, unknown> => ({
  stack: [heading, { text: ' ', fontSize: 1, margin: [0, UNDER_HEADING, 0, 0] }],
  unbreakable: true,
  margin: [0, 0, 0, -UNDER_HEADING - 2],
});

/** The blocks of a section in their order. */
export const blocksOf = (blocks: readonly Block[], look: Look): Content[] =>
  paired(blocks).map((b) => (b.kind === 'step' ? stepOf(b) : blockOf(b, look)));

interface Step {
  kind: 'step';
  formula: TextBlock;
  said: TextBlock;
}

/** a formula with what is said of it as one: a page of steps is laid out in half the time */
function paired(blocks: readonly Block[]): (Block | Step)[] {
  const found: (Block | Step)[] = [];
  for (let i = 0; i < blocks.length; i++) {
    const [b, next] = [blocks[i]!, blocks[i + 1]];
    if (b.kind === 'text' && b.tone === 'formula' && next?.kind === 'text' && next.tone === 'quiet') {
      found.push({ kind: 'step', formula: b, said: next });
      i++;
    } else found.push(b);
  }
  return found;
}

const stepOf = ({ formula, said }: Step): Content => ({
  text: [
    { text: `${formula.text}\n`, fontSize: 9 },
    { text: said.text, fontSize: 8, color: QUIET },
  ],
  margin: [8, 2, 0, 1],
});

export function blockOf(b: Block, look: Look): Content {
  switch (b.kind) {
    case 'text': {
      const looks = {
        quiet: { color: QUIET, fontSize: 8 },
        fails: { color: look.tone(FAILS), bold: true },
        strong: { bold: true, fontSize: 10, margin: [0, 8, 0, 1] },
        formula: { fontSize: 9, margin: [8, 3, 0, 0] },
      };
      return { text: b.text, margin: [b.tone === 'quiet' ? 8 : 0, 1, 0, 1], ...(b.tone ? looks[b.tone] : {}) };
    }
    case 'figure':
      return {
        stack: [
          { svg: look.isInk ? inInk(b.svg) : b.svg, width: b.width },
          { text: b.caption, color: QUIET, fontSize: 8, margin: [0, 0, 0, 8] },
        ],
        unbreakable: true,
      };
    case 'table':
      return tableOf(b, look);
  }
}

function tableOf(t: TableBlock, { tone }: Look): Content {
  const heads = t.columns.map((c) => headText(c));
  const hasHead = heads.some((h) => h !== '');
  const many = t.columns.length > 7;
  const room = t.isClose ? CLOSE : ROW;
  const size = t.isClose ? CLOSE_TYPE : many ? 7.5 : 8.5;
  const spoken = spokenOf(t, hasHead);
  const said = (row: number, column: number): { cell: TaggedCell } => ({ cell: { table: spoken, row, column } });
  const above = spoken.heads;
  const body: Content[][] = [
    ...(hasHead
      ? [
          heads.map((h, k) => ({
            text: h,
            ...said(0, k),
            color: QUIET,
            fontSize: size - 0.5,
            alignment: t.columns[k]!.isText ? 'left' : 'right',
          })),
        ]
      : []),
    ...t.rows.map((r, i) =>
      r.isHeading
        ? [
            {
              text: String(r.cells[0]),
              ...said(above + i, 0),
              bold: true,
              fontSize: size,
              colSpan: t.columns.length,
              fillColor: WASH,
              margin: [0, 1, 0, 1],
            },
            ...t.columns.slice(1).map(() => ({ text: '' })),
          ]
        : t.columns.map((c, k) => ({ ...cellContent(r.cells[k] ?? null, c, size, tone), ...said(above + i, k) })),
    ),
  ];
  if (t.rows.length === 0) return { text: '' };
  const whole = t.columns.reduce((sum, c) => sum + (c.width ?? 1), 0);
  const table: Content = {
    ...(t.isClose ? { lineHeight: 1 } : {}),
    table: {
      headerRows: hasHead ? 1 : 0,
      dontBreakRows: true,
      widths: t.columns.map((c) => `${((100 * (c.width ?? 1)) / whole).toFixed(2)}%`),
      body,
    },
    layout: {
      hLineWidth: (i: number, node: { table: { body: unknown[] } }) => (i === 0 || i === node.table.body.length ? 0.8 : 0.4),
      vLineWidth: () => 0,
      hLineColor: (i: number, node: { table: { body: unknown[] } }) =>
        i === 0 || i === node.table.body.length || (hasHead && i === 1) ? RULE : SOFT,
      paddingLeft: () => 3,
      paddingRight: () => 3,
      paddingTop: () => room,
      paddingBottom: () => room,
    },
    margin: [0, 2, 0, t.isClose ? 2 : 8],
  };
  return t.caption === undefined
    ? table
    : { stack: [notAlone({ text: t.caption, bold: true, margin: [0, t.isClose ? 4 : 6, 0, 1] }), table] };
}

/** Rows and heads of a table as they are told to a reader by ear: the words in the first column head their rows. */
function spokenOf(t: TableBlock, hasHead: boolean): TaggedTable {
  const across = t.columns.length;
  const isLabelled = across > 1 && t.columns[0]!.isText === true;
  const body = t.rows.map((r): TaggedPlace[] =>
    r.isHeading
      ? [{ heads: 'Column', span: across }]
      : t.columns.map((_, k) => ({ heads: k === 0 && isLabelled ? 'Row' : null })),
  );
  const head = t.columns.map((): TaggedPlace => ({ heads: 'Column' }));
  return { rows: hasHead ? [head, ...body] : body, heads: hasHead ? 1 : 0 };
}

const headText = ({ label, unit }: Column): string => (unit ? `${label}, ${unit}` : label);

function cellContent(cell: Cell, c: Column, size: number, tone: (colour: string) => string): Record<string, unknown> {
  const verdict = isNumber(cell) ? cell.verdict : undefined;
  const word = typeof cell === 'string' ? cell : '';
  const isFailing = verdict === 'fails' || word === 'FAILS' || word === msg('report.notSolved');
  const isNear = verdict === 'near' || word === 'near';
  const mark = verdict === 'fails' ? msg('report.fails') : verdict === 'near' ? msg('report.near') : '';
  return {
    text: `${cellText(cell)}${mark}`,
    fontSize: size,
    alignment: c.isText ? 'left' : 'right',
    ...(isFailing ? { color: tone(FAILS), bold: true } : isNear ? { color: tone(NEAR) } : {}),
  };
}
