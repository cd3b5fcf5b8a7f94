import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { openSync, type Font } from 'fontkit';

/*
 * The fonts that a report is printed in. One family has Latin, Greek, Cyrillic, Vietnamese and the signs of formulas; what it has not is
 * looked for in fonts of Chinese, Japanese and Korean, which are opened only then. Arabic and Hebrew would have to be shaped and set from the right:
 * they are not printed, and the report says so.
 */

export const FONT = 'Source Sans 3';

type Face = 'normal' | 'bold' | 'italics' | 'bolditalics';

const { resolve } = createRequire(import.meta.url);
const folderOf = (name: string): string => dirname(resolve(`${name}/package.json`));

const LATIN = folderOf('@expo-google-fonts/source-sans-3');
const latin = (face: string): string => join(LATIN, face, `SourceSans3_${face}.ttf`);

/** in the order in which they are asked: kana make a text Japanese */
const OTHERS = [
  { name: 'Noto Sans KR', script: /\p{Script=Hangul}/u, folder: '@openfonts/noto-sans-kr_korean', file: 'noto-sans-kr-korean' },
  {
    name: 'Noto Sans JP',
    script: /[\p{Script=Hiragana}\p{Script=Katakana}]/u,
    folder: '@openfonts/noto-sans-jp_japanese',
    file: 'noto-sans-jp-japanese',
  },
  {
    name: 'Noto Sans SC',
    script: /\p{Script=Han}/u,
    folder: '@openfonts/noto-sans-sc_chinese-simplified',
    file: 'noto-sans-sc-chinese-simplified',
  },
] as const;

const other = ({ folder, file }: (typeof OTHERS)[number], weight: 400 | 700): string =>
  join(folderOf(folder), 'files', `${file}-${weight}.woff`);

/** For pdfmake: the files of each font by its faces. */
export const FONT_FILES: Readonly<Record<string, Record<Face, string>>> = {
  [FONT]: {
    normal: latin('400Regular'),
    bold: latin('600SemiBold'),
    italics: latin('400Regular_Italic'),
    bolditalics: latin('600SemiBold_Italic'),
  },
  ...Object.fromEntries(
    OTHERS.map((o) => {
      const [normal, bold] = [other(o, 400), other(o, 700)];
      return [o.name, { normal, bold, italics: normal, bolditalics: bold }];
    }),
  ),
};

const opened = new Map<string, Font>();

function has(font: string, sign: string): boolean {
  let one = opened.get(font);
  if (!one) opened.set(font, (one = openSync(FONT_FILES[font]!.normal) as Font));
  return one.hasGlyphForCodePoint(sign.codePointAt(0)!);
}

/** signs that no font has, as they may be read */
const SPELT: Readonly<Record<string, string>> = { '∝': '~', '◐': '!', '\u200b': '', '\ufeff': '' };

/** what is set from the right, or not without shaping */
const UNSET = /[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Devanagari}\p{Script=Thai}]/u;

/** stands for a sign that cannot be printed */
const MISSING = '?';

export interface Run {
  text: string;
  /** another than the family of the report */
  font?: string;
}

/** most texts, of which nothing has to be looked at */
const PLAIN = /^[\n\u0020-\u007e\u00a0-\u024f\u2009\u2010-\u2026\u202f]*$/;

/**
 * A text in the runs that one font has each.
 *
 * @param missed told every word of which something cannot be printed
 */
export function runsOf(text: string, missed: (word: string) => void = () => undefined): Run[] {
  if (PLAIN.test(text)) return [{ text }];
  const runs: Run[] = [];
  const put = (sign: string, font?: string): void => {
    const last = runs.at(-1);
    if (last && last.font === font) last.text += sign;
    else runs.push(font === undefined ? { text: sign } : { text: sign, font });
  };
  for (const word of text.split(/(?<=\s)/)) {
    const script = OTHERS.find((o) => o.script.test(word));
    const isMissed = [...word].map((sign) => {
      const spelt = SPELT[sign];
      if (spelt !== undefined) return put(spelt);
      if (UNSET.test(sign)) return (put(MISSING), true);
      if (sign === '\n' || has(FONT, sign)) return put(sign);
      const found = [script, ...OTHERS].find((o) => o && has(o.name, sign));
      put(found ? sign : MISSING, found?.name);
      return found === undefined;
    });
    if (isMissed.some((x) => x === true)) missed(word.trim());
  }
  return runs;
}

/** Words of a drawing in their fonts; its text elements name the family of the report. */
export function drawingInFonts(svg: string, missed?: (word: string) => void): string {
  return svg.replace(/>([^<>]+)</g, (whole, text: string) => {
    const runs = runsOf(text, missed);
    if (runs.length === 1 && runs[0]!.font === undefined) return `>${runs[0]!.text}<`;
    return `>${runs.map((r) => (r.font === undefined ? r.text : `<tspan font-family="${r.font}">${r.text}</tspan>`)).join('')}<`;
  });
}

type Node = unknown;

/** Every text of a definition of pdfmake in the fonts that have its signs. */
export function inFonts(node: Node, missed?: (word: string) => void): Node {
  if (typeof node === 'string') {
    const runs = runsOf(node, missed);
    return runs.length === 1 && runs[0]!.font === undefined ? runs[0]!.text : { text: runs };
  }
  if (Array.isArray(node)) return node.map((n) => inFonts(n, missed));
  if (typeof node !== 'object' || node === null) return node;
  const made: Record<string, Node> = {};
  for (const [key, value] of Object.entries(node)) {
    if (key === 'text') made[key] = textInFonts(value, missed);
    else if (key === 'svg') made[key] = drawingInFonts(value as string, missed);
    else if (['stack', 'columns', 'content', 'table', 'body', 'title', 'toc'].includes(key)) made[key] = inFonts(value, missed);
    else made[key] = value;
  }
  return made;
}

function textInFonts(value: Node, missed?: (word: string) => void): Node {
  if (typeof value === 'string') {
    const runs = runsOf(value, missed);
    return runs.length === 1 && runs[0]!.font === undefined ? runs[0]!.text : runs;
  }
  return Array.isArray(value) ? value.flatMap((v) => (typeof v === 'string' ? runsOf(v, missed) : [inFonts(v, missed)])) : value;
}
