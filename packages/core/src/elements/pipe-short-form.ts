import {
  joined,
  numberPiece,
  Phrase,
  put,
  quantityPiece,
  shown,
  words,
  type Draft,
  type Piece,
  type ShortForm,
} from '../fields/short-form.js';
import { FITTING_TYPES, FITTING_WORDS, neededEntry } from '../fittings/fitting.js';
import { MATERIALS, MATERIAL_WORDS } from '../pipes/material.js';
import { insideOf, usualSchedule } from '../pipes/size.js';
import type { Entries } from './kind.js';
import { RATED_IN_LINE, RATING_PIECES, RATING_WORDS, ratingText } from './rating-short-form.js';

function write(e: Entries): string {
  const bored = e.size !== undefined ? `${shown(e.size)}${writeSchedule(e.schedule)}` : `bore ${shown(e.inside)}`;
  const fittings = ((e.fittings ?? []) as Entries[]).map((f) => {
    const count = f.count === undefined ? 1 : f.count;
    if (f.type !== undefined)
      return `${shown(count)} ${shown(f.type)}${f.to ? ` to ${shown(f.to)}` : ''}${f.kv ? ` Kv ${shown(f.kv)}` : ''}${f.cv ? ` Cv ${shown(f.cv)}` : ''}${f.angle ? ` ${shown(f.angle)} deg` : ''}`;
    if (f.k !== undefined) return count === 1 ? `K ${shown(f.k)}` : `${shown(count)} K ${shown(f.k)}`;
    return `${shown(count)} Le ${shown(f.equivalentLength)}`;
  });
  return joined(
    `${shown(e.length)} ${bored}`,
    ...fittings,
    e.material === undefined || e.material === USUAL_MATERIAL ? '' : shown(e.material),
    e.roughness === undefined ? '' : `roughness ${shown(e.roughness)}`,
    e.hazenWilliams === undefined ? '' : `C ${shown(e.hazenWilliams)}`,
    ratingText(e),
  );
}

/** so common that a line does not show it */
const USUAL_MATERIAL = 'steel';

/** a schedule by its number, a wall as such, plastics by their SDR */
function writeSchedule(schedule: unknown): string {
  if (schedule === undefined) return '';
  const typed = shown(schedule).replace(/^sch\s*/i, '');
  if (/^S?DR|^K\d/i.test(typed)) return ` ${typed}`;
  return typed.endsWith('mm') ? ` wall ${typed}` : ` sch ${typed}`;
}

const US_INCHES = '(\\d+(?:[ -]\\d/\\d+|/\\d+)?)\\s*(?:"|″|(?:in|inch|inches)(?![\\p{L}\\d]))';
const INCHES = /(\d+(?:[ -]\d\/\d+|\/\d+|\.\d+)?)\s*(?:"|″|''|(?:in|inch|inches)(?![\p{L}\d]))/iuy;
const NOMINAL: readonly (readonly [RegExp, (found: RegExpExecArray) => string])[] = [
  [/DN\s?(\d+)/iy, (m) => `DN${m[1]}`],
  [/NPS\s?(\d+(?:[ -]\d\/\d+|\/\d+|\.\d+)?)/iy, (m) => `NPS ${m[1]}`],
  [new RegExp(`(?:PEHD|HDPE|PE)\\s(?:IPS\\s)?${US_INCHES}`, 'iuy'), (m) => `HDPE ${m[1]} in`],
  [new RegExp(`(?:PVC-U|PVC)\\s(?:IPS\\s)?${US_INCHES}`, 'iuy'), (m) => `PVC ${m[1]} in`],
  [/(?:PEHD|HDPE|PE)\s?(?:d\s?)?(\d+)/iy, (m) => `PE ${m[1]}`],
  [/DI\s?(?:DN\s?)?(\d+)/iy, (m) => `DI ${m[1]}`],
  [/(?:Cu|copper)\s?(\d+(?:\.\d+)?)/iy, (m) => `Cu ${m[1]}`],
  [/(?:PVC-U|PVC)\s?(?:d\s?)?(\d+)/iy, (m) => `PVC ${m[1]}`],
  [/OD\s?(\d+(?:\.\d+)?)/iy, (m) => `OD ${m[1]}`],
  [INCHES, (m) => `${m[1]} in`],
];

/** a nominal size, with what stands behind it as its schedule */
const sized: Piece = (at, draft) => {
  for (const [pattern, write] of NOMINAL) {
    const found = at.take(pattern);
    if (!found) continue;
    if (!put(draft, 'size', write(found))) return false;
    delete draft.entries.inside;
    if (!draft.typed.has('schedule')) delete draft.entries.schedule;
    at.separators();
    // a bare number right behind the size is its schedule, when nothing follows that it could count
    const bare = at.take(/(\d{1,3}S?|STD|XS|XXS)(?=\s*(?:[,;·]|$))/iy);
    if (bare) put(draft, 'schedule', bare[1]!.toUpperCase());
    const wall = bare ? undefined : at.take(/(\d+(?:\.\d+)?)\s*mm(?!\s*rough)(?!\w)/iy);
    if (wall) put(draft, 'schedule', `${wall[1]} mm`);
    return true;
  }
  return false;
};

const scheduled: Piece = (at, draft) => {
  const found = at.take(/(?:schedule|sched\.?|sch\.?)\s*(\w+)/iy) ?? at.take(/(?:STD|XXS|XS|\d{1,3}S)(?!\w)/iy);
  if (found) return put(draft, 'schedule', (found[1] ?? found[0]).toUpperCase());
  const ratio = at.take(/(S?DR)\s*(\d+(?:\.\d+)?)/iy);
  if (ratio) return put(draft, 'schedule', `${ratio[1]!.toUpperCase()} ${ratio[2]}`);
  // a class of ductile iron; elsewhere K is a loss coefficient
  const k = /^DI/.test(String(draft.entries.size)) ? at.take(/K(\d{1,2})(?![\w.])/y) : undefined;
  if (k) return put(draft, 'schedule', `K${k[1]}`);
  const wall = at.take(/(?:wall\s*)(\d+(?:\.\d+)?)\s*mm/iy);
  return wall !== undefined && put(draft, 'schedule', `${wall[1]} mm`);
};

/** a bore by its word, or a length so short that it cannot be the pipe's */
const inside: Piece = (at, draft) => {
  const back = at.at;
  const led = at.take(words('bore|inside diameter|inside|id|dia|diameter|ø'));
  const found = at.quantity('diameter');
  const isBore = found !== undefined && (led !== undefined || /(?:mm|cm)$/.test(found));
  if (isBore && put(draft, 'inside', found)) {
    at.take(/\s*(?:id|bore|inside)(?!\w)/iy);
    delete draft.entries.size;
    delete draft.entries.schedule;
    return true;
  }
  at.at = back;
  return false;
};

const roughened: Piece = (at, draft) => {
  const back = at.at;
  const led = at.take(words('roughness|rough|epsilon|eps|ε|ks|k_s'));
  const found = at.quantity('roughness');
  const behind = at.take(/\s*(?:roughness|rough)(?!\w)/iy);
  if (found !== undefined && (led || behind) && put(draft, 'roughness', found)) return true;
  at.at = back;
  return false;
};

const materials: readonly Piece[] = Object.entries(MATERIAL_WORDS).map(([material, pattern]) => {
  const found = words(pattern);
  return (at, draft) => at.take(found) !== undefined && put(draft, 'material', material);
});

const COUNT = /(?:(\d+)|(one|two|three|four|five|six|a|an)(?=\s))\s*(?:x(?![\p{L}])|×|no\.?\s|off\s|pcs\s|nr\.?\s)?\s*/iuy;
const NUMERALS: Readonly<Record<string, number>> = { a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6 };

/** made when the first fitting is read: it takes as long as most of what a start of the program does */
let types: readonly { type: string; phrase: string; pattern: Phrase }[] | undefined;
const fittingTypes = (): NonNullable<typeof types> =>
  (types ??= Object.entries(FITTING_WORDS)
    .flatMap(([type, phrases]) => phrases.map((phrase) => ({ type, phrase })))
    .sort((a, b) => b.phrase.length - a.phrase.length)
    .map((t) => ({ ...t, pattern: phrasePattern(t.phrase) })));

/** words in any case, joined by blanks or hyphens, in the singular or the plural */
function phrasePattern(phrase: string): Phrase {
  const parts = phrase.split(' ').map((w) => `${w}${/\d$/.test(w) ? '(?:°|\\s?deg(?:rees)?)?' : '(?:e?s)?'}`);
  return new Phrase(parts.join('[\\s-]*'));
}

const fitted: Piece = (at, draft) => {
  const back = at.at;
  // `90 elbow` is one elbow, `2 90 elbow` are two: the whole phrase is tried before a count
  for (const counted of [false, true]) {
    at.at = back;
    const count = counted ? at.take(COUNT) : undefined;
    if (counted && !count) break;
    const fitting = oneFitting(at, draft);
    if (!fitting) continue;
    const n = count === undefined ? 1 : count[1] !== undefined ? Number(count[1]) : NUMERALS[count[2]!.toLowerCase()]!;
    const list = (draft.typed.has('fittings') ? draft.entries.fittings : []) as Entries[];
    draft.typed.add('fittings');
    draft.entries.fittings = [...list, n === 1 ? fitting : { ...fitting, count: n }];
    return true;
  }
  at.at = back;
  return false;
};

function oneFitting(at: Parameters<Piece>[0], draft: Draft): Entries | undefined {
  if (at.take(/K(?![\p{L}])\s*=?\s*(?=[\d.])/iuy)) {
    const k = at.number();
    return k === undefined ? undefined : { k: Number(k) };
  }
  if (at.take(/L[eE](?:q\.?)?(?![\p{L}])\s*=?\s*/uy)) {
    const le = at.quantity('length');
    return le === undefined ? undefined : { equivalentLength: le };
  }
  const found = fittingTypes().find(({ pattern }) => at.take(pattern));
  if (!found) return undefined;
  const { type, phrase } = found;
  if (FITTING_WORDS[type]!.indexOf(phrase) >= 0 && SAID.has(phrase))
    draft.assumed.push({ code: 'fitting', values: { phrase, type } });
  const needed = neededEntry(type);
  if (needed === undefined) return { type };
  if (needed === 'kv') {
    const letter = at.take(/\s*(kv|cv)\s*=?\s*/iy)?.[1]?.toLowerCase();
    const typed = letter === undefined ? undefined : at.number();
    return typed === undefined ? undefined : { type, [letter!]: Number(typed) };
  }
  const to = otherBore(at, draft);
  if (to === undefined) return undefined;
  const angle = at.take(/\s*(\d+)\s*(?:°|deg(?:rees)?)/iy);
  return { type, to, ...(angle ? { angle: Number(angle[1]) } : {}) };
}

/** words that could mean another fitting too: which one was taken is said */
const SAID = new Set([
  'check valve',
  'check',
  'entrance',
  'entry',
  'inlet',
  'bend',
  'elbow',
  'ell',
  'butterfly',
  'miter',
  'mitre',
]);

/** `to 80 mm`, or `to DN80` with the schedule of the pipe */
function otherBore(at: Parameters<Piece>[0], draft: Draft): string | undefined {
  if (!at.take(/\s*(?:to|→|->|x)\s*/iy)) return undefined;
  const dn = at.take(/DN\s?(\d+)/iy);
  if (!dn) return at.quantity('diameter');
  const size = `DN${dn[1]}`;
  const schedule = String(draft.entries.schedule ?? usualSchedule(size) ?? '');
  const other = insideOf(size, schedule);
  if (typeof other !== 'number') return undefined;
  const bored = `${Number((other * 1000).toFixed(2))} mm`;
  draft.assumed.push({ code: 'bore', values: { size, schedule, bore: bored } });
  return bored;
}

/** a size without a schedule takes the usual one, and says so */
function finish(draft: Draft): ReturnType<NonNullable<ShortForm['finish']>> {
  const e = draft.entries;
  if (!draft.typed.has('fittings')) delete e.fittings;
  if (e.length === undefined) return { piece: '', reason: 'no-length' };
  if (e.size === undefined && e.inside === undefined) return { piece: '', reason: 'no-bore' };
  if (e.size !== undefined && e.schedule === undefined) {
    const usual = usualSchedule(e.size as string);
    if (usual !== undefined) {
      e.schedule = usual;
      draft.assumed.push({ code: 'schedule', values: { size: String(e.size), schedule: usual } });
    }
  }
  return undefined;
}

/** What is typed of a pipe: length, size, schedule or bore, material, roughness, fittings, in any order. */
export const pipeShortForm: ShortForm = {
  write,
  example: '120 m DN150 sch 40, 4 elbow-90-long, 1 gate',
  clears: (before) => [
    ...RATED_IN_LINE,
    'roughness',
    'hazenWilliams',
    ...(before.material === USUAL_MATERIAL ? [] : ['material']),
  ],
  vocabulary: [
    ...Object.values(FITTING_WORDS).flat(),
    ...FITTING_TYPES,
    ...Object.keys(MATERIALS),
    'stainless',
    'galvanised',
    'cast iron',
    'ductile iron',
    'schedule',
    'roughness',
    'bore',
    'wall',
    'Hazen-Williams',
    ...RATING_WORDS,
  ],
  pieces: [
    ...RATING_PIECES,
    numberPiece('hazenWilliams', 'hazen-williams c|hazen-williams|hw|c'),
    scheduled,
    roughened,
    fitted,
    sized,
    inside,
    ...materials,
    quantityPiece('length', 'length', 'length|l', {}, false, ['mm', 'cm']),
  ],
  finish,
};
