import { Buffer } from 'node:buffer';
import type { Problem, Study } from '@cedar-knot/core';
import jpeg from 'jpeg-js';
import { PNG } from 'pngjs';
import { pictureIn } from './letterhead.js';

/** a letterhead needs a hundredth of it; what unfolds to more than this would fill the memory. Points */
const MOST_POINTS = 25_000_000;
const MOST_MEMORY_MB = 256;
/** where a PNG says how large it is: behind its signature, a length and the word IHDR */
const PNG_WIDTH_AT = 16;

/** the forms of a report on which a logo stands */
const WITH_LOGO: ReadonlySet<string> = new Set(['pdf', 'xlsx']);

/** Why the logo of a study cannot be printed in a format, with its path; null where it can, or where there is none. Decodes it to its end. */
export function logoProblem(study: Pick<Study, 'report'>, format: string): Problem | null {
  const { logo } = study.report ?? {};
  if (logo === undefined || logo === '' || !WITH_LOGO.has(format)) return null;
  const reason = pictureIn(logo) === null ? 'bad-picture' : faultOf(logo);
  return reason && { code: 'bad-value', path: 'report.logo', where: [], detail: { reason, most: MOST_POINTS / 1e6 } };
}

function faultOf(logo: string): 'bad-picture' | 'large-picture' | null {
  const data = Buffer.from(logo.slice(logo.indexOf(',') + 1), 'base64');
  try {
    if (logo.startsWith('data:image/png')) {
      if (data.readUInt32BE(PNG_WIDTH_AT) * data.readUInt32BE(PNG_WIDTH_AT + 4) > MOST_POINTS) return 'large-picture';
      PNG.sync.read(data);
    } else
      jpeg.decode(data, {
        maxResolutionInMP: MOST_POINTS / 1e6,
        maxMemoryUsageInMB: MOST_MEMORY_MB,
        tolerantDecoding: false,
      });
    return null;
  } catch (error) {
    return /maxResolutionInMP|maxMemoryUsageInMB/.test(String(error)) ? 'large-picture' : 'bad-picture';
  }
}
