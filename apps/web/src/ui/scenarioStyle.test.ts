import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { styleOf } from '../../../../packages/report/src/drawing.js';
import { lineStyle } from './scenarioStyle.js';

test('a scenario has the hue and the dash in print that it has on the screen', () => {
  const tokens = readFileSync(join(__dirname, '../tokens.css'), 'utf8');
  const token = (name: string): string | undefined => new RegExp(`--${name}:\\s*([^;]+);`).exec(tokens)?.[1]!.trim();
  for (const [i, letter] of [...'abcdefgh'].entries()) {
    expect([letter, styleOf(i).colour]).toEqual([letter, token(`sc-${letter}`)]);
    expect([letter, styleOf(i).dash ?? 'none']).toEqual([letter, token(`sc-${letter}-dash`)]);
    expect([letter, lineStyle(i).dash]).toEqual([letter, styleOf(i).dash ?? '']);
  }
  expect(styleOf(8)).toEqual(styleOf(0));
});
