import {
  CHECKS,
  isCheckCode,
  workingChain,
  worstMargins,
  type Dimension,
  type Margin,
  type SolvedScenario,
} from '@cedar-knot/core';
import { checkName, marginReason, wordedStep, rounded } from '@cedar-knot/wording';
import { scenarioName, solvedOf, type ReportContext } from './context.js';
import type { Block, Cell, Section } from './document.js';
import { MARK, numberCell, textColumn, unitOf } from './shown.js';
import { msg } from './words.js';

/** A margin's value in print: in the unit of its check, or as a ratio. */
function marginCell(c: ReportContext, s: SolvedScenario, m: Margin | undefined): Cell {
  if (!m) return null;
  if (m.value === null || m.verdict === 'not-applicable') return null;
  return numberCell(m.value, dimensionOf(m.check) ?? 'ratio', c.system, {
    verdict: m.verdict,
    from: `${m.check}:${m.where}`,
    scenario: s.id,
  });
}

const dimensionOf = (check: string): Dimension | undefined => (isCheckCode(check) ? CHECKS[check].dimension : undefined);

/** the limit of a margin as it is printed: ≥ 1.30, or both ends of a band */
function limitText(c: ReportContext, { check, limit, upper }: Margin): string {
  const ends = [limit, upper].filter((x): x is number => typeof x === 'number' && Number.isFinite(x));
  const shown = ends.map((x) => numberCell(x, dimensionOf(check) ?? 'ratio', c.system)).map((x) => (typeof x === 'object' && x !== null ? rounded(x.value, 4) : '')); // prettier-ignore
  const sense = isCheckCode(check) ? { least: '≥ ', most: '≤ ', band: '' }[CHECKS[check].sense] : '';
  return `${sense}${shown.join(' – ')}`;
}

/** Every check at every place in every scenario, with its limit and its verdict. */
export function margins(c: ReportContext): Section {
  const solved = solvedOf(c);
  const keys = [...new Set(solved.flatMap((s) => s.result!.margins.map((m) => `${m.check} ${m.where}`)))];
  const find = (s: SolvedScenario, key: string): Margin | undefined =>
    s.result!.margins.find((m) => `${m.check} ${m.where}` === key);
  const rows = keys.flatMap((key) => {
    const own = solved.map((s) => find(s, key));
    const judged = own.filter((m): m is Margin => m !== undefined && m.value !== null && m.verdict !== 'not-applicable');
    // where scenarios have other limits, each limit has a row of its own
    const limits = [...new Set(judged.map((m) => limitText(c, m)))];
    return limits.map((limit, k) => {
      const { check, where } = judged[0]!;
      const dimension = dimensionOf(check);
      const cells: Cell[] = [
        `${checkName(check)}, ${where}`,
        dimension ? unitOf(dimension, c.system) : '',
        limit,
        ...solved.map((s, n): Cell => {
          const m = own[n];
          const cell = marginCell(c, s, m);
          if (cell !== null) return limitText(c, m!) === limit ? cell : null;
          return k === 0 && m?.reason ? `– ${marginReason(m)}` : null;
        }),
      ];
      return { cells };
    });
  });
  const columns = [textColumn('check', 2.2), textColumn('unit', 0.7), textColumn('limit', 1), ...solved.map((s) => ({ label: scenarioName(c, s.id), width: 1.2 }))]; // prettier-ignore
  return {
    part: 'margins',
    title: msg('report.margins'),
    name: msg('report.margins'),
    blocks: [{ kind: 'table', columns, rows }],
  };
}

/** margins whose working stands in full: those that fail or are near, else the nearest of every pump */
const MOST_WORKED = 12;

/** The working of margins of one scenario, each down to what was entered. */
export function calculation(c: ReportContext, isWhole: boolean): Section | null {
  const s = c.chosen;
  if (!s?.model || !s.result || s.result.status === 'failed') return null;
  const { model, result } = s;
  const all = result.margins.filter((m) => m.value !== null && m.verdict !== 'not-applicable');
  const worst = worstMargins(all);
  const wanted = isWhole ? all : [...worst, ...all.filter((m) => m.check === 'npsh-ratio' && !worst.includes(m))].slice(0, MOST_WORKED); // prettier-ignore
  const done = new Set<string>();
  const blocks: Block[] = wanted.flatMap((m): Block[] => {
    const chain = workingChain(model, result, `${m.check}:${m.where}`);
    const steps = chain.flatMap(({ address, steps: own }) => (done.has(address) ? [] : (done.add(address), own)));
    if (steps.length === 0) return [];
    const head: Block = {
      kind: 'text',
      tone: 'strong',
      text: msg('report.of2', { checkName: checkName(m.check), where: m.where, mark: MARK[m.verdict] }),
    };
    return [
      head,
      ...steps.flatMap((step): Block[] => {
        const w = wordedStep(step, c.system);
        const inputs = w.inputs
          .map((i) => `${i.symbol} = ${i.text}${i.also === null ? '' : ` (${i.also})`}, ${i.name}`)
          .join('; ');
        return [
          {
            kind: 'text',
            tone: 'formula',
            text: `${w.formula}${w.numbers === null ? '' : ` = ${w.numbers}`} = ${w.result.text}${w.result.also === null ? '' : ` = ${w.result.also}`}`,
          },
          {
            kind: 'text',
            tone: 'quiet',
            text: `${w.name}; ${inputs}${w.notes.length > 0 ? `; ${w.notes.join('; ')}` : ''}${w.source === '' ? '' : `. ${w.source}`}`,
          },
        ];
      }),
    ];
  });
  if (blocks.length === 0) return null;
  const which = isWhole ? msg('report.allMargins') : msg('report.marginsThatFailOrAre');
  return { part: 'working', title: msg('report.calculation'), name: msg('report.calculation'), blocks: [{ kind: 'text', tone: 'quiet', text: msg('report.scenarioEachTracedToIts', { scenarioName: scenarioName(c, s.id), which }) }, ...blocks] }; // prettier-ignore
}
