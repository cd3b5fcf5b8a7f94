import { drawingInFonts, FONT, inFonts, runsOf } from './fonts.js';
import { buildReport } from './build.js';
import { reportPdf } from './pdf.js';
import { readBack } from './test/read-back.js';
import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';

/* Names in the scripts of the world: printed in a font that has them, or said. */

const missedIn = (text: string): string[] => {
  const missed: string[] = [];
  runsOf(text, (word) => missed.push(word));
  return missed;
};

test('Latin, Greek, Cyrillic, Vietnamese and the signs of formulas are one family', () => {
  for (const text of [
    'Żółw, Łódź, ÇĞİ',
    'ηρ·√(Δp) ≥ 0.97 ▲ φ²',
    'Насосная станция',
    'Trạm bơm Đà Nẵng',
    '−1\u202f234.5\u2009m³/h',
  ])
    expect([text, runsOf(text), missedIn(text)]).toEqual([text, [{ text }], []]);
});

test('Chinese, Japanese and Korean words are set in their fonts, the rest beside them is not', () => {
  const fonts = (text: string) => runsOf(text).map((r) => [r.text, r.font ?? FONT]);
  expect(fonts('P-1 泵站')).toEqual([['P-1 ', FONT], ['泵站', 'Noto Sans SC']]); // prettier-ignore
  expect(fonts('ポンプ場 A')).toEqual([['ポンプ場', 'Noto Sans JP'], [' A', FONT]]); // prettier-ignore
  expect(fonts('펌프장')).toEqual([['펌프장', 'Noto Sans KR']]);
  expect(missedIn('泵站 ポンプ場 펌프장')).toEqual([]);
});

test('Arabic and Hebrew are not set, and what no font has is not left out in silence', () => {
  expect(missedIn('Well مضخة north')).toEqual(['مضخة']);
  expect(missedIn('משאבה')).toEqual(['משאבה']);
  expect(runsOf('a \u{1F600} b').map((r) => r.text).join('')).toBe('a ? b'); // prettier-ignore
  expect(missedIn('a \u{1F600} b')).toEqual(['\u{1F600}']);
  // a sign of formulas that the family has not is spelt
  expect([runsOf('Q ∝ n'), missedIn('Q ∝ n')]).toEqual([[{ text: 'Q ~ n' }], []]);
});

test('texts within a definition and a drawing are set alike', () => {
  expect(inFonts({ text: '泵 1', bold: true })).toEqual({ text: [{ text: '泵', font: 'Noto Sans SC' }, { text: ' 1' }], bold: true }); // prettier-ignore
  expect(inFonts({ table: { body: [['泵', { text: 'x' }]] } })).toEqual({ table: { body: [[{ text: [{ text: '泵', font: 'Noto Sans SC' }] }, { text: 'x' }]] } }); // prettier-ignore
  expect(drawingInFonts('<text x="1">泵 1</text>')).toBe('<text x="1"><tspan font-family="Noto Sans SC">泵</tspan> 1</text>');
});

test('a report with such names: every one can be read back, and what cannot be printed stands on the first page', async () => {
  const study = { ...reinjectionStudy(), title: '泵站 Тарнхольт', tag: 'مضخة', report: { company: 'ポンプ工業' } };
  const { pages, title } = readBack(await reportPdf(buildReport(study, { parts: ['cover'] })));
  const first = pages[0]!.join('');
  expect(first.replace(/\s/g, '')).toContain('泵站Тарнхольт');
  expect(first).toContain('ポンプ工業');
  // م is U+0645, ARABIC LETTER MEEM (Unicode)
  expect(first).toMatch(/Not printable with the fonts of this report: U\+0645/);
  expect(title).toContain('泵站');
  expect(first).not.toContain('م');
});
