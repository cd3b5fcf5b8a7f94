import pdfmake from 'pdfmake';
import { pageOf, SHEETS, type ReportDocument, type Section } from './document.js';
import { FONT, FONT_FILES, inFonts } from './fonts.js';
import { blockOf, blocksOf, FAILS, INK, notAlone, QUIET, type Content, type Look } from './pdf-blocks.js';
import { writeStructure } from './tagged.js';
import { msg } from './words.js';

export type Paper = 'A4' | 'Letter';

export interface PdfOptions {
  paper?: Paper;
  /** no colour: marks and dashes alone tell apart */
  isInk?: boolean;
}

const CEDAR = '#8A4B2A';
const MARGIN = { side: 40, top: 56, bottom: 48 };
/** type of the document's title, points */
const TITLE = 20;
/** room of a page's number in the contents, points */
const PAGE_NUMBER = 34;
/** room of the picture in the head of the first page, points */
const LOGO = { width: 150, height: 46 };
/** tables of more columns than this are printed across a page that lies */
const MOST_COLUMNS = 9;

/** A report as PDF: fonts embedded, figures as lines, contents, bookmarks and tagged titles, page x of y. */
export async function reportPdf(report: ReportDocument, { paper = 'A4', isInk = false }: PdfOptions = {}): Promise<Buffer> {
  const contents = innerOf(report).map((s, k) => ({ title: s.title, to: { pageReference: placeOf(k) } }));
  const made = definition(report, paper, isInk, { isFirst: true, contents, hasCount: true });
  return bytesOf(printable(made, report, isInk, []).definition);
}

/** A chapter of a report as it is looked at before the whole is printed. */
export interface PrintedChapter {
  pdf: Buffer;
  pages: number;
  /** page of the chapter on which each of its sections begins, from 1 on */
  starts: number[];
  /** words that no font here has */
  missed: string[];
}

export interface ChapterOptions extends PdfOptions {
  /** it begins with the head of the first page */
  isFirst: boolean;
  /** of the first one: the sections of the report, and their pages as far as they are known */
  contents?: readonly { title: string; page: number | null }[];
  /** words of other chapters that no font here has */
  missed?: readonly string[];
}

/**
 * One chapter on pages of its own, laid out as it is in the whole; how many pages there are is not known yet, and the foot leaves the
 * room for it.
 *
 * @param report with the sections of the chapter alone: see {@link chaptersOf}
 */
export async function chapterPdf(
  report: ReportDocument,
  { paper = 'A4', isInk = false, isFirst, contents = [], missed = [] }: ChapterOptions,
): Promise<PrintedChapter> {
  const rows = contents.map(({ title, page }) => ({ title, to: { text: page === null ? '' : String(page) } }));
  const made = definition(report, paper, isInk, { isFirst, contents: rows, hasCount: false });
  let pages = 0;
  const { footer } = made;
  const set = printable({ ...made, footer: (page, of) => footer(page, (pages = of)) }, report, isInk, isFirst ? missed : null);
  const pdf = await bytesOf(set.definition);
  const starts = (set.definition.content as { stack?: Laid[] }[]).flatMap((c) => {
    const [head] = c.stack ?? [];
    return head?.outline ? [head.positions![0]!.pageNumber] : [];
  });
  return { pdf, pages, starts, missed: set.missed };
}

/** a heading as it was laid out */
interface Laid {
  outline?: boolean;
  positions?: { pageNumber: number }[];
}

async function bytesOf(made: object): Promise<Buffer> {
  pdfmake.setFonts(FONT_FILES);
  // nothing is fetched: the fonts lie in their packages, all else is in the document
  pdfmake.setUrlAccessPolicy?.(() => false);
  pdfmake.setLocalAccessPolicy?.((path) => FONT_PATHS.has(path));
  writeStructure({ top: MARGIN.top, bottom: MARGIN.bottom, title: TITLE });
  return pdfmake.createPdf(made).getBuffer();
}

const innerOf = (report: ReportDocument): Section[] => report.sections.filter((s) => s.part !== 'cover');

/** what the contents refer to */
const placeOf = (k: number): string => `section-${k}`;

/** The sections that lie on pages of their own, in their order: none of them changes how another is laid out. The cover is in the first. */
export function chaptersOf(report: ReportDocument): Section[][] {
  const [cover] = report.sections.filter((s) => s.part === 'cover');
  const chapters: Section[][] = [cover ? [cover] : []];
  let wasLying = false;
  for (const s of innerOf(report)) {
    const isLying = liesDown(s);
    if (isLying || wasLying || SHEETS.has(s.part)) chapters.push([]);
    chapters.at(-1)!.push(s);
    wasLying = isLying;
  }
  return chapters;
}

/** how a definition stands: the whole, or a chapter of it */
interface Standing {
  isFirst: boolean;
  contents: readonly { title: string; to: object }[];
  /** "page x of y" is printed */
  hasCount: boolean;
}

const FONT_PATHS = new Set(Object.values(FONT_FILES).flatMap((faces) => Object.values(faces)));

function definition(report: ReportDocument, paper: Paper, isInk: boolean, { isFirst, contents, hasCount }: Standing): Definition {
  const { title, tag, date, revision, standing, failing, sections } = report;
  const look: Look = { isInk, tone: (colour) => (isInk ? INK : colour) };
  const { tone } = look;
  const inner = innerOf(report);
  const [cover] = sections.filter((s) => s.part === 'cover');
  const said: Content[] =
    failing.length === 0
      ? []
      : [
          {
            text: `${failing.length === 1 ? msg('report.aMarginFails') : msg('report.marginsFail', { count: failing.length })}`,
            bold: true,
            color: tone(FAILS),
            margin: [0, 10, 0, 2],
          },
          ...failing.map((text) => ({
            text: `▲ ${text}`,
            color: tone(FAILS),
            fontSize: 9,
            margin: [0, 1, 0, 0],
          })),
        ];
  const letterhead: Content[] =
    report.company === '' && report.logo === null
      ? []
      : [
          {
            columns: [
              ...(report.logo === null ? [] : [{ image: report.logo, fit: [LOGO.width, LOGO.height], width: 'auto' }]),
              { text: report.company, alignment: report.logo === null ? 'left' : 'right', color: QUIET, fontSize: 10 },
            ],
            columnGap: 12,
            margin: [0, 0, 0, 14],
          },
        ];
  const first: Content[] = [
    ...letterhead,
    { text: title, fontSize: TITLE, bold: true, color: INK, margin: [0, 0, 0, 2] },
    { text: tag, fontSize: 12, color: QUIET, margin: [0, 0, 0, 12] },
    ...(cover ? cover.blocks.map((b) => blockOf(b, look)) : []),
    ...said,
    ...(contents.length > 1 ? contentsOf(contents) : []),
  ];
  return {
    pageSize: paper === 'A4' ? 'A4' : 'LETTER',
    pageMargins: [MARGIN.side, MARGIN.top, MARGIN.side, MARGIN.bottom],
    ...(!isFirst && inner[0] && liesDown(inner[0]) ? { pageOrientation: 'landscape' } : {}),
    info: {
      title: `${tag} ${title}`.trim(),
      author: report.preparedBy,
      subject: msg('report.pumpAndSystemCalculation'),
      creator: 'Cedar Knot',
      producer: 'Cedar Knot',
    },
    // marked content wants 1.4 or more
    version: '1.7',
    tagged: true,
    language: 'en',
    displayTitle: true,
    defaultStyle: { font: FONT, fontSize: 9, color: INK, lineHeight: 1.1 },
    header: (page: number): Content =>
      isFirst && page === 1
        ? ''
        : {
            columns: [
              { text: `${report.company === '' ? '' : `${report.company} · `}${`${tag} ${title}`.trim()}`, color: QUIET },
              {
                text: `${revision === '' ? '' : `${msg('report.revisionLetter', { letter: revision })} · `}${date}`,
                alignment: 'right',
                color: QUIET,
              },
            ],
            fontSize: 8,
            margin: [MARGIN.side, 26, MARGIN.side, 0],
          },
    footer: (page: number, pages: number): Content => ({
      columns: [
        {
          text: failing.length > 0 ? msg('report.failingMargins', { count: failing.length }) : '',
          color: tone(FAILS),
        },
        { text: standing, alignment: 'center', width: 'auto', color: QUIET },
        { text: hasCount ? pageOf(page, pages) : '', alignment: 'right', color: QUIET },
      ],
      fontSize: 8,
      margin: [MARGIN.side, 14, MARGIN.side, 0],
    }),
    content: [
      ...(isFirst ? first : []),
      ...inner.flatMap((s, k) => sectionContent(s, look, placeOf(k), isFirst || k > 0, hasCount)),
    ],
  };
}

/** the sections with the pages on which they begin */
const contentsOf = (contents: Standing['contents']): Content[] => [
  { text: msg('report.contents'), bold: true, fontSize: 12, margin: [0, 16, 0, 4] },
  {
    table: {
      dontBreakRows: true,
      widths: ['*', PAGE_NUMBER],
      body: contents.map(({ title, to }, k) => [
        { text: title, linkToDestination: placeOf(k) },
        { ...to, linkToDestination: placeOf(k), alignment: 'right', color: QUIET },
      ]),
    },
    layout: 'noBorders',
  },
];

interface Definition {
  [more: string]: unknown;
  content: Content[];
  header: (page: number) => Content;
  footer: (page: number, pages: number) => Content;
}

/** Every text in a font that has its signs; what none has, here or as it is known of other pages, is said on the first page where there is one. */
function printable(
  { content, header, footer, ...rest }: Definition,
  { failing, company, title, tag, revision, standing }: ReportDocument,
  isInk: boolean,
  known: readonly string[] | null,
): { definition: Definition; missed: string[] } {
  const missed = new Set<string>(known ?? []);
  const miss = (word: string): void => void missed.add(word);
  const set = inFonts(content, miss) as Content[];
  // the head of a page is made later: its words are those of the document
  for (const text of [company, title, tag, revision, standing, ...failing]) inFonts(text, miss);
  const note: Content[] =
    missed.size === 0 || known === null
      ? []
      : [{ text: msg('report.cannotBePrinted', { words: [...missed].map(spelling).join(', ') }), color: isInk ? INK : FAILS, fontSize: 9, margin: [0, 0, 0, 8] }]; // prettier-ignore
  const definition = {
    ...rest,
    content: [...note, ...set],
    header: (page: number) => inFonts(header(page)) as Content,
    footer: (page: number, pages: number) => inFonts(footer(page, pages)) as Content,
  };
  return { definition, missed: [...missed] };
}

/** a word that cannot be printed, by its signs: U+0645 */
const spelling = (word: string): string =>
  [...word]
    .slice(0, 12)
    .map((sign) => `U+${sign.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`)
    .join(' ');

/** whether a section is printed across pages that lie */
const liesDown = (s: Section): boolean => s.blocks.some((b) => b.kind === 'table' && b.columns.length > MOST_COLUMNS);

/** @param place by which the contents name it @param breaks it begins no document @param hasNext pages follow, which stand again */
function sectionContent(s: Section, look: Look, place: string, breaks: boolean, hasNext: boolean): Content[] {
  const isLying = liesDown(s);
  const title = {
    id: place,
    text: s.title,
    fontSize: 13,
    bold: true,
    color: look.tone(CEDAR),
    margin: [0, 14, 0, 5],
    outline: true,
  };
  const head: Content = {
    ...notAlone(title),
    ...(isLying && breaks
      ? { pageBreak: 'before', pageOrientation: 'landscape' }
      : SHEETS.has(s.part) && breaks
        ? { pageBreak: 'before', pageOrientation: 'portrait' }
        : {}),
  };
  const blocks = blocksOf(s.blocks, look);
  // what follows a lying page stands again
  return isLying && hasNext
    ? [head, ...blocks, { text: '', pageBreak: 'after', pageOrientation: 'portrait' }]
    : [head, ...blocks];
}
