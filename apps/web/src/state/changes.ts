import { allElements, entryInScenario, FIGURE_TABLE, turn, type ChangedFigure, type ChangedInput, type Comparison, type Entered, type FigureKey, type RawScenario, type Study, type UnitSystem } from '@cedar-knot/core'; // prettier-ignore
import { enteredText, figureText, fixed, numberMarks, partsOfText, said } from '@cedar-knot/wording';

/* A comparison as rows over scenarios. */

export interface ChangeCell {
  before: string;
  after: string;
  isChanged: boolean;
  /** the difference of two numbers, with its sign */
  difference: string;
}

export interface ChangeRow {
  key: string;
  where: string;
  label: string;
  /** of all its cells, where they have one */
  unit: string;
  /** by scenario of the later study; undefined where the earlier one has no such scenario */
  cells: (ChangeCell | undefined)[];
}

/** a row whose cells share a unit has it once */
function rowOf(
  key: string,
  where: string,
  label: string,
  texts: (readonly [string, string] | undefined)[],
  changed: readonly boolean[],
): ChangeRow {
  const units = new Set(
    texts
      .flatMap((t) => t ?? [])
      .filter((t) => t !== '–')
      .map((t) => partsOfText(t)?.unit ?? ''),
  );
  const unit = units.size === 1 ? [...units][0]! : '';
  const bare = (t: string): string => (unit === '' ? t : (partsOfText(t)?.number ?? t));
  const cells = texts.map((t, i): ChangeCell | undefined => {
    if (!t) return undefined;
    const [before, after] = [bare(t[0]), bare(t[1])];
    return { before, after, isChanged: changed[i]!, difference: changed[i] ? differenceOf(before, after) : '' };
  });
  return { key, where, label, unit, cells };
}

/** of two numbers as they are shown, with as many decimals as the one that has more; empty where they are no numbers */
function differenceOf(before: string, after: string): string {
  const [a, b] = [numberOf(before), numberOf(after)];
  if (a === undefined || b === undefined || a === b) return '';
  const decimals = Math.max(...[before, after].map((t) => (t.split(numberMarks().decimal)[1] ?? '').length));
  return `${b > a ? '+' : ''}${fixed(b - a, decimals)}`;
}

/** a number that is shown as the person writes numbers */
function numberOf(shown: string): number | undefined {
  const { decimal, group } = numberMarks();
  const plain = shown.replaceAll(group, '').replace(decimal, '.').replace('−', '-');
  return /^[+-]?\d*\.?\d+$/.test(plain) ? Number(plain) : undefined;
}

/** Inputs that scenarios may depart from, each as it holds in every scenario; the others stay as they are. */
export function inputRows(
  before: Study,
  after: Study,
  inputs: readonly ChangedInput[],
): { rows: ChangeRow[]; others: ChangedInput[] } {
  const rows = new Map<string, ChangeRow>();
  const others: ChangedInput[] = [];
  for (const c of inputs) {
    if (!isSpread(c)) {
      others.push(c);
      continue;
    }
    const key = `${c.address} ${said(c.label)}`;
    if (!rows.has(key)) rows.set(key, spread(before, after, c, key));
  }
  return { rows: [...rows.values()], others };
}

/** one value on both sides, of a thing that both have */
function isSpread({ address, whole, before, after }: ChangedInput): boolean {
  const isPlain = (x: Entered): boolean => typeof x !== 'object' || x === null;
  return address !== undefined && !whole && isPlain(before) && isPlain(after);
}

function spread(before: Study, after: Study, c: ChangedInput, key: string): ChangeRow {
  const valueIn = (study: Study, scenario: RawScenario): string => {
    const value = entryInScenario(study, scenario, c.address!);
    return value === undefined || typeof value === 'object' ? '–' : enteredText(value as Entered);
  };
  const texts = after.scenarios.map((s) => {
    const old = before.scenarios.find((x) => x.id === s.id);
    return old && ([valueIn(before, old), valueIn(after, s)] as const);
  });
  return rowOf(key, c.where, said(c.label), texts, texts.map((t) => t !== undefined && t[0] !== t[1])); // prettier-ignore
}

/** what of pumps and valves is looked at first */
const MAIN: Readonly<Record<string, readonly FigureKey[]>> = {
  pump: ['flow', 'head', 'flowRatio', 'efficiency', 'shaftPower', 'npsha', 'npshr'],
  'control-valve': ['opening', 'headLoss'],
};

/** Figures that moved, by place and figure, in every scenario. @param now of the later study, by scenario and place @param isAll of everything, not of pumps and control valves alone */
export function resultRows(
  after: Study,
  figures: readonly ChangedFigure[],
  now: Readonly<Record<string, Readonly<Record<string, Readonly<Record<string, unknown>>>>>>,
  isAll: boolean,
  system: UnitSystem,
): ChangeRow[] {
  const kinds = new Map(allElements(after).map((e) => [e.id, e.kind]));
  const groups = new Map<string, ChangedFigure[]>();
  for (const f of figures) {
    if (!isAll && !MAIN[kinds.get(f.where) ?? '']?.includes(f.figure)) continue;
    const key = `${f.where}.${f.figure}`;
    groups.set(key, [...(groups.get(key) ?? []), f]);
  }
  return [...groups].map(([key, list]) => {
    const { where, figure } = list[0]!;
    const texts = after.scenarios.map((s) => {
      const f = list.find((x) => x.scenario === s.id);
      if (f) return [figureText(figure, f.before, system), figureText(figure, f.after, system)] as const;
      const same = now[s.id]?.[where]?.[figure];
      return typeof same === 'number'
        ? ([figureText(figure, same, system), figureText(figure, same, system)] as const)
        : undefined;
    });
    return rowOf(key, where, said(FIGURE_TABLE[figure].label), texts, after.scenarios.map((s) => list.some((x) => x.scenario === s.id))); // prettier-ignore
  });
}

/** Verdicts that turned, apart by the way in which they did; what is judged now, or no longer, and does hold is neither. */
export const byTurn = (verdicts: Comparison['verdicts']): Record<'worse' | 'better' | 'neither', Comparison['verdicts']> => ({
  worse: verdicts.filter((v) => turn(v) < 0),
  better: verdicts.filter((v) => turn(v) > 0),
  neither: verdicts.filter((v) => turn(v) === 0),
});
