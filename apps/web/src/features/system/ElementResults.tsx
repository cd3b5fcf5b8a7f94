import {
  columnsOf,
  dimensionShown,
  ELEMENT_KINDS,
  FIGURE_TABLE,
  isElementKind,
  workedFigures,
  type PointResult,
  type ResultFigure,
  type ElementResult,
  word,
} from '@cedar-knot/core';
import { findingText, fixed, said } from '@cedar-knot/wording';
import { kindView } from '../../kinds/index.js';
import { letterOf, locate } from '../../state/address.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy, useStudyStore, type Display } from '../context.js';
import { Figure } from '../working/Figure.js';
import { TeeResults } from './TeeResults.js';
import { msg } from './words.js';

/** where temperature or gas is followed along the way */
const WARM: readonly ResultFigure[] = [
  { key: 'temperature', heading: '' },
  { key: 'outletTemperature', heading: word('figure.head.outlet') },
  { key: 'freeGas', heading: word('figure.head.gas') },
];

const isKnown = (r: ElementResult | PointResult | undefined, key: string): boolean =>
  typeof (r as unknown as Readonly<Record<string, unknown>> | undefined)?.[key] === 'number';

/** What an element or a point does in every scenario, by the figures of its kind. */
export function ElementResults({ id, kind }: { id: string; kind: string }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const display = useDisplay();
  const base = columnsOf(isElementKind(kind) ? ELEMENT_KINDS[kind].holder : 'point');
  const worked = workedFigures(kind);
  const view = kindView(kind);
  const rows = study.scenarios.map((s, index) => {
    const result = shown[s.id]?.outcome.result;
    const element = result?.elements[id];
    return {
      id: s.id,
      index,
      result: element ?? result?.points[id],
      loss: element && view && !view.loss.gives ? view.loss.of(element) : null,
    };
  });
  const figures = [...base, ...WARM.filter((f) => rows.some((r) => isKnown(r.result, f.key)))];
  const hasLoss = rows.some((r) => r.loss !== null);
  const most = Math.max(...rows.map((r) => Math.abs(r.loss ?? 0)), 1e-9);
  return (
    <div className="border-soft border-t px-3 py-2">
      <table className="w-full text-[12px]">
        <thead>
          <tr className="text-inkq h-[20px]">
            <th>
              <span className="sr-only-text">{msg('view.system.scenario')}</span>
            </th>
            {figures.map((f) => (
              <th key={f.key} className="text-right font-normal whitespace-nowrap">
                {heading(f, display)}
              </th>
            ))}
            {hasLoss && <th className="text-right font-normal">{msg('view.system.loss', { unit: display.unit('head') })}</th>}
            {hasLoss && <td className="w-[52px]" />}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.id} className="h-[20px]">
              <td>
                <ScenarioLetter index={r.index} letter={letterOf(r.index)} small />
              </td>
              {figures.map((f) => (
                <td key={f.key} className="text-right whitespace-nowrap">
                  {worked.includes(f.key) ? (
                    <Figure id={id} figure={f.key} scenario={r.id}>
                      {figureText(f, r.result, display)}
                    </Figure>
                  ) : (
                    figureText(f, r.result, display)
                  )}
                </td>
              ))}
              {hasLoss && (
                <LossCells
                  id={id}
                  scenario={r.id}
                  loss={r.loss}
                  share={Math.abs(r.loss ?? 0) / most}
                  color={lineStyle(r.index).color}
                />
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {kind === 'junction' && <TeeResults id={id} />}
      <Messages id={id} />
    </div>
  );
}

/** loss in metres with a short bar */
function LossCells({
  id,
  scenario,
  loss,
  share,
  color,
}: {
  id: string;
  scenario: string;
  loss: number | null;
  share: number;
  color: string;
}) {
  const display = useDisplay();
  return (
    <>
      <td className="text-right font-semibold">
        <Figure id={id} figure="headLoss" scenario={scenario}>
          {display.number(loss, 'head')}
        </Figure>
      </td>
      <td className="pl-2">
        <svg width={46} height={10} aria-hidden="true">
          <rect y={2} height={6} width={share * 46} fill={color} opacity={0.8} />
        </svg>
      </td>
    </>
  );
}

/** what is said of it in the active scenario */
function Messages({ id }: { id: string }) {
  const active = useStudy((s) => s.active);
  const findings = useStudy((s) => s.shown[active]?.outcome.result?.findings);
  const display = useDisplay();
  return (findings ?? [])
    .filter((f) => f.where === id)
    .map((m) => (
      <p key={m.code} className={`mt-1.5 text-[12px] leading-4 ${m.severity === 'note' ? 'text-inkq' : 'text-fails'}`}>
        {m.severity === 'note' ? '' : '▲ '}
        {findingText(m, display.system)}
        {m.code === 'valve-bore' && <TakeBores id={id} bore={m.values.line as number} />}
      </p>
    ));
}

/** the bores of the line become those of the valve's data, so that its piping factor counts */
function TakeBores({ id, bore }: { id: string; bore: number }) {
  const store = useStudyStore();
  const take = (): void => {
    const { study, change } = store.getState();
    const valve = locate(study, id)?.entry.valve;
    if (typeof valve !== 'string') return;
    const inside = `${Number((bore * 1000).toPrecision(5))} mm`;
    change(msg('view.system.boresOfTheLineFor', { valve }), [
      { op: 'set', path: ['valves', valve, 'inside'], value: [inside, inside] },
    ]);
  };
  return (
    <button type="button" onClick={take} className="text-cedar ml-1 underline">
      {msg('view.system.useTheBoresOfThe')}
    </button>
  );
}

/** pressures in a pipe or a vessel, which a gauge may show; a vapour pressure is absolute by nature */
const PLACES: readonly string[] = ['pressure', 'totalPressure', 'inletPressure', 'outletPressure'];
const isPlace = (key: string): boolean => PLACES.includes(key);

function heading({ key, heading: at }: ResultFigure, display: Display): string {
  const head = said(at);
  const dimension = dimensionShown(FIGURE_TABLE[key].shown);
  if (isPlace(key)) return `${head} ${display.placeUnit}`;
  return dimension === null ? head : `${head} ${display.unit(dimension)}${dimension === 'absolutePressure' ? '(a)' : ''}`.trim();
}

function figureText({ key }: ResultFigure, result: ElementResult | PointResult | undefined, display: Display): string {
  const value = (result as unknown as Readonly<Record<string, number | null | undefined>> | undefined)?.[key];
  if (value === null || value === undefined) return '–';
  const dimension = dimensionShown(FIGURE_TABLE[key].shown);
  if (isPlace(key)) return display.place(value);
  const { shown, digits = {} } = FIGURE_TABLE[key];
  if (shown === 'percent') return fixed(value * 100, 1);
  if (dimension === null) return fixed(value / (digits.per ?? 1), digits.decimals ?? 3);
  // in which direction it flows is said by the flow
  return display.number(key === 'velocity' ? Math.abs(value) : value, dimension, digits.figures ?? 3);
}
