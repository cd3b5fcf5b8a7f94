import { NAMED_SYSTEMS, PERSON_UNITS, systemWith, unitsOf, type Study, type SystemName, type UnitSystem } from '@cedar-knot/core';
import { isNumberStyle, writeNumbers, type NumberStyle } from '@cedar-knot/wording';
import { create } from 'zustand';

const KEY = 'cedar-knot-units';

/** a set of units by its name; `study`: those that the open study names, metric where none is open */
export type UnitSet = 'study' | 'metric' | 'us' | 'si' | 'own';

/** What a person is used to. It is kept in this browser, and changes no study. */
export interface UnitChoice {
  set: UnitSet;
  /** of a set of one's own: what it began with, and what was chosen otherwise */
  base: SystemName;
  own: Readonly<Record<string, string>>;
  /** how pressures at a place are shown */
  pressure: 'absolute' | 'gauge';
  numbers: NumberStyle;
  /** tables that leave the page: with decimal points, or as numbers are shown */
  tables: 'plain' | 'local';
}

interface UnitsState extends UnitChoice {
  /** null: those of the study */
  system: UnitSystem | null;
  choose: (set: UnitSet) => void;
  /** another unit for one quantity makes the set one's own; undefined gives the choice back */
  chooseUnit: (quantity: string, symbol: string | undefined) => void;
  choosePressure: (pressure: UnitChoice['pressure']) => void;
  chooseNumbers: (numbers: NumberStyle) => void;
  chooseTables: (tables: UnitChoice['tables']) => void;
}

const SETS: readonly UnitSet[] = ['study', 'metric', 'us', 'si', 'own'];

/** how numbers are written in the country of a language, where nobody chose */
export function styleOf(language: string): NumberStyle {
  if (language.startsWith('en')) return 'iso';
  if (/^(de|it|fr)-CH/.test(language)) return 'ch';
  const part = (type: string): string | undefined =>
    new Intl.NumberFormat(language).formatToParts(1234567.5).find((p) => p.type === type)?.value;
  if (part('decimal') !== ',') return 'iso';
  return part('group') === '.' ? 'de' : 'fr';
}

/** What was kept, as far as it can be read. */
export function readChoice(kept: string | null, language: string): UnitChoice {
  const none: UnitChoice = {
    set: 'study',
    base: 'metric',
    own: {},
    pressure: 'absolute',
    numbers: styleOf(language),
    tables: 'plain',
  };
  // how it was kept before there were sets
  if (kept === 'us' || kept === 'metric') return { ...none, set: kept };
  try {
    const { set, base, own, pressure, numbers, tables } = JSON.parse(kept ?? '{}') as Partial<Record<keyof UnitChoice, unknown>>;
    const symbols = Object.entries((own ?? {}) as Record<string, unknown>).filter(
      ([quantity, symbol]) => quantity in PERSON_UNITS && typeof symbol === 'string',
    ) as [string, string][];
    return {
      set: SETS.find((s) => s === set) ?? 'study',
      base: base === 'us' ? 'us' : 'metric',
      own: Object.fromEntries(symbols),
      pressure: pressure === 'gauge' ? 'gauge' : 'absolute',
      numbers: isNumberStyle(numbers) ? numbers : none.numbers,
      tables: tables === 'local' ? 'local' : 'plain',
    };
  } catch {
    return none;
  }
}

function systemOf({ set, base, own }: UnitChoice): UnitSystem | null {
  if (set === 'study') return null;
  return set === 'own' ? systemWith(base, own) : NAMED_SYSTEMS[set];
}

const begin = (() => {
  const choice = readChoice(globalThis.localStorage?.getItem(KEY) ?? null, globalThis.navigator?.language ?? 'en');
  writeNumbers(choice.numbers);
  return { ...choice, system: systemOf(choice) };
})();

/** Units and numbers as the person is used to them: at once in every view, and never a change of the study. */
export const useUnits = create<UnitsState>((set, get) => {
  const keep = (next: Partial<UnitChoice>): void => {
    const { set: name, base, own, pressure, numbers, tables } = { ...get(), ...next };
    const choice: UnitChoice = { set: name, base, own, pressure, numbers, tables };
    globalThis.localStorage?.setItem(KEY, JSON.stringify(choice));
    writeNumbers(numbers);
    // the same object while the units are the same: much is drawn from it
    const isSame = next.set === undefined && next.own === undefined;
    set({ ...choice, ...(isSame ? {} : { system: systemOf(choice) }) });
  };
  return {
    ...begin,
    choose: (name) => keep({ set: name }),
    chooseUnit: (quantity, symbol) => {
      const { set: name, base, own } = get();
      const from = name === 'own' ? own : {};
      const { [quantity]: _, ...others } = from;
      keep({
        set: 'own',
        base: name === 'us' ? 'us' : name === 'own' ? base : 'metric',
        own: symbol === undefined ? others : { ...others, [quantity]: symbol },
      });
    },
    choosePressure: (pressure) => keep({ pressure }),
    chooseNumbers: (numbers) => keep({ numbers }),
    chooseTables: (tables) => keep({ tables }),
  };
});

/** The units in which a study is shown now; the same object for the same choice. */
export const shownUnits = (study: Pick<Study, 'units' | 'displayUnits'>): UnitSystem =>
  useUnits.getState().system ?? unitsOf(study);

/** what a system is nearest to */
export const baseOf = (system: UnitSystem): SystemName => (typeof system === 'string' ? system : system.base);
