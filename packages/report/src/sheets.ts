import {
  ELEMENT_KINDS,
  withUnits,
  SERVICE_WORDS,
  suctionState,
  usableShare,
  type Service,
  type SuctionState,
  installedUnits,
  tripOf,
  type Tripped,
  noiseOf,
  type ElementDetail,
  type PumpResult,
  type RawEntry,
  type SolvedScenario,
  type ValveResult,
  quantityOf,
} from '@cedar-knot/core';
import { checkName, inUnits, named, fixed, rounded, said } from '@cedar-knot/wording';
import { scenarioName, solvedOf, type ReportContext } from './context.js';
import type { Cell, Column, Part, Section, TableBlock } from './document.js';
import { MARK, numberCell, textColumn, unitOf, type Shown } from './shown.js';
import { msg } from './words.js';

export type Row = readonly [label: string, shown: Shown, of: (s: SolvedScenario) => unknown, key?: string];

const LIQUID: readonly Row[] = [
  [msg('report.liquid'), 'number', (s) => s.model!.fluidName],
  [msg('report.temperature'), 'temperature', (s) => s.model!.temperature],
  [msg('report.density'), 'density', (s) => s.model!.fluid.density],
  [msg('report.viscosity'), 'viscosity', (s) => s.model!.fluid.viscosity],
  [msg('report.vapourPressure'), 'absolutePressure', (s) => s.model!.fluid.vapourPressure],
];

/** figures down, scenarios across; rows that stand nowhere are left out */
export function byScenario(c: ReportContext, id: string, rows: readonly (Row | string)[]): TableBlock {
  const solved = solvedOf(c);
  const columns: Column[] = [
    textColumn('', 2.6),
    textColumn('unit', 0.9),
    ...solved.map((s) => ({ label: scenarioName(c, s.id), width: 1.2 })),
  ];
  const made = rows.map((r): TableBlock['rows'][number] => {
    if (typeof r === 'string') return { cells: [r], isHeading: true };
    const [label, shown, of, key] = r;
    const cells = solved.map((s): Cell => {
      const value = of(s);
      if (typeof value === 'string') return value;
      return numberCell(
        value,
        shown,
        c.system,
        key === undefined ? { scenario: s.id } : { from: `${id}.${key}`, scenario: s.id },
      );
    });
    return { cells: [label, unitOf(shown, c.system), ...cells] };
  });
  const kept = made.filter((r, i) =>
    r.isHeading ? made[i + 1] !== undefined && !made[i + 1]!.isHeading : r.cells.slice(2).some((x) => x !== null),
  );
  return {
    kind: 'table',
    columns,
    rows: kept.filter((r, i) => !r.isHeading || (kept[i + 1] !== undefined && !kept[i + 1]!.isHeading)),
  };
}

/** entries of a thing: label, value with its unit */
export function facts(rows: readonly (readonly [string, Cell | undefined])[], caption: string): TableBlock {
  const known = rows.filter((r): r is readonly [string, Cell] => r[1] !== undefined && r[1] !== null && r[1] !== '');
  return {
    kind: 'table',
    caption,
    columns: [textColumn('', 2), { label: '', width: 1.4 }, textColumn('unit', 0.8)],
    rows: known.map(([label, cell]) => ({ cells: [label, cell, typeof cell === 'object' && cell !== null ? cell.unit : ''] })),
  };
}

/** margins of a thing in every solved scenario, for the foot of its sheet */
export function marginsOf(c: ReportContext, id: string): TableBlock | null {
  const solved = solvedOf(c);
  const codes = [...new Set(solved.flatMap((s) => s.result!.margins.filter((m) => m.where === id && m.value !== null && m.verdict !== 'not-applicable').map((m) => m.check)))]; // prettier-ignore
  if (codes.length === 0) return null;
  const rows = codes.map((check) => ({
    cells: [
      checkName(check),
      ...solved.map((s): Cell => {
        const m = s.result!.margins.find((x) => x.check === check && x.where === id);
        return m ? MARK[m.verdict] : null;
      }),
    ],
  }));
  return {
    kind: 'table',
    caption: msg('report.margins'),
    columns: [textColumn('check', 2), ...solved.map((s) => textColumn(scenarioName(c, s.id), 1.2))],
    rows,
  };
}

/** what a sheet is about: the element, its model in the first solved scenario, and its figures in each */
function subjectOf<R>(
  c: ReportContext,
  e: RawEntry & { id: string },
): { detail: ElementDetail | undefined; per: (of: (r: R) => unknown) => (s: SolvedScenario) => unknown } {
  // prettier-ignore
  return {
    detail: solvedOf(c)
      .map((s) => s.model!.elements.find((x) => x.id === e.id))
      .find((x) => x !== undefined),
    per: (of) => (s) => {
      const r = s.result!.elements[e.id] as R | undefined;
      return r ? of(r) : null;
    },
  };
}

function sheetOf(
  c: ReportContext,
  part: Part,
  e: RawEntry & { id: string },
  words: { title: string; name: string },
  tables: readonly TableBlock[],
): Section {
  const margins = marginsOf(c, e.id);
  const blocks = [...tables, ...(margins ? [margins] : [])].filter((t) => t.rows.length > 0);
  return { part, title: `${words.title}: ${named(e.id, e.name)}`, name: `${words.name} ${e.id}`, blocks };
}

/** Everything of a pump in every scenario, and its entry in the catalogue: behind its data sheet. */
export function pumpSheet(c: ReportContext, e: RawEntry & { id: string }): Section {
  const { detail, per } = subjectOf<PumpResult>(c, e);
  const entry = typeof e.pump === 'string' ? (c.study.pumps?.[e.pump] ?? {}) : {};
  const p = detail?.pump;
  const entered = (key: string) => (s: SolvedScenario): unknown =>
    s.model!.elements.find((x) => x.id === e.id)?.read[key] ?? null; // prettier-ignore
  const trips = new Map(tripOf(c.study, e.id, c.scenarios).map((t) => [t.scenario, t]));
  const tripped = (of: (t: Tripped) => number | null) => (s: SolvedScenario): unknown => {
    const t = trips.get(s.id);
    return t ? of(t) : null;
  }; // prettier-ignore
  const suction = (of: (x: SuctionState) => unknown) => (s: SolvedScenario): unknown => {
    const state = suctionState(s.model!, s.result!, e.id);
    return state ? of(state) : null;
  }; // prettier-ignore
  const isGroup = trips.size > 0 || e.standby !== undefined || e.installed !== undefined;
  const condition = byScenario(c, e.id, [
    msg('report.operatingConditions'),
    [msg('report.unitsRunning'), 'count', per((r) => r.running), 'running'],
    [msg('report.unitsInStandby'), 'count', entered('standby')],
    [msg('report.unitsInstalled'), 'count', (s) => (isGroup ? installedIn(s, e.id) : null)],
    ...LIQUID,
    [msg('report.requiredFlowAllUnits'), 'flow', entered('requiredFlow')],
    [msg('report.requiredHead'), 'head', entered('requiredHead')],
    [msg('report.flowAllUnits'), 'flow', per((r) => r.flow), 'flow'],
    [msg('report.flowAtTheSurface'), 'flow', (s) => s.result!.lines[String(e.line)]?.surfaceFlow ?? null],
    [msg('report.flowPerUnit'), 'flow', per((r) => (r.running > 0 ? r.flow / r.running : null))],
    ['head', 'head', per((r) => r.head), 'head'],
    [msg('report.inletPressure'), 'absolutePressure', per((r) => r.inletPressure), 'inletPressure'],
    [msg('report.outletPressure'), 'absolutePressure', per((r) => r.outletPressure), 'outletPressure'],
    [
      msg('report.differentialPressure'),
      'pressureDifference',
      per((r) => (r.inletPressure === null || r.outletPressure === null ? null : r.outletPressure - r.inletPressure)),
    ],
    ['NPSHA', 'head', per((r) => r.npsha), 'npsha'],
    msg('report.suction'),
    [msg('report.headOfTheSupplyOver'), 'head', suction((x) => x.static)],
    [
      msg('report.priming'),
      'number',
      suction((x) => (x.isFlooded ? msg('report.floodedSelfFilling') : msg('report.liftPrimingRequired'))),
    ],
    [msg('report.greatestStaticLift'), 'head', suction((x) => x.greatestLift)],
    [msg('report.inletVelocity'), 'velocity', suction((x) => x.velocity)],
    [
      msg('report.gasInTheSuctionLine'),
      'number',
      suction((x) => x.venting && msg('report.fr', { ventingwords: VENTING_WORDS[x.venting], froude: fixed(x.froude!, 2) })),
    ],
    [msg('report.headAboveGasRelease'), 'head', per((r) => r.gasHead), 'gasHead'],
    msg('report.oneUnitTripped'),
    [msg('report.flowOfTheRemainingUnits'), 'flow', tripped((t) => t.flow)],
    [msg('report.relativeToTheRequiredFlow'), 'percent', tripped((t) => (t.required === null ? null : t.share))],
    [msg('report.relativeToBepFlowPer'), 'percent', tripped((t) => t.flowRatio)],
    msg('report.performance'),
    ['NPSHR', 'head', per((r) => r.npshr), 'npshr'],
    [msg('report.speed'), 'speed', per((r) => r.speed), 'speed'],
    [msg('report.impellerDiameter'), 'diameter', per((r) => r.diameter), 'diameter'],
    [msg('report.stages'), 'count', per((r) => r.stages), 'stages'],
    [msg('report.efficiency2'), 'percent', per((r) => r.efficiency), 'efficiency'],
    [
      msg('report.shaftPowerOneUnit'),
      'power',
      per((r) => (r.shaftPower === null || r.running === 0 ? null : r.shaftPower / r.running)),
    ],
    [msg('report.motorRatingOneUnit'), 'power', () => p?.motor?.ratedPower],
    [msg('report.shaftPowerAllUnits'), 'power', per((r) => r.shaftPower), 'shaftPower'],
    [msg('report.hydraulicPower'), 'power', per((r) => r.hydraulicPower), 'hydraulicPower'],
    [msg('report.highestShaftPowerOnThe'), 'power', per((r) => r.greatestPower), 'greatestPower'],
    [msg('report.bestEfficiencyFlowOfA'), 'flow', per((r) => r.bestFlow), 'bestFlow'],
    [msg('report.flowRelativeToBepFlow'), 'percent', per((r) => r.flowRatio), 'flowRatio'],
    [msg('report.specificSpeed'), 'number', per((r) => r.specificSpeed), 'specificSpeed'],
    [msg('report.suctionSpecificSpeed'), 'number', per((r) => r.suctionSpecificSpeed), 'suctionSpecificSpeed'],
    [msg('report.viscosityFactorsCq'), 'number', per((r) => (r.b !== undefined && r.b > 1 ? r.cq : null)), 'cq'],
    ['CH', 'number', per((r) => (r.b !== undefined && r.b > 1 ? r.ch : null)), 'ch'],
    ['Cη', 'number', per((r) => (r.b !== undefined && r.b > 1 ? r.ceta : null)), 'ceta'],
    msg('report.driver'),
    [msg('report.inputPower'), 'power', per((r) => r.inputPower), 'inputPower'],
    [msg('report.motorEfficiency'), 'percent', per((r) => r.motorEfficiency), 'motorEfficiency'],
    [msg('report.powerFactor'), 'number', per((r) => r.powerFactor), 'powerFactor'],
    [msg('report.currentOfOneMotor'), 'current', per((r) => r.current), 'current'],
    [msg('report.voltageDropOfTheCable'), 'percent', per((r) => r.cableDrop), 'cableDrop'],
    [msg('report.voltageAtTheMotor'), 'voltage', per((r) => r.motorVoltage), 'motorVoltage'],
    [msg('report.velocityPastTheMotor'), 'velocity', per((r) => r.motorVelocity), 'motorVelocity'],
    [msg('report.startingTorquePumpTorque'), 'number', per((r) => r.startTorque), 'startTorque'],
    [msg('report.startsPerHour'), 'number', entered('starts')],
    [msg('report.lossOfTheDrive'), 'power', per((r) => r.driveLoss), 'driveLoss'],
  ]);
  const construction = pumpFacts(c, e, entry, detail);
  return sheetOf(c, 'pump-sheet', e, { title: msg('report.pumpDuties'), name: msg('report.pumpDutiesShort') }, [
    condition,
    construction,
  ]);
}

/** what the entry of the catalogue says of a pump and its driver */
function pumpFacts(c: ReportContext, e: RawEntry, entry: RawEntry, detail: ElementDetail | undefined): TableBlock {
  const p = detail?.pump;
  const motor = p?.motor;
  const altitude = solvedOf(c)[0]?.model?.site.altitude;
  const usable = motor ? usableShare(motor, altitude, e.variableSpeed === true) : 1;
  const percentCells = (x: unknown): Cell => (typeof x === 'number' ? numberCell(x, 'percent', c.system) : Array.isArray(x) ? x.map((v) => `${rounded(Number(v) * 100, 4)} %`).join(', ') : null); // prettier-ignore
  return facts(
    [
      [msg('report.maker'), wordsOf(entry.maker)],
      [msg('report.model'), wordsOf(entry.name) ?? (typeof e.pump === 'string' ? e.pump : undefined)],
      [msg('report.type'), wordsOf(entry.type)],
      [msg('report.size'), wordsOf(entry.size)],
      [msg('report.materials'), wordsOf(entry.materials)],
      [msg('report.liquids'), wordsOf(entry.liquids)],
      [msg('report.speedOfTheCurve'), numberCell(p?.speed, 'speed', c.system)],
      [msg('report.largestImpeller'), numberCell(p?.maxDiameter ?? p?.curves.at(-1)?.diameter, 'diameter', c.system)],
      [
        msg('report.leastImpeller'),
        numberCell(p?.minDiameter ?? (p && p.curves.length > 1 ? p.curves[0]!.diameter : undefined), 'diameter', c.system),
      ],
      [msg('report.shutOffHeadAsIt'), numberCell(detail?.performance?.shutOffHead, 'head', c.system)],
      [msg('report.minimumContinuousFlow'), numberCell(p?.minFlow, 'flow', c.system)],
      [msg('report.casingPressureMax'), ratingCell(c, p?.casingPressure)],
      [msg('report.temperatureMax'), numberCell(p?.maxTemperature, 'temperature', c.system)],
      [msg('report.shaftPowerMax'), numberCell(p?.maxShaftPower, 'power', c.system)],
      [msg('report.motorRating'), numberCell(motor?.ratedPower, 'power', c.system)],
      [msg('report.motorEfficiencyAt5075'), motor?.efficiency === undefined ? undefined : percentCells(motor.efficiency)],
      [msg('report.serviceFactorOfTheMotor'), numberCell(motor?.serviceFactor, 'number', c.system)],
      [msg('report.motorShareOfItsRating'), motor && usable < 1 ? numberCell(usable, 'percent', c.system) : undefined],
      [msg('report.startsPerHourMax'), numberCell(motor?.startsPerHour, 'number', c.system)],
      [msg('report.freePassageForSolids'), numberCell(p?.solidsPassage, 'diameter', c.system)],
      ['NPSHR', p && (entry.npshrCriterion === 'maker' ? msg('report.byTheMakersCriterion') : msg('report.npsh33HeadDropIso'))],
      [
        msg('report.serviceForTheMarginOf'),
        typeof e.service === 'string' ? said(SERVICE_WORDS[e.service as Service]) : undefined,
      ],
      [msg('report.driveEfficiency'), motor?.driveEfficiency === undefined ? undefined : percentCells(motor.driveEfficiency)],
      [msg('report.voltage'), numberCell(motor?.voltage, 'voltage', c.system)],
      ...offer(c, entry),
      [msg('report.curve'), entry.typical === true ? msg('report.typicalReplaceByTheMakers') : undefined],
    ],
    msg('report.pumpAndDriver'),
  );
}

/** A text, or a list of them in one; nothing of anything else. */
export const wordsOf = (x: unknown): string | undefined =>
  Array.isArray(x) ? x.join(', ') : typeof x === 'string' ? x : undefined;

/** what the maker says of its offer */
function offer(c: ReportContext, entry: RawEntry): [string, Cell | undefined][] {
  return [
    [msg('report.price'), entry.price as string | undefined],
    [
      msg('report.deliveryTimeDays'),
      numberCell(typeof entry.deliveryTime === 'number' ? entry.deliveryTime : undefined, 'number', c.system),
    ],
    [msg('report.weight'), numberCell(quantityOf(entry.weight, 'weight'), 'weight', c.system)],
  ];
}

/** `outlet-pressure` → outlet pressure held */
function modeText(mode: string): string {
  const field = ELEMENT_KINDS['control-valve'].fields.mode!;
  return said((field.type === 'choice' && field.words?.[mode]) || mode);
}

/** Everything of a control valve in every scenario, and its entry in the catalogue: behind its data sheet. */
export function valveSheet(c: ReportContext, e: RawEntry & { id: string }): Section {
  const { detail, per } = subjectOf<ValveResult>(c, e);
  const entry = typeof e.valve === 'string' ? (c.study.valves?.[e.valve] ?? {}) : {};
  const v = detail?.valve;
  const condition = byScenario(c, e.id, [
    msg('report.serviceConditions'),
    ...LIQUID,
    [msg('report.flow2'), 'flow', per((r) => r.flow), 'flow'],
    [msg('report.flowAtTheSurface'), 'flow', (s) => s.result!.lines[String(e.line)]?.surfaceFlow ?? null],
    [msg('report.inletPressure'), 'absolutePressure', per((r) => r.inletPressure), 'inletPressure'],
    [msg('report.outletPressure'), 'absolutePressure', per((r) => r.outletPressure), 'outletPressure'],
    [msg('report.drop'), 'pressureDifference', per((r) => r.drop), 'drop'],
    msg('report.sizingIec6053421'),
    [msg('report.chokedDrop'), 'pressureDifference', per((r) => r.chokedDrop), 'chokedDrop'],
    [msg('report.requiredKv'), 'number', per((r) => r.kv), 'kv'],
    [msg('report.requiredCv'), 'number', per((r) => r.cv), 'cv'],
    [msg('report.pipingFactorFp'), 'number', per((r) => r.fp), 'fp'],
    [msg('report.reynoldsFactorFr'), 'number', per((r) => r.fr), 'fr'],
    [msg('report.travel'), 'percent', per((r) => r.opening), 'opening'],
    [msg('report.choked'), 'number', per((r) => (r.choked ? 'yes' : 'no'))],
    [msg('report.flowRegime'), 'number', (s) => noiseIn(s, e.id)],
  ]);
  const construction = facts(
    [
      [msg('report.maker'), entry.maker as string | undefined],
      [msg('report.model'), (entry.name as string | undefined) ?? (typeof e.valve === 'string' ? e.valve : undefined)],
      [msg('report.type'), (entry.type ?? entry.body) as string | undefined],
      [msg('report.nominalSize'), entry.size as string | undefined],
      [msg('report.pressureClass'), entry.pressureClass as string | undefined],
      [msg('report.pressureRating'), ratingCell(c, v?.ratedPressure ?? v?.ratingTable)],
      [msg('report.ratedKv'), numberCell(v?.ratedKv, 'number', c.system)],
      [msg('report.inherentCharacteristic'), v?.characteristic],
      [msg('report.rangeability'), numberCell(v?.rangeability, 'number', c.system)],
      ['FL', numberCell(v?.fl, 'number', c.system)],
      ['xFz', numberCell(v?.xfz, 'number', c.system)],
      [msg('report.allowableDrop'), numberCell(v?.maxDrop, 'pressureDifference', c.system)],
      [msg('report.holds'), typeof e.mode === 'string' ? modeText(e.mode) : undefined],
      ...offer(c, entry),
    ],
    msg('report.valve'),
  );
  return sheetOf(c, 'valve-sheet', e, { title: msg('report.valveDuties'), name: msg('report.valveDutiesShort') }, [
    condition,
    construction,
  ]);
}

/** what gas does in a suction line, by its Froude number */
const VENTING_WORDS: Readonly<Record<NonNullable<SuctionState['venting']>, string>> = {
  'self-venting': 'self-venting',
  pockets: msg('report.pocketsMayRemain'),
  swept: msg('report.carriedAlong'),
};

function noiseIn(s: SolvedScenario, id: string): string | null {
  const r = s.result!.elements[id] as ValveResult | undefined;
  const v = s.model!.elements.find((e) => e.id === id)?.valve;
  if (!v || !r || r.inletPressure === null || r.outletPressure === null || r.drop === null || !(r.drop > 0)) return null;
  const xf = s.result!.margins.find((m) => m.check === 'valve-cavitation' && m.where === id)?.value ?? null;
  const choked = r.chokedDrop !== null && r.chokedDrop > 0 ? r.drop / r.chokedDrop : null;
  return noiseOf(xf, choked, r.outletPressure, s.model!.fluid.vapourPressure);
}

/** elements of a kind in the order of the study */
export const ofKind = (c: ReportContext, kind: string): (RawEntry & { id: string; kind: string; line: string })[] =>
  withUnits(c.study)
    .lines.flatMap((l) => l.elements.map((e) => ({ ...e, line: l.id })))
    .filter((e) => e.kind === kind);

/** a gauge pressure, or one over temperature: `40 bar(g) to 50 °C, 37.1 at 100 °C` */
export function ratingCell(
  c: ReportContext,
  rating: number | readonly { temperature: number; pressure: number }[] | undefined,
): Cell {
  if (rating === undefined || typeof rating === 'number') return numberCell(rating, 'pressure', c.system);
  return rating
    .map((r) =>
      msg('report.at', {
        pressure: inUnits(r.pressure, 'pressure', c.system),
        temperature: inUnits(r.temperature, 'temperature', c.system),
      }),
    )
    .join(', ');
}

function installedIn(s: SolvedScenario, id: string): number | null {
  const e = s.model!.elements.find((x) => x.id === id);
  return e ? installedUnits(e) : null;
}
