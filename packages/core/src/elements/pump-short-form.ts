import {
  joined,
  namePiece,
  Phrase,
  put,
  quantityPiece,
  shareOf,
  shown,
  wordPiece,
  words,
  type Piece,
  type ShortForm,
} from '../fields/short-form.js';
import type { Entries } from './kind.js';

function write(e: Entries): string {
  const asked = askedText(e);
  if (asked === undefined) return '';
  return joined(
    asked,
    e.diameter !== undefined ? `Ø ${shown(e.diameter)}` : '',
    e.speed !== undefined ? shown(e.speed) : '',
    unitsText(e),
    e.stages !== undefined ? `${shown(e.stages)} stages` : '',
    e.wear !== undefined && e.wear !== 0 ? `wear ${shown(e.wear)}` : '',
    e.requiredFlow !== undefined ? `required ${shown(e.requiredFlow)}` : '',
    e.requiredHead !== undefined ? `required ${shown(e.requiredHead)}` : '',
  );
}

/** what the pump is specified by; undefined where it is not */
function askedText(e: Entries): string | undefined {
  switch (e.mode) {
    case 'curve':
      return shown(e.pump);
    case 'flow': {
      const rated = e.rated as Entries | undefined;
      return rated !== undefined && rated.flow === e.flow ? `${shown(e.flow)} at ${shown(rated.head)}` : `flow ${shown(e.flow)}`;
    }
    case 'head':
      return `head ${shown(e.head)}`;
    case 'inlet-pressure':
      return `suction ${shown(e.pressure)}`;
    case 'power':
      return `power ${shown(e.shaftPower)}, efficiency ${shown(e.efficiency)}`;
    case 'off':
      return 'off';
    default:
      return undefined;
  }
}

/** `2 running, 1 standby`; what is installed where it is not the sum of both */
function unitsText(e: Entries): string {
  const { running = 1, standby, installed } = e;
  const isSum = installed === undefined || installed === Number(running) + Number(standby ?? 0);
  return joined(
    running !== 1 || standby !== undefined ? `${shown(running)} running` : '',
    standby !== undefined ? `${shown(standby)} standby` : '',
    isSum && (standby !== undefined || installed === undefined) ? '' : `${shown(installed)} installed`,
  );
}

/** `2 + 1`: so many run, so many stand by */
const runningAndStandby: Piece = (at, draft) => {
  const back = at.at;
  const found = at.take(/(\d{1,2})\s*\+\s*(\d{1,2})(?:\s*(?:units|pumps|sets))?(?=\s*(?:[,;·]|$))/iy);
  if (found && put(draft, 'running', Number(found[1])) && put(draft, 'standby', Number(found[2]))) return true;
  at.at = back;
  return false;
};

const counted = (key: string, behind: string): Piece => {
  const pattern = new Phrase(`(\\d+)\\s*-?\\s*(?:${behind})`);
  return (at, draft) => {
    const found = at.take(pattern);
    return found !== undefined && put(draft, key, Number(found[1]));
  };
};

/** a share of a hundred behind its word, or before it */
const efficiency: Piece = (at, draft) => {
  const back = at.at;
  const led = at.take(words('efficiency|eff\\.?|eta|η'));
  const typed = at.number();
  const percent = typed !== undefined && at.take(/\s*%\s*/y);
  const behind = typed !== undefined && at.take(words('efficiency|eff\\.?|efficient'));
  if (typed !== undefined && (led || behind) && put(draft, 'efficiency', percent ? shareOf(typed) : Number(typed))) return true;
  at.at = back;
  return false;
};

const wear: Piece = (at, draft) => {
  const back = at.at;
  const led = at.take(words('wear|worn'));
  const typed = at.number();
  const percent = typed !== undefined && at.take(/\s*%\s*/y);
  const behind = typed !== undefined && at.take(words('wear|worn'));
  if (typed !== undefined && (led || behind) && put(draft, 'wear', percent ? shareOf(typed) : Number(typed))) return true;
  at.at = back;
  return false;
};

export const pumpShortForm: ShortForm = {
  write,
  example: 'flow 85 m3/h; head 38 m; 15 kW, efficiency 72 %; 2 running, 1 standby; off',
  vocabulary: [
    'flow',
    'head',
    'power',
    'efficiency',
    'off',
    'running',
    'standby',
    'installed',
    'stages',
    'diameter',
    'speed',
    'wear',
    'impeller',
    'required',
  ],
  pieces: [
    quantityPiece('requiredFlow', 'flow', 'requires|required(?: flow)?', {}, true),
    quantityPiece('requiredHead', 'head', 'requires|required(?: head)?', {}, true),
    quantityPiece('flow', 'flow', 'flow', { mode: 'flow' }),
    quantityPiece('pressure', 'pressure', 'suction(?: pressure)?|holds', { mode: 'inlet-pressure' }, true),
    quantityPiece('shaftPower', 'power', 'shaft power|power', { mode: 'power' }),
    efficiency,
    wear,
    runningAndStandby,
    counted('standby', '(?:units? )?(?:on |in )?(?:stand-?by|reserve|spares?)'),
    counted('running', 'running|in parallel|parallel|units?(?: running)?|duty(?: units?)?'),
    wordPiece('off|stopped|standby', 'mode', 'off'),
    counted('installed', '(?:units? )?installed'),
    counted('stages', 'stages?'),
    quantityPiece('diameter', 'diameter', 'ø|dia(?:meter)?|impeller(?: diameter| ø)?', {}, true),
    quantityPiece('speed', 'speed', 'speed|at|n'),
    quantityPiece('diameter', 'diameter', undefined, {}, false, ['m', 'km', 'ft', "'"]),
    quantityPiece('head', 'head', 'at|@|head|tdh|h', { mode: 'head' }),
    namePiece('pump', 'pumps', { mode: 'curve' }),
  ],
  finish: (draft) => {
    const { typed, entries, assumed } = draft;
    // so many run and so many stand by: what is installed is their sum, unless it is said
    if (typed.has('standby') && !typed.has('installed'))
      entries.installed = Number(entries.running ?? 1) + Number(entries.standby);
    // flow and head together are a rated point: the flow is imposed, and the head is what the system asks for
    if (typed.has('flow') && typed.has('head')) {
      entries.mode = 'flow';
      entries.rated = { flow: entries.flow, head: entries.head };
      delete entries.head;
      assumed.push({ code: 'rated', values: { flow: String(entries.flow), head: String((entries.rated as Entries).head) } });
    }
    if (typed.has('pump')) entries.mode = 'curve';
    if (typed.has('shaftPower') && typed.has('efficiency')) entries.mode = 'power';
    return undefined;
  },
};
