import { FITTING_TYPES } from '../fittings/fitting.js';
import { readQuantity, isQuantity } from '../units/quantity.js';
import type { Dimension } from '../units/units.js';
import type { RawEntry } from './study.js';

/*
 * One line of text for one element, as it stands in the line sheet and is typed there:
 *   pipe           1150 m DN250 sch 40, 14 elbow-90-long, 2 gate
 *   device         0.52 bar at 310 m3/h, fouling 1.6
 *   control-valve  gx200 holds 290 m3/h
 *   vessel         level 1.6 m, 0.12 bar(g)
 * What the short form does not show (notes, roughness, names) stays as it is when the line is typed anew.
 */

/** What a short form does not understand: the piece of text, for the person to see. */
export interface ShortFormProblem {
  piece: string;
  reason: 'not-understood' | 'no-length' | 'no-bore' | 'unknown-fitting' | 'empty';
  expected: string;
}

export type ShortFormReading = { ok: true; entries: RawEntry } | { ok: false; problem: ShortFormProblem };

type Raw = Readonly<RawEntry>;

export function writeShortForm(kind: string, e: Raw): string {
  switch (kind) {
    case 'pipe':
      return writePipe(e);
    case 'device':
      return join(
        `${text(e.drop)}${e.at ? ` at ${text(e.at)}` : ''}`,
        e.table ? 'table' : '',
        e.fouling === undefined || e.fouling === 1 ? '' : `fouling ${text(e.fouling)}`,
      );
    case 'control-valve':
      return writeValve(e);
    case 'pump':
      return writePump(e);
    case 'orifice':
      return `bore ${text(e.bore)} in ${text(e.inside)}`;
    case 'hand-valve':
    case 'non-return':
      return join(
        e.k !== undefined ? `K ${text(e.k)}` : '',
        e.kv !== undefined ? `Kv ${text(e.kv)}` : '',
        e.inside ? `bore ${text(e.inside)}` : '',
        e.closed === true ? 'closed' : '',
      );
    case 'vessel':
      return join(e.level !== undefined ? `level ${text(e.level)}` : '', e.pressure !== undefined ? text(e.pressure) : '');
    case 'pressure':
      return join(text(e.pressure), e.basis === 'total' ? 'total' : 'static');
    case 'flow':
      return text(e.flow);
    case 'line':
      return join(
        `${text(e.from)} to ${text(e.to)}`,
        e.flow !== undefined ? `flow ${text(e.flow)}` : '',
        e.closed === true ? 'shut' : '',
      );
    case 'well':
      return join(`rest level ${text(e.restLevel)}`, text(e.specificCapacity));
    default:
      return e.offtake !== undefined ? `offtake ${text(e.offtake)}` : '';
  }
}

const text = (x: unknown): string => (x === undefined ? '?' : String(x));
const join = (...parts: string[]): string => parts.filter((p) => p !== '').join(', ');

function writePipe(e: Raw): string {
  const bore = e.size !== undefined ? `${text(e.size)}${writeSchedule(e.schedule)}` : `bore ${text(e.inside)}`;
  const fittings = ((e.fittings ?? []) as Raw[]).map((f) => {
    const count = f.count === undefined ? 1 : f.count;
    if (f.type !== undefined)
      return `${String(count)} ${text(f.type)}${f.to ? ` to ${text(f.to)}` : ''}${f.angle ? ` ${text(f.angle)} deg` : ''}`;
    if (f.k !== undefined) return count === 1 ? `K ${text(f.k)}` : `${String(count)} K ${text(f.k)}`;
    return `${String(count)} Le ${text(f.equivalentLength)}`;
  });
  return join(`${text(e.length)} ${bore}`, ...fittings);
}

/** a schedule by its number, a wall as such, plastics by their SDR */
function writeSchedule(schedule: unknown): string {
  if (schedule === undefined) return '';
  const typed = text(schedule).replace(/^sch\s*/i, '');
  if (/^SDR/i.test(typed)) return ` ${typed}`;
  return /mm$/.test(typed) ? ` wall ${typed}` : ` sch ${typed}`;
}

function writeValve(e: Raw): string {
  const valve = e.valve !== undefined ? `${text(e.valve)} ` : '';
  switch (e.mode) {
    case 'flow':
      return `${valve}holds ${text(e.flow)}`;
    case 'outlet-pressure':
      return `${valve}holds outlet ${text(e.pressure)}`;
    case 'inlet-pressure':
      return `${valve}holds inlet ${text(e.pressure)}`;
    case 'opening':
      return `${valve}opening ${text(e.opening)}`;
    case 'drop':
      return `${valve}drop ${text(e.drop)}`;
    case 'kv':
      return `${valve}Kv ${text(e.kv)}`;
    case 'cv':
      return `${valve}Cv ${text(e.cv)}`;
    default:
      return valve.trim();
  }
}

function writePump(e: Raw): string {
  const stages = e.stages !== undefined ? `${text(e.stages)} stages` : '';
  const running = e.running !== undefined && e.running !== 1 ? `${text(e.running)} running` : '';
  switch (e.mode) {
    case 'curve':
      return join(
        text(e.pump),
        e.diameter !== undefined ? `Ø ${text(e.diameter)}` : '',
        e.speed !== undefined ? text(e.speed) : '',
        running,
        stages,
      );
    case 'flow':
      return `flow ${text(e.flow)}`;
    case 'head':
      return `head ${text(e.head)}`;
    case 'power':
      return join(`power ${text(e.shaftPower)}`, `efficiency ${text(e.efficiency)}`);
    case 'off':
      return 'off';
    default:
      return '';
  }
}

/** Kinds whose short form can be typed; the others are entered beside the sheet. */
export const TYPED_KINDS: readonly string[] = [
  'pipe',
  'device',
  'control-valve',
  'pump',
  'hand-valve',
  'non-return',
  'vessel',
  'pressure',
  'flow',
  'well',
  'junction',
  'orifice',
  'line',
];

/** Reads a short form over the entries an element has. */
export function readShortForm(kind: string, typed: string, before: Raw = {}): ShortFormReading {
  if (typed.trim() === '') return fail('', 'empty', EXPECTED[kind] ?? '');
  return kind === 'pipe' ? readPipe(typed, before) : readPieces(kind, typed, before);
}

const fail = (piece: string, reason: ShortFormProblem['reason'], expected: string): ShortFormReading => ({
  ok: false,
  problem: { piece, reason, expected },
});

const EXPECTED: Readonly<Record<string, string>> = {
  pipe: '120 m DN150 sch 40, 4 elbow-90-long, 1 gate',
  device: '0.52 bar at 310 m3/h, fouling 1.6',
  'control-valve': 'holds 290 m3/h; holds outlet 2 bar(g); opening 0.6; drop 0.8 bar; Kv 60',
  pump: 'flow 85 m3/h; head 38 m; 2 running; off',
  'hand-valve': 'K 0.3, bore 102.3 mm; closed',
  'non-return': 'K 1.8, bore 254.5 mm',
  orifice: 'bore 40 mm in 80 mm',
  vessel: 'level 1.6 m, 0.12 bar(g)',
  pressure: '2.5 bar(g), static',
  flow: '-40 m3/h',
  well: 'rest level 138 m, 10.5 m3/h/m',
  junction: 'offtake 20 m3/h',
  line: 'J-1 to V-2; J-1 to V-2, shut; J-1 to V-2, flow 20 m3/h',
};

function is(typed: string, dimension: Dimension): boolean {
  return isQuantity(readQuantity(typed, dimension));
}

function readPipe(typed: string, before: Raw): ShortFormReading {
  const [first, ...rest] = typed.split(',').map((p) => p.trim());
  const match = /^(?:pipe\s+)?([\d.eE+-]+\s*[^\s\d]+)\s+(.+)$/.exec(first!);
  if (!match || !is(match[1]!, 'length')) return fail(first!, 'no-length', EXPECTED.pipe!);
  const entries: RawEntry = { ...before, length: spaced(match[1]!) };
  const bore = match[2]!.trim();
  const nominal =
    /^(DN\s*\d+|PE\s*\d+|PVC(?:-U)?\s*\d+|OD\s*[\d.]+|NPS\s*[\d/\s-]+?|[\d./-]+\s*in)\s+(?:sch(?:edule)?\.?\s*|wall\s*)?([\d.]+\s*mm|SDR\s*[\d.]+|\S+)$/i.exec(
      bore,
    );
  const inside = /^(?:bore|inside|id)?\s*([\d.]+\s*(?:mm|cm|m|in|ft))$/i.exec(bore);
  if (nominal) {
    entries.size = nominal[1]!.replace(/^dn\s*/i, 'DN').replace(/^(pe|pvc|od)\s*/i, (word) => `${word.trim().toUpperCase()} `);
    entries.schedule = nominal[2]!.replace(/^sdr\s*/i, 'SDR ').replace(/^([\d.]+)\s*mm$/, '$1 mm');
    delete entries.inside;
  } else if (inside && is(inside[1]!, 'diameter')) {
    entries.inside = spaced(inside[1]!);
    delete entries.size;
    delete entries.schedule;
  } else return fail(bore, 'no-bore', 'DN150 sch 40, or bore 154.1 mm');
  const fittings: RawEntry[] = [];
  for (const piece of rest.filter((p) => p !== '')) {
    const fitting = readFitting(piece);
    if (!fitting) return fail(piece, 'unknown-fitting', `K 1.2, or a count and one of ${FITTING_TYPES.join(', ')}`);
    fittings.push(fitting);
  }
  if (fittings.length > 0) entries.fittings = fittings;
  else delete entries.fittings;
  return { ok: true, entries };
}

function readFitting(piece: string): RawEntry | undefined {
  const k = /^(?:(\d+)\s*[x×]?\s*)?K\s*=?\s*([\d.]+)$/i.exec(piece);
  if (k) return { k: Number(k[2]), ...(k[1] ? { count: Number(k[1]) } : {}) };
  const le = /^(?:(\d+)\s*[x×]?\s*)?Le\s+(.+)$/i.exec(piece);
  if (le && is(le[2]!, 'length')) return { equivalentLength: spaced(le[2]!), count: Number(le[1] ?? 1) };
  const typed = /^(?:(\d+)\s*[x×]?\s*)?([a-z][a-z0-9-]*?)s?(?:\s+to\s+([\d.]+\s*\w+))?(?:\s+(\d+)\s*deg)?$/i.exec(piece);
  const type = typed
    ? FITTING_TYPES.find((t) => t === typed[2]!.toLowerCase() || t === `${typed[2]!.toLowerCase()}s`)
    : undefined;
  if (!typed || !type) return undefined;
  const changesBore = type === 'reducer' || type === 'expansion';
  if (changesBore && !(typed[3] && is(typed[3], 'diameter'))) return undefined;
  return {
    type,
    ...(typed[1] && typed[1] !== '1' ? { count: Number(typed[1]) } : {}),
    ...(changesBore ? { to: spaced(typed[3]!) } : {}),
    ...(typed[4] ? { angle: Number(typed[4]) } : {}),
  };
}

/** each piece between commas against the patterns of the kind */
function readPieces(kind: string, typed: string, before: Raw): ShortFormReading {
  const entries: RawEntry = { ...before };
  for (const piece of typed
    .split(/[,·]/)
    .map((p) => p.trim())
    .filter((p) => p !== '')) {
    const read = (PIECES[kind] ?? []).some((pattern) => pattern(piece, entries));
    if (!read) return fail(piece, 'not-understood', EXPECTED[kind] ?? '');
  }
  return { ok: true, entries };
}

type Piece = (piece: string, entries: RawEntry) => boolean;

/** `word quantity` → an entry (and, when named, the mode that goes with it) */
const worded =
  (word: string, key: string, dimension: Dimension, mode?: string): Piece =>
  (piece, entries) => {
    const match = new RegExp(`^(?:(\\S+)\\s+)??${word}\\s+(.+)$`, 'i').exec(piece);
    if (!match || !is(match[2]!, dimension)) return false;
    entries[key] = spaced(match[2]!);
    if (mode !== undefined) entries.mode = mode;
    if (match[1] && mode !== undefined) entries.valve = match[1];
    return true;
  };

const numbered =
  (word: string, key: string, mode?: string): Piece =>
  (piece, entries) => {
    const match = new RegExp(`^(?:(\\S+)\\s+)??${word}\\s*=?\\s*([\\d.]+)\\s*(%?)$`, 'i').exec(piece);
    if (!match || !Number.isFinite(Number(match[2]))) return false;
    entries[key] = match[3] ? Number(match[2]) / 100 : Number(match[2]);
    if (mode !== undefined) entries.mode = mode;
    if (match[1] && mode !== undefined) entries.valve = match[1];
    return true;
  };

const plain =
  (key: string, dimension: Dimension): Piece =>
  (piece, entries) => {
    if (!is(piece, dimension)) return false;
    entries[key] = spaced(piece);
    return true;
  };

const flag =
  (word: string, key: string, value: unknown): Piece =>
  (piece, entries) => {
    if (piece.toLowerCase() !== word) return false;
    entries[key] = value;
    return true;
  };

const dropAt: Piece = (piece, entries) => {
  const [drop, at] = piece.split(/\s+at\s+/i);
  if (!is(drop!, 'pressureDifference') || (at !== undefined && !is(at, 'flow'))) return false;
  entries.drop = spaced(drop!);
  if (at === undefined) delete entries.at;
  else entries.at = spaced(at);
  return true;
};

const boreIn: Piece = (piece, entries) => {
  const match = /^bore\s+(.+?)\s+in\s+(.+)$/i.exec(piece);
  if (!match || !is(match[1]!, 'diameter') || !is(match[2]!, 'diameter')) return false;
  entries.bore = spaced(match[1]!);
  entries.inside = spaced(match[2]!);
  return true;
};

const running: Piece = (piece, entries) => {
  const match = /^(\d+)\s+running$/i.exec(piece);
  if (!match) return false;
  entries.running = Number(match[1]);
  return true;
};

const stages: Piece = (piece, entries) => {
  const match = /^(\d+)\s+stages?$/i.exec(piece);
  if (!match) return false;
  entries.stages = Number(match[1]);
  return true;
};

const pumpName: Piece = (piece, entries) => {
  if (!/^[\p{L}\p{N}_-]+$/u.test(piece)) return false;
  entries.pump = piece;
  entries.mode = 'curve';
  return true;
};

const diameter: Piece = (piece, entries) => {
  const match = /^(?:Ø|dia(?:meter)?)\s*(.+)$/i.exec(piece);
  if (!match || !is(match[1]!, 'diameter')) return false;
  entries.diameter = spaced(match[1]!);
  return true;
};

const levelWord: Piece = (piece, entries) => {
  const match = /^level\s+(low|normal|high)$/i.exec(piece);
  if (!match) return false;
  entries.level = match[1]!.toLowerCase();
  return true;
};

const ends: Piece = (piece, entries) => {
  const match = /^(\S+)\s+(?:to|→|->)\s+(\S+)$/i.exec(piece);
  if (!match) return false;
  entries.from = match[1];
  entries.to = match[2];
  return true;
};

const PIECES: Readonly<Record<string, readonly Piece[]>> = {
  device: [dropAt, numbered('fouling', 'fouling')],
  'control-valve': [
    worded('holds outlet', 'pressure', 'pressure', 'outlet-pressure'),
    worded('holds inlet', 'pressure', 'pressure', 'inlet-pressure'),
    worded('holds', 'flow', 'flow', 'flow'),
    worded('drop', 'drop', 'pressureDifference', 'drop'),
    numbered('opening', 'opening', 'opening'),
    numbered('Kv', 'kv', 'kv'),
    numbered('Cv', 'cv', 'cv'),
  ],
  pump: [
    worded('flow', 'flow', 'flow', 'flow'),
    worded('head', 'head', 'head', 'head'),
    worded('power', 'shaftPower', 'power', 'power'),
    numbered('efficiency', 'efficiency'),
    flag('off', 'mode', 'off'),
    running,
    stages,
    diameter,
    plain('speed', 'speed'),
    pumpName,
  ],
  'hand-valve': [
    numbered('K', 'k'),
    numbered('Kv', 'kv'),
    worded('bore', 'inside', 'diameter'),
    flag('closed', 'closed', true),
    flag('open', 'closed', false),
  ],
  'non-return': [numbered('K', 'k'), worded('bore', 'inside', 'diameter')],
  orifice: [boreIn],
  vessel: [levelWord, worded('level', 'level', 'length'), plain('pressure', 'pressure')],
  pressure: [plain('pressure', 'pressure'), flag('static', 'basis', 'static'), flag('total', 'basis', 'total')],
  flow: [plain('flow', 'flow')],
  well: [worded('rest level', 'restLevel', 'length'), plain('specificCapacity', 'specificCapacity')],
  junction: [worded('offtake', 'offtake', 'flow')],
  line: [ends, worded('flow', 'flow', 'flow'), flag('shut', 'closed', true), flag('open', 'closed', false)],
};

/** `120m` → `120 m`: number, space, unit, as the file has it */
function spaced(typed: string): string {
  const match = /^\s*([+-]?[\d.]+(?:[eE][+-]?\d+)?)\s*(.+?)\s*$/.exec(typed);
  return match ? `${match[1]} ${match[2]}` : typed.trim();
}
