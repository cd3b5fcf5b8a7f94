import { isQuantity, readQuantity } from '../units/quantity.js';
import { findUnit, type Dimension } from '../units/units.js';
import { currencyOf, daysOf } from './offer.js';
import { moreNamed, plainName, type MoreColumn } from './more-columns.js';

/*
 * The columns that tables of makers have, with the names under which they come. Names are compared without case, blanks and marks.
 */

export type ColumnName =
  | 'id'
  | 'model'
  | 'maker'
  | 'family'
  | 'type'
  | 'size'
  | 'speed'
  | 'diameter'
  | 'stages'
  | 'flow'
  | 'head'
  | 'efficiency'
  | 'power'
  | 'input_power'
  | 'npshr'
  | 'rated_kv'
  | 'rated_cv'
  | 'characteristic'
  | 'rangeability'
  | 'fl'
  | 'xfz'
  | 'travel'
  | 'kv'
  | 'fl_at';

interface Column {
  names: readonly string[];
  /** of a quantity; none for a word or a plain number */
  dimension?: Dimension;
  /** unit that is taken, and said, where the file names none */
  usual?: string;
  /** a share: 0.76, 76 or "76 %" */
  isShare?: boolean;
}

export const COLUMNS: Readonly<Record<ColumnName, Column>> = {
  id: { names: ['id', 'modelid'] },
  model: {
    names: [
      ...['model', 'modell', 'modelname', 'pump', 'pumpmodel', 'valve', 'article', 'designation', 'typecode'],
      ...['typ', 'bezeichnung', 'pumpentyp', 'pumpe', 'modele', 'pompe', 'modelo', 'bomba', 'modello', 'pompa', 'pumpmodell'],
    ],
  },
  maker: {
    names: [
      ...['maker', 'manufacturer', 'make', 'brand', 'vendor', 'supplier'],
      ...['hersteller', 'fabricant', 'constructeur', 'fabricante', 'costruttore', 'fabbricante', 'producent', 'tillverkare'],
    ],
  },
  family: { names: ['family', 'series', 'range', 'productline', 'line', 'baureihe', 'gamme', 'serie', 'seria'] },
  type: { names: ['type', 'kind', 'pumptype', 'valvetype', 'body', 'bodytype', 'bauart'] },
  size: { names: ['size', 'dn', 'nominalsize', 'nps', 'framesize', 'baugrosse', 'taille', 'tamano', 'taglia'] },
  speed: {
    names: [
      ...['speed', 'n', 'rpm', 'nominalspeed', 'ratedspeed', 'rotationalspeed', 'drehzahl', 'nenndrehzahl'],
      ...['vitesse', 'vitessederotation', 'velocidad', 'velocidaddegiro', 'velocita', 'velocitadirotazione', 'giri'],
      ...['velocidade', 'velocidadederotacao', 'rotacao', 'obroty', 'predkoscobrotowa', 'varvtal'],
    ],
    dimension: 'speed',
    usual: 'rpm',
  },
  diameter: {
    names: [
      ...['diameter', 'd', 'd2', 'dia', 'ø', 'impeller', 'impellerdiameter', 'impellerdia', 'trim'],
      ...['laufraddurchmesser', 'laufrad', 'roue', 'diametre', 'diametrederoue', 'diametredelaroue'],
      ...['diametro', 'diametrodelimpulsor', 'diametroimpulsor', 'impulsor', 'rodete', 'diametrodelrodete'],
      ...[
        'diametrogirante',
        'girante',
        'diametrodorotor',
        'rotor',
        'srednica',
        'srednicawirnika',
        'pumphjulsdiameter',
        'pumphjul',
      ],
    ],
    dimension: 'diameter',
    usual: 'mm',
  },
  stages: {
    names: [
      ...['stages', 'stage', 'numberofstages', 'nostages', 'nstages', 'z', 'stufen', 'stufenzahl', 'etages', 'nombredetages'],
      ...['etapas', 'numerodeetapas', 'stadi', 'numerostadi', 'numerodistadi', 'estagios', 'stopnie', 'liczbastopni', 'steg'],
    ],
  },
  flow: {
    names: [
      ...['flow', 'q', 'flowrate', 'capacity', 'rate', 'discharge', 'volumeflow', 'forderstrom', 'volumenstrom', 'fordermenge'],
      ...['debit', 'caudal', 'portata', 'vazao', 'wydajnosc', 'przepływ', 'flode'],
    ],
    dimension: 'flow',
    usual: 'm3/h',
  },
  head: {
    names: [
      ...['head', 'h', 'totalhead', 'tdh', 'deliveryhead', 'forderhohe', 'gesamtforderhohe', 'hmt', 'hauteur'],
      ...['hauteurmanometrique', 'hauteurmanometriquetotale', 'hauteurtotale', 'altura', 'alturamanometrica', 'alturatotal'],
      ...['prevalenza', 'prevalenzatotale', 'alturamanometricatotal', 'wysokoscpodnoszenia', 'uppfordringshojd', 'tryckhojd'],
    ],
    dimension: 'head',
    usual: 'm',
  },
  efficiency: {
    names: [
      ...['efficiency', 'eta', 'η', 'eff', 'pumpefficiency', 'wirkungsgrad', 'rendement', 'rendimiento', 'eficiencia'],
      ...['rendimento', 'sprawnosc', 'verkningsgrad'],
    ],
    isShare: true,
  },
  power: {
    names: [
      ...['power', 'p', 'p2', 'shaftpower', 'brakepower', 'bhp', 'powerinput', 'powerinputp2', 'absorbedpower'],
      ...['leistung', 'wellenleistung', 'leistungsbedarf', 'puissance', 'puissancealarbre', 'puissanceabsorbee'],
      ...['potencia', 'potenciaabsorbida', 'potenciaeneleje', 'potenza', 'potenzaassorbita', 'potenzaallasse', 'potencianoeixo'],
      ...['moc', 'mocnawale', 'effekt', 'axeleffekt'],
    ],
    dimension: 'power',
    usual: 'kW',
  },
  // what the motor takes from the mains: read, and not used for the pump
  input_power: {
    names: [
      ...['p1', 'powerinputp1', 'electricalinput', 'electricinput', 'electricalpower', 'electricpower', 'inputpower'],
      ...['motorinput', 'motorinputpower', 'motorpowerinput', 'powerconsumption', 'leistungsaufnahme', 'leistungsaufnahmep1'],
      ...['puissanceelectrique', 'potenciaelectrica', 'potenzaelettrica', 'potenciaeletrica', 'mocpobierana'],
    ],
    dimension: 'power',
    usual: 'kW',
  },
  npshr: {
    names: [
      ...['npshr', 'npsh', 'npsh3', 'npshrequired', 'npshreq', 'npshwert', 'npsherf', 'npsherforderlich', 'haltedruckhohe'],
      ...['npshrequis', 'npshrequerido', 'npshrichiesto', 'npshwymagane'],
    ],
    dimension: 'head',
    usual: 'm',
  },
  rated_kv: { names: ['ratedkv', 'kvs', 'kvrated', 'kv100'] },
  rated_cv: { names: ['ratedcv', 'cvs', 'cvrated', 'cvmax', 'cv100', 'cv'] },
  characteristic: { names: ['characteristic', 'char', 'inherentcharacteristic', 'flowcharacteristic'] },
  rangeability: { names: ['rangeability', 'turndown', 'inherentrangeability'] },
  fl: { names: ['fl', 'recoveryfactor', 'pressurerecoveryfactor'] },
  xfz: { names: ['xfz', 'incipientcavitation'] },
  travel: { names: ['travel', 'opening', 'lift', 'stroke', 'position', 'h100'], isShare: true },
  kv: { names: ['kv', 'kvattravel', 'kvvalue'] },
  fl_at: { names: ['flat', 'flattravel'] },
};

const BY_NAME = new Map(
  (Object.entries(COLUMNS) as [ColumnName, Column][]).flatMap(([column, { names }]) => names.map((n) => [n, column] as const)),
);

/** A name without case, accents, blanks and marks: `Förderhöhe` → forderhohe */
export const plainWords = (text: string): string =>
  plainName(text).normalize('NFD').replace(/\p{M}+/gu, '').replace(/[’'`ˆ]/g, ''); // prettier-ignore

/** A column of a table as it was understood. */
export interface MatchedColumn {
  /** text of the header */
  header: string;
  column?: ColumnName;
  /** name of a further column: an entry of the catalogue's own (`min_flow`) */
  more?: string;
  unit?: string;
  /** the header names no unit, the usual one is taken */
  isAssumed?: boolean;
  /** what stands in the header for a unit and is none of this column */
  wrongUnit?: string;
  /** a row of units under the heads says another than the head */
  otherUnit?: string;
  /** what the header says of the curve beside the column: `H Ø 209` */
  about?: Readonly<Partial<Record<'diameter' | 'speed' | 'stages', string>>>;
  /** a coefficient of a curve that is given as a polynomial of the flow, or an end of its range */
  polynomial?: { of: 'head' | 'efficiency' | 'power' | 'npshr'; power: number } | { of: 'range'; end: 'from' | 'to' };
}

/** `flow [m3/h]`, `Q (m³/h)`, `Head m`, `NPSH3/m`: what it is, and its unit. */
export function matchColumn(header: string): MatchedColumn {
  const text = header.trim();
  // a unit may have brackets of its own: `casing [bar(g)]`
  const bracketed = /^([^[]*?)\s*\[\s*([^\]]*?)\s*\]$/.exec(text) ?? /^(.*?)\s*[[({]\s*([^\])}]*?)\s*[\])}]\s*$/.exec(text);
  const [name, typed] = bracketed ? [bracketed[1]!, bracketed[2]!] : withoutUnit(text);
  // an entry's own name goes before a maker's other word for a common column, and that before one for an entry
  const [more] = moreNamed(name);
  const isOwn = more !== undefined && plainName(more.name) === plainName(name);
  const column = isOwn ? undefined : (BY_NAME.get(plainWords(name)) ?? BY_NAME.get(plainWords(text)));
  // brake horsepower is a unit too
  const own = plainWords(name) === 'bhp' ? 'hp' : undefined;
  if (column !== undefined) return { header, column, ...unitFor(column, typed || own) };
  return more ? { header, more: more.name, ...unitOfMore(more, typed) } : { header };
}

/** How many of the texts are heads that a table may have. */
export const knownHeads = (texts: readonly string[]): number =>
  texts.filter((t) => t.trim() !== '' && matchHead(t.replace(/^"|"$/g, '')).column !== undefined).length;

/** A head of a table, which may name the curve too: `H [m] Ø 209`, `Head 1450 rpm`. */
export function matchHead(header: string): MatchedColumn {
  const plain = matchColumn(header);
  if (plain.column !== undefined || plain.more !== undefined) return plain;
  const { rest, ...about } = labelOf(header);
  if (Object.keys(about).length === 0 || rest === '') return plain;
  const found = matchColumn(rest);
  return found.column === undefined ? plain : { ...found, header, about };
}

/** What a label says of a curve, and what is left of it: `IB 200-400 Ø 404` → its diameter, and `IB 200-400`. */
export interface Label {
  diameter?: string;
  speed?: string;
  stages?: string;
  rest: string;
}

const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`;
const IN_LABEL: Readonly<Record<'diameter' | 'speed' | 'stages', readonly RegExp[]>> = {
  diameter: [
    new RegExp(
      String.raw`(?:[Øø⌀]|\b(?:dia(?:meter)?|impeller|laufrad|d2)\b\.?)\s*[=:]?\s*${NUMBER}\s*(mm|cm|in\b|inch|")?`,
      'iu',
    ),
    new RegExp(String.raw`(?<![\d.,\-/])${NUMBER}\s*(mm)\b`, 'iu'),
  ],
  speed: [
    new RegExp(String.raw`\bn\s*=\s*${NUMBER}\s*(rpm|1/min|min-1|min⁻¹|u/min|tr/min|r/min)?`, 'iu'),
    new RegExp(String.raw`(?<![\d.,\-/])${NUMBER}\s*(rpm|1/min|min-1|min⁻¹|u/min|tr/min|r/min|obr/min|varv/min)`, 'iu'),
  ],
  stages: [new RegExp(String.raw`(?<![\d.,\-/])(\d+)\s*[-‑]?\s*(?:stages?|stufig|stufen|étages?|etapas|stadi)\b`, 'iu')],
};

export function labelOf(text: string): Label {
  const label: Label = { rest: text };
  for (const key of ['speed', 'diameter', 'stages'] as const) {
    const found = IN_LABEL[key].map((r) => r.exec(label.rest)).find((m) => m !== null);
    if (!found) continue;
    const unit = found[2]?.replace('"', 'in');
    label[key] = unit ? `${found[1]!} ${unit}` : found[1]!;
    label.rest = label.rest.replace(found[0], ' ');
  }
  label.rest = label.rest.replace(/[\s,;:()]+/g, ' ').trim();
  return label;
}

/** A column as a person says it is: one of a maker's table, or a further one. */
export function saidColumn(header: string, name: string, unit: string | undefined): MatchedColumn {
  const [more] = Object.hasOwn(COLUMNS, name) ? [] : moreNamed(name);
  if (more) return { header, more: more.name, ...unitOfMore(more, unit) };
  return Object.hasOwn(COLUMNS, name) ? { header, column: name as ColumnName, ...unitFor(name as ColumnName, unit) } : { header };
}

function unitOfMore({ name, field }: MoreColumn, typed: string | undefined): Pick<MatchedColumn, 'unit' | 'wrongUnit'> {
  if (!typed) return {};
  if (field.type === 'text' && field.money) {
    const currency = currencyOf(typed);
    return currency === undefined ? { wrongUnit: typed } : { unit: currency };
  }
  if (name === 'delivery_time') return daysOf(typed) === undefined ? { wrongUnit: typed } : { unit: typed };
  if (field.type !== 'quantity') return typed === '%' ? { unit: '%' } : {};
  return isQuantity(readQuantity(`1 ${typed}`, field.dimension)) ? { unit: typed } : { wrongUnit: typed };
}

export function unitFor(column: ColumnName, typed: string | undefined): Pick<MatchedColumn, 'unit' | 'isAssumed' | 'wrongUnit'> {
  const { dimension, usual, isShare } = COLUMNS[column];
  if (isShare) return typed?.trim() === '%' ? { unit: '%' } : {};
  if (!dimension) return {};
  if (typed === undefined || typed === '') return { unit: usual!, isAssumed: true };
  const unit = findUnit(dimension, typed);
  return unit ? { unit: unit.symbol } : { unit: usual!, wrongUnit: typed };
}

/** `Head m`, `Q m3/h`, `NPSH3/m`: a known name followed by something that is a unit of it */
function withoutUnit(text: string): [string, string | undefined] {
  for (const found of text.matchAll(/[\s/,;_]+/g)) {
    const [name, rest] = [text.slice(0, found.index), text.slice(found.index + found[0].length)];
    const column = BY_NAME.get(plainWords(name));
    const dimension = column && COLUMNS[column].dimension;
    if (dimension && findUnit(dimension, rest)) return [name, rest];
    if (column && COLUMNS[column].isShare && rest === '%') return [name, rest];
  }
  return [text, undefined];
}
