/*
 * The study as it is written: what the person typed is kept, unit and all. Everything here is plain JSON.
 */

export type RawEntry = { [key: string]: unknown };

export interface RawElement extends RawEntry {
  id: string;
  kind: string;
}

export interface RawLine extends RawEntry {
  id: string;
  from: string;
  to: string;
  elements: RawElement[];
}

export interface RawScenario extends RawEntry {
  id: string;
  name?: string;
  fluid?: string;
  temperature?: string;
  thermal?: boolean;
  ambientTemperature?: string;
  role?: string;
  judged?: boolean;
  hoursPerYear?: number;
  set?: { [address: string]: unknown };
}

export interface RawLimit extends RawEntry {
  check: string;
  limit: unknown;
  where?: string;
  scenario?: string;
  reason?: string;
}

/** How far an input may be from what is entered: half of a band, a standard deviation, or the grade of a curve. */
export interface RawUncertainty extends RawEntry {
  input: string;
  band?: string;
  deviation?: string;
  grade?: string;
  reason?: string;
}

/** What an instrument showed in a scenario. */
export interface RawReading extends RawEntry {
  name?: string;
  scenario: string;
  at: string;
  figure: string;
  value: string;
  elevation?: string;
  deviation?: string;
  time?: string;
  used?: boolean;
}

/** What a report is made of, and who stands for it. */
export interface RawReport extends RawEntry {
  parts?: string[];
  paper?: 'A4' | 'Letter';
  scenario?: string;
  wholeWorking?: boolean;
  checkedBy?: string;
  approvedBy?: string;
  revision?: string;
  date?: string;
  template?: string;
  company?: string;
  /** `data:image/png;base64,…` or of a JPEG */
  logo?: string;
  titleFields?: { label: string; text?: string }[];
  headings?: { part: string; text: string }[];
  revisions?: RawRevision[];
  ledger?: RawLedger;
}

/** One line of the table of revisions. */
export interface RawRevision extends RawEntry {
  revision: string;
  date?: string;
  text?: string;
  preparedBy?: string;
  checkedBy?: string;
  approvedBy?: string;
}

/** How the ledger of a study is looked at. */
export interface RawLedger extends RawEntry {
  filter?: string;
  group?: 'scenario' | 'line' | 'kind' | 'figure';
  hidden?: string[];
  across?: boolean;
}

export interface RawEconomics extends RawEntry {
  currency?: string;
  energyPrice?: number;
  life?: number;
  interest?: number | string;
  efficiency?: number | string;
  pipeCosts?: { size: string; schedule?: string; perMetre: number }[];
}

export interface Study extends RawEntry {
  format: 'cedar-knot-study';
  version: 1;
  title?: string;
  tag?: string;
  preparedBy?: string;
  notes?: string;
  units?: 'metric' | 'us';
  /** units of results by quantity, where they are not those of the system */
  displayUnits?: { [quantity: string]: string };
  /** temperature is followed along the way, where a scenario does not say otherwise */
  thermal?: boolean;
  site?: {
    atmosphericPressure?: string;
    gravity?: string;
    ambientTemperature?: string;
    datum?: 'plant' | 'sea-level';
    altitude?: string;
    frequency?: string;
  };
  economics?: RawEconomics;
  fluids?: { [id: string]: RawEntry };
  pumps?: { [id: string]: RawEntry };
  valves?: { [id: string]: RawEntry };
  points: { [id: string]: RawEntry & { kind: string } };
  lines: RawLine[];
  scenarios: RawScenario[];
  limits?: RawLimit[];
  uncertainty?: RawUncertainty[];
  readings?: RawReading[];
  report?: RawReport;
}

export const STUDY_FORMAT = 'cedar-knot-study';
export const STUDY_VERSION = 1;

/** Longest study file that is read, characters; the server takes far less. */
export const LARGEST_STUDY = 100_000_000;
/** points, lines and elements times scenarios */
export const MOST_TO_SOLVE = 100_000;

/** A study with one scenario and nothing in it: where a person begins. */
export function blankStudy(title: string): Study {
  return {
    format: STUDY_FORMAT,
    version: STUDY_VERSION,
    title,
    units: 'metric',
    fluids: { water: { kind: 'water' } },
    pumps: {},
    valves: {},
    points: {},
    lines: [],
    scenarios: [{ id: 'normal', name: 'Normal', role: 'normal', fluid: 'water', temperature: '20 C' }],
  };
}

/**
 * Writes a study file: two spaces, keys as they stand, a newline at the end, so that it is comfortable to diff.
 */
export function writeStudy(study: Study): string {
  return `${JSON.stringify(study, null, 2)}\n`;
}
