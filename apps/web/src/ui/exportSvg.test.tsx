import { cleanup, render } from '@testing-library/react';
import { sheetSvg, standaloneSvg } from './exportSvg.js';
import { workbook } from './xlsx.js';

afterEach(() => {
  cleanup();
  document.documentElement.removeAttribute('style');
});

const parsed = (text: string): Document => new DOMParser().parseFromString(text, 'image/svg+xml');

test('a drawing stands alone: colours are what they are now, what is hidden is gone, its title and ground are in it', () => {
  document.documentElement.style.setProperty('--sc-a', '#123456');
  document.documentElement.style.setProperty('--panel', '#fffefa');
  const { container } = render(
    <svg className="chart">
      <line stroke="var(--sc-a)" />
      <path className="halo" fill="none" d="M0 0" />
      <text style={{ display: 'none' }}>hidden</text>
      <text style={{ opacity: 0 }}>faded</text>
      <text fill="var(--nothing)">shown</text>
    </svg>,
  );
  const made = parsed(standaloneSvg(container.querySelector('svg')!, 'Head & flow'));
  expect(made.querySelector('parsererror')).toBeNull();
  expect(made.querySelector('line')!.getAttribute('stroke')).toBe('#123456');
  expect([...made.querySelectorAll('text')].map((t) => t.textContent)).toEqual(['shown']);
  expect(made.querySelector('text')!.getAttribute('fill')).toBe('#000');
  expect(made.querySelector('title')!.textContent).toBe('Head & flow');
  expect(made.querySelector('rect')!.getAttribute('fill')).toBe('#fffefa');
  expect(made.querySelector('path')!.getAttribute('stroke')).toBe('#fffefa');
  expect(new XMLSerializer().serializeToString(made)).not.toMatch(/class=|var\(/);
});

test('a sheet has every drawing of a box where it lies; icons and drawings in drawings are not taken twice', () => {
  const at = (x: number, y: number, width: number, height: number) => ({ left: x, top: y, width, height, x, y, right: x + width, bottom: y + height }); // prettier-ignore
  const { container } = render(
    <div data-testid="box">
      <svg id="head" />
      <svg id="icon" />
      <svg id="power">
        <svg id="inner" />
      </svg>
    </div>,
  );
  const places: Record<string, object> = { '': at(100, 50, 400, 300), head: at(110, 60, 380, 150), icon: at(110, 60, 16, 16), power: at(110, 220, 380, 120), inner: at(110, 220, 100, 100) }; // prettier-ignore
  for (const e of container.querySelectorAll<HTMLElement>('[data-testid], svg'))
    e.getBoundingClientRect = () => places[e.id] as DOMRect;
  const made = parsed(sheetSvg(container.querySelector<HTMLElement>('[data-testid]')!, 'Curves'));
  const inner = [...made.documentElement.querySelectorAll(':scope > svg')];
  expect(inner.map((s) => ['x', 'y', 'width', 'height'].map((k) => s.getAttribute(k)))).toEqual([
    ['10', '38', '380', '150'],
    ['10', '198', '380', '120'],
  ]);
  expect(made.documentElement.getAttribute('width')).toBe('400');
  expect(made.documentElement.querySelector(':scope > text')!.textContent).toBe('Curves');
});

test('a workbook keeps numbers as numbers, with its heads in view', async () => {
  const blob = await workbook([{ name: 'flow/head: a*b?', rows: [['flow', 'head'], [36, 12.5], [null, 3]] }]); // prettier-ignore
  expect(blob.type).toContain('spreadsheetml');
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  const bytes = await new Promise<ArrayBuffer>((done) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as ArrayBuffer);
    reader.readAsArrayBuffer(blob);
  });
  await book.xlsx.load(bytes);
  const [sheet] = book.worksheets;
  expect(sheet!.name).toBe('flow head  a b ');
  expect(sheet!.getCell('A2').value).toBe(36);
  expect(sheet!.getCell('B2').value).toBe(12.5);
  expect(sheet!.getCell('A3').value).toBeNull();
  expect(sheet!.views[0]).toMatchObject({ state: 'frozen', ySplit: 1 });
});
