import Excel from 'exceljs';
import { readBook } from './book.js';
import { delimiterOf } from './delimiter.js';
import type { BookError } from './fault.js';

test.each([
  ['a;b;c\n1,5;2,5;3', ';'],
  ['a,b\n"1,5",2', ','],
  ['a\tb\n1,5\t2', '\t'],
  ['title\na;b\nc;d', ';'],
  ['', ','],
])('%j is parted by %j', (text, by) => expect(delimiterOf(text)).toBe(by));

test('what was written so that no spreadsheet takes it for a formula comes back as it was; quotes hold delimiters and lines', async () => {
  const text = 'model,note\n\'=A1,"a, b"\n\'+3,"two\nlines"\n\'plain,x\n';
  const { sheets } = await readBook(new TextEncoder().encode(text));
  expect(sheets[0]!.rows.map((r) => [r.line, ...r.cells.map((c) => c.text)])).toEqual([
    [1, 'model', 'note'],
    [2, '=A1', 'a, b'],
    [3, '+3', 'two\nlines'],
    [5, "'plain", 'x'],
    [6, ''],
  ]);
});

describe('letters', () => {
  const german = 'Modell;Förderhöhe [m]\nü;1\n';
  const utf16 = (big: boolean): Uint8Array => {
    const bytes = Buffer.from(german, 'utf16le');
    return big ? bytes.swap16() : bytes;
  };
  test.each<[string, Uint8Array, string]>([
    ['UTF-8', Buffer.from(german), 'utf-8'],
    ['UTF-8 with its mark', Buffer.from(`\uFEFF${german}`), 'utf-8'],
    ['UTF-16, lower byte first', utf16(false), 'utf-16le'],
    ['UTF-16, upper byte first', utf16(true), 'utf-16be'],
    ['Latin-1', Buffer.from(german, 'latin1'), 'windows-1252'],
  ])('%s is found', async (_name, bytes, encoding) => {
    const book = await readBook(bytes);
    expect([book.encoding, book.delimiter, book.sheets[0]!.rows[0]!.cells[1]!.text]).toEqual([encoding, ';', 'Förderhöhe [m]']);
  });

  test('a person has the last word', async () => {
    // 0xB9 is ą in Windows-1250, ¹ in Windows-1252
    const bytes = Uint8Array.from([0xb9]);
    const text = async (encoding: 'windows-1250' | 'windows-1252') => (await readBook(bytes, { encoding })).sheets[0]!.rows[0]!.cells[0]!.text; // prettier-ignore
    expect([await text('windows-1250'), await text('windows-1252')]).toEqual(['ą', '¹']);
  });
});

test('a spreadsheet: numbers as numbers, per cent with its sign, merged cells once, what is hidden, and cells without a value', async () => {
  const book = new Excel.Workbook();
  const sheet = book.addWorksheet('A');
  sheet.addRow([0.1 + 0.2, 0.77, 'x']);
  sheet.getCell('B1').numFmt = '0.0%';
  sheet.addRow(['both', '']);
  sheet.mergeCells('A2:B2');
  sheet.addRow([{ formula: 'A1*2' }, { formula: 'A1', result: 0.3 }, { error: '#DIV/0!' }]);
  sheet.addRow([new Date('2026-05-03'), { richText: [{ text: 'r' }, { text: 'ich' }] }]);
  sheet.getRow(4).hidden = true;
  sheet.getColumn(3).hidden = true;
  book.addWorksheet('B', { state: 'hidden' });
  const { sheets, encoding } = await readBook(new Uint8Array(await book.xlsx.writeBuffer()));
  expect(encoding).toBeUndefined();
  expect(sheets[0]).toEqual({
    name: 'A',
    hiddenColumns: [2],
    rows: [
      { line: 1, cells: [{ text: '0.3', isNumber: true }, { text: '77 %', isNumber: true }, { text: 'x' }] },
      { line: 2, cells: [{ text: 'both' }, { text: '' }] },
      {
        line: 3,
        cells: [
          { text: '=A1*2', fault: 'formula' },
          { text: '0.3', isNumber: true },
          { text: '#DIV/0!', fault: 'error' },
        ],
      },
      { line: 4, isHidden: true, cells: [{ text: '2026-05-03', fault: 'date' }, { text: 'rich' }] },
    ],
  });
  expect(sheets[1]).toEqual({ name: 'B', isHidden: true, rows: [] });
});

test('what is no table is refused by name', async () => {
  const fault = (bytes: number[]) => readBook(Uint8Array.from(bytes)).then(() => 'read', (e: BookError) => e.fault); // prettier-ignore
  expect(await fault([])).toBe('empty');
  expect(await fault([0x20, 0x0a])).toBe('empty');
  expect(await fault([0x61, 0, 0, 0, 0x62, 0x63, 0x64])).toBe('binary');
  expect(await fault([0xd0, 0xcf, 0x11, 0xe0])).toBe('xls');
});
