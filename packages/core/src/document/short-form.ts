import { ELEMENT_KINDS, isElementKind } from '../elements/index.js';
import { readLine, type ShortForm, type ShortFormNames, type ShortFormReading } from '../fields/short-form.js';
import { isPointKind, LINE, POINT_KINDS } from './points.js';
import type { RawEntry } from './study.js';
import type { TypedMarks } from '../fields/typed.js';

/*
 * One line of text for one thing, as it stands in the line sheet and is typed there:
 *   pipe           1150 m DN250 sch 40, 14 elbow-90-long, 2 gate
 *   device         0.52 bar at 310 m3/h, fouling 1.6
 *   control-valve  gx200 holds 290 m3/h
 *   vessel         level 1.6 m, 0.12 bar(g)
 * What the short form does not show (notes, names) stays as it is when the line is typed anew.
 */

function formOf(kind: string): ShortForm | undefined {
  if (isElementKind(kind)) return ELEMENT_KINDS[kind].shortForm;
  if (isPointKind(kind)) return POINT_KINDS[kind].shortForm;
  return kind === 'line' ? LINE.shortForm : undefined;
}

export function writeShortForm(kind: string, e: Readonly<RawEntry>): string {
  return formOf(kind)?.write(e) ?? '';
}

/**
 * Reads a short form over the entries that a thing has.
 *
 * @param names the study's pumps and valves, so that a word which is none is said; without them any word may be one
 */
export function readShortForm(
  kind: string,
  typed: string,
  before: Readonly<RawEntry> = {},
  names: ShortFormNames = {},
  marks?: TypedMarks,
): ShortFormReading {
  const form = formOf(kind);
  if (!form) throw new RangeError(`${kind} has no short form`);
  return readLine(form, typed, before, names, marks);
}

/** the words with which a typed line says what it is, tried in this order: a check valve is a fitting of a pipe, not an element */
const OPENINGS = Object.entries(ELEMENT_KINDS).map(
  ([kind, { words }]) => [kind, new RegExp(`^(?:${words})(?:\\s+|$)`, 'iu')] as const,
);

/** what may stand before a valve, a pump or a device, and becomes its name */
const SERVES =
  /^((?:by-?pass|recirculation|recycle|spill-?back|min(?:imum|\.)?[- ]flow|make-?up|flow|level|pressure|temperature|feed|booster|transfer|circulation|charge|jockey|suction|discharge|inlet|outlet|duplex|basket|main|standby)\s+)+/iu;

/** words for what stands at the end of a line */
const ENDS = [
  ['vessel', /^(?:tank|vessel|drum|basin|sump|reservoir)(?:\s+|$)/iu],
  ['well', /^(?:well|borehole)(?:\s+|$)/iu],
] as const;

export interface KindNamed {
  kind: string;
  rest: string;
  /** where more than its kind is said: `Bypass valve` */
  name?: string;
}

/** The kind that a line of text names with its first words, and the rest of it; undefined where it names none. */
export function kindNamed(typed: string): KindNamed | undefined {
  const text = typed.trim();
  const serves = SERVES.exec(text)?.[0] ?? '';
  // `flow 60 m3/h` is no name of anything, `flow valve holds 60 m3/h` is
  for (const before of serves === '' ? [''] : ['', serves]) {
    const own = text.slice(before.length);
    for (const [kind, opening] of OPENINGS) {
      const found = opening.exec(own);
      if (!found) continue;
      const name = `${before}${found[0]}`.trim().replace(/\s+/g, ' ');
      return {
        kind,
        rest: own.slice(found[0].length),
        ...(before === '' ? {} : { name: name[0]!.toUpperCase() + name.slice(1) }),
      };
    }
  }
  return undefined;
}

/** The kind of the end of a line that a text names with its first word, and the rest of it: `tank level 3 m`. */
export function endNamed(typed: string): KindNamed | undefined {
  const text = typed.trim();
  for (const [kind, opening] of ENDS) {
    const found = opening.exec(text);
    if (found) return { kind, rest: text.slice(found[0].length) };
  }
  return undefined;
}
