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
export const readBack = (pdf: Buffer): ReadBack => readBackAll([pdf])[0]!;

/** Some at once: the program that reads them takes a second to begin. */
export function readBackAll(pdfs: readonly Buffer[]): ReadBack[] {
  const folder = mkdtempSync(join(tmpdir(), 'cedar-knot-report-'));
  const files = pdfs.map((pdf, i) => {
    const file = join(folder, `${i}.pdf`);
    writeFileSync(file, pdf);
    return file;
  });
  const read = spawnSync(process.execPath, [join(__dirname, 'pdf-text.mjs'), ...files], { encoding: 'utf8', maxBuffer: 1e8 });
  expect(read.stderr).toBe('');
  return JSON.parse(read.stdout) as ReadBack[];
}
