import { plainWords } from '../catalogue/columns.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import { findUnit, type Dimension } from '../units/units.js';
import { word, type Word } from '../words/word.js';

/*
 * The columns of a line list, with the names under which they come. Names are compared without case, blanks and marks.
 */

export type LineColumn =
  | 'line'
  | 'from'
  | 'to'
  | 'size'
  | 'inside'
  | 'schedule'
  | 'material'
  | 'length'
  | 'rise'
  | 'from_elevation'
  | 'to_elevation'
  | 'fittings'
  | 'liquid'
  | 'temperature'
  | 'flow'
  | 'name';

interface Column {
  label: Word;
  names: readonly string[];
  dimension?: Dimension;
  /** unit that is taken, and said, where the list names none */
  usual?: { metric: string; us: string };
}

const METRES = { metric: 'm', us: 'ft' } as const;

export const LINE_COLUMNS: Readonly<Record<LineColumn, Column>> = {
  line: {
    label: word('listed.column.line'),
    names: [
      ...['line', 'lineno', 'linenumber', 'lineid', 'linetag', 'pipe', 'pipeno', 'pipeid', 'tag', 'segment', 'no', 'nr'],
      ...['leitung', 'leitungsnummer', 'rohrleitung', 'ligne', 'tuyauterie', 'linea', 'tuberia', 'tubazione'],
    ],
  },
  from: {
    label: word('listed.column.from'),
    names: ['from', 'start', 'upstream', 'origin', 'fromequipment', 'source', 'von', 'de', 'desde', 'da', 'depart'],
  },
  to: {
    label: word('listed.column.to'),
    names: ['to', 'end', 'downstream', 'destination', 'toequipment', 'nach', 'bis', 'a', 'vers', 'hasta', 'arrivee'],
  },
  size: {
    label: word('listed.column.size'),
    names: [
      ...['size', 'dn', 'nps', 'nominalsize', 'nominaldiameter', 'linesize', 'pipesize', 'nd', 'diameter', 'dia', 'nennweite'],
      ...['taille', 'diametre', 'diametrenominal', 'tamano', 'diametro', 'diametronominale'],
    ],
  },
  inside: {
    label: word('listed.column.inside'),
    names: ['insidediameter', 'innerdiameter', 'id', 'bore', 'inside', 'di', 'innendurchmesser', 'diametreinterieur', 'diametrointerior'], // prettier-ignore
    dimension: 'diameter',
    usual: { metric: 'mm', us: 'in' },
  },
  schedule: { label: word('listed.column.schedule'), names: ['schedule', 'sch', 'sched', 'wall', 'wallthickness', 'thickness', 'sdr', 'wandstarke', 'epaisseur', 'espesor'] }, // prettier-ignore
  material: {
    label: word('listed.column.material'),
    names: ['material', 'mat', 'pipematerial', 'werkstoff', 'materiau', 'matiere', 'materiale'],
  },
  length: {
    label: word('listed.column.length'),
    names: ['length', 'l', 'len', 'pipelength', 'linelength', 'lange', 'longueur', 'longitud', 'lunghezza'],
    dimension: 'length',
    usual: METRES,
  },
  rise: {
    label: word('listed.column.rise'),
    names: [
      ...[
        'rise',
        'elevationchange',
        'elevationdifference',
        'dz',
        'deltaz',
        'δz',
        'dh',
        'height',
        'staticrise',
        'lift',
        'vertical',
      ],
      ...['hohe', 'hohenunterschied', 'denivele', 'denivelee', 'desnivel', 'dislivello'],
    ],
    dimension: 'length',
    usual: METRES,
  },
  from_elevation: {
    label: word('listed.column.from_elevation'),
    names: ['fromelevation', 'startelevation', 'elevationfrom', 'elevationstart', 'z1', 'el1', 'elfrom', 'upstreamelevation', 'inletelevation'], // prettier-ignore
    dimension: 'length',
    usual: METRES,
  },
  to_elevation: {
    label: word('listed.column.to_elevation'),
    names: ['toelevation', 'endelevation', 'elevationto', 'elevationend', 'z2', 'el2', 'elto', 'downstreamelevation', 'outletelevation'], // prettier-ignore
    dimension: 'length',
    usual: METRES,
  },
  fittings: {
    label: word('listed.column.fittings'),
    names: ['fittings', 'fittingsandvalves', 'fittingsvalves', 'valvesandfittings', 'components', 'formstucke', 'accessoires', 'accesorios', 'raccordi'], // prettier-ignore
  },
  liquid: { label: word('listed.column.liquid'), names: ['liquid', 'fluid', 'medium', 'service', 'contents', 'product', 'flussigkeit', 'fluide', 'liquide', 'fluido', 'liquido'] }, // prettier-ignore
  temperature: {
    label: word('listed.column.temperature'),
    names: ['temperature', 'temp', 't', 'operatingtemperature', 'designtemperature', 'temperatur', 'temperatura'],
    dimension: 'temperature',
    usual: { metric: '°C', us: '°F' },
  },
  flow: {
    label: word('listed.column.flow'),
    names: ['flow', 'q', 'flowrate', 'designflow', 'volumeflow', 'rate', 'forderstrom', 'volumenstrom', 'debit', 'caudal', 'portata'], // prettier-ignore
    dimension: 'flow',
    usual: { metric: 'm3/h', us: 'gpm' },
  },
  name: { label: word('listed.column.name'), names: ['name', 'description', 'remark', 'remarks', 'comment', 'beschreibung', 'bezeichnung', 'designation', 'descripcion'] }, // prettier-ignore
};

const BY_NAME = new Map<string, LineColumn>(
  Object.entries(LINE_COLUMNS).flatMap(([column, { names }]) => names.map((n) => [n, column as LineColumn] as const)),
);

export const isLineColumn = (text: string): text is LineColumn => Object.hasOwn(LINE_COLUMNS, text);

/** How a head of a line list was understood. */
export interface ListColumn {
  header: string;
  column?: LineColumn;
  unit?: string;
  /** nothing names the unit: it was taken */
  isAssumed?: boolean;
  /** what stands where a unit should, and is none of it */
  wrongUnit?: string;
  /** a fitting that is counted in the column: `elbow 90` */
  fitting?: string;
}

/** Name and unit of a head: `Length [m]`, `Flow (m³/h)`, `Rise, m`, `dz m`. */
export function parted(header: string): [name: string, unit: string | undefined] {
  const text = header.trim();
  const bracketed = /^([^[]*?)\s*\[\s*([^\]]*?)\s*\]$/.exec(text) ?? /^(.*?)\s*[({]\s*(.*?)\s*[)}]$/.exec(text);
  if (bracketed) return [bracketed[1]!, bracketed[2]!];
  // a unit may have a stroke of its own: the name is what is known, wherever it ends
  for (const found of text.matchAll(/[\s,;/_]+/g)) {
    const [name, rest] = [text.slice(0, found.index), text.slice(found.index + found[0].length)];
    const column = BY_NAME.get(plainWords(name));
    const dimension = column && LINE_COLUMNS[column].dimension;
    if (dimension && findUnit(dimension, rest)) return [name, rest];
  }
  const parts = /^(.+?)\s*[,;]\s*(\S+)$/.exec(text);
  return parts ? [parts[1]!, parts[2]!] : [text, undefined];
}

/** What a head says by itself, or as a person says that it does. */
export function listColumn(header: string, units: 'metric' | 'us', said?: { column: string; unit?: string } | null): ListColumn {
  if (said === null) return { header };
  const [name, typed] = parted(header);
  const column = said ? (isLineColumn(said.column) ? said.column : undefined) : (BY_NAME.get(plainWords(name)) ?? BY_NAME.get(plainWords(header)));
  if (column === undefined) return { header };
  const { dimension, usual } = LINE_COLUMNS[column];
  const unit = said?.unit ?? typed;
  if (!dimension) return { header, column };
  if (!unit) return { header, column, unit: usual![units], isAssumed: true };
  return isQuantity(readQuantity(`1 ${unit}`, dimension))
    ? { header, column, unit }
    : { header, column, unit: usual![units], ...(said?.unit === undefined && typed !== undefined && !UNIT_LIKE.test(typed) ? { isAssumed: true } : { wrongUnit: unit }) };
} // prettier-ignore

/** a remark in brackets is no unit: `Length (developed)` */
const UNIT_LIKE = /^[^\s]{1,5}$/;
