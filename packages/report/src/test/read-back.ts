import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export interface ReadBack {
  pages: string[][];
  title: string;
  outline: string[];
  /** `#rrggbb` */
  colours: string[];
  /** pictures that are painted */
  images: number;
  /** what a reader is told, in its order */
  tagged: { role: string; text: string }[];
}

/** A PDF as another program reads it. */
export function readBack(pdf: Buffer): ReadBack {
  const file = join(mkdtempSync(join(tmpdir(), 'cedar-knot-report-')), 'r.pdf');
  writeFileSync(file, pdf);
  const read = spawnSync(process.execPath, [join(__dirname, 'pdf-text.mjs'), file], { encoding: 'utf8', maxBuffer: 1e8 });
  expect(read.stderr).toBe('');
  return JSON.parse(read.stdout) as ReadBack;
}
