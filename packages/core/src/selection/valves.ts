import { CHECK_CODES, type CheckCode } from '../checks/index.js';
import { wayLoss } from '../checks/valve-authority.js';
import type { RawEntry, Study } from '../document/study.js';
import type { Incomplete, Margin } from '../results/margin.js';
import type { ValveResult } from '../results/results.js';
import { checkedScenario } from '../scenarios/checked.js';
import { usableValve } from '../scenarios/equipment.js';
import type { ScenarioModel } from '../scenarios/model.js';
import { prepareStudy } from '../scenarios/prepare.js';
import type { Asked } from '../scenarios/pump-site.js';
import { limitsOf, runStudy, type SolvedScenario } from '../scenarios/run.js';
import { ValveSite } from '../scenarios/valve-site.js';
import { GAIN_STEP, InstalledValve, valveWindow, type ValveWindow } from '../scenarios/valve-window.js';
import { KV_PER_CV } from '../units/flow-coefficient.js';
import type { ValveInput } from '../valves/valve.js';
import { firstFailure, marginsAt, worstMargin, type Worst } from './judged.js';
import { withValve } from './substitute.js';

type Regime = 'turbulent' | 'not-turbulent' | 'choked';

export interface ValveNeed {
  flow: number;
  drop: number | null;
  kv: number | null;
  cv: number | null;
  inletPressure: number | null;
  chokedDrop: number | null;
  authority: number | null;
  regime: Regime;
}

export interface ValveCandidate {
  model: string;
  ratedKv: number;
  verdict: 'holds' | 'near' | 'incomplete';
  /** what could not be judged of it for want of entries */
  incomplete: Pick<Incomplete<CheckCode>, 'check' | 'missing'>[];
  openings: Record<string, number>;
  xfRatio: Record<string, number>;
  gain: Record<string, number>;
  worst: Worst | null;
}

export interface FallenValve {
  model: string;
  reason: string;
  scenario: string;
  value: number | null;
  limit: number | null;
}

export interface ValveChoice {
  format: 'cedar-knot-valves';
  version: 1;
  valve: string;
  required: Record<string, ValveNeed>;
  candidates: ValveCandidate[];
  preferred: string | null;
  fallen: FallenValve[];
  /** where every valve that would serve falls by its authority: Pa over the valve that would mend it, the rest as it is */
  authority?: { drop: number };
  counts: { tried: number; candidates: number; fallen: number };
}

export interface ValveOptions {
  /** reads and solves the study anew for each valve: what the usual way is held against */
  isPlain?: boolean;
}

interface CatalogueValves {
  written: Readonly<Record<string, RawEntry>>;
  read: ReadonlyMap<string, Record<string, unknown>>;
}

/** A valve in one scenario. */
export interface ValveAt {
  opening: number | null;
  /** of the opening in its band */
  verdict: Margin['verdict'];
  /** xF over xFz */
  xfRatio: number | null;
  /** drop over choked drop */
  chokedRatio: number | null;
  /** of the installed characteristic there */
  gain: number | null;
  /** flows at the lower and the upper edge of the opening band, m³/s */
  controls: readonly [number, number] | null;
}

/** A valve of a catalogue in the position, whether it serves or not. */
export interface ValveRow {
  model: string;
  ratedKv: number;
  verdict: 'holds' | 'near' | 'incomplete' | 'fails';
  incomplete: ValveCandidate['incomplete'];
  /** why it falls out */
  fallen: FallenValve | null;
  worst: Worst | null;
  scenarios: Record<string, ValveAt>;
}

/** What each judged scenario asks of a control valve, and how every valve of a catalogue would stand in it. */
export function chooseValves(study: Study, valve: string, valves: CatalogueValves, options: ValveOptions = {}): ValveChoice {
  return new ValvePosition(study, valve, options).choose(valves);
}

/** The position of a control valve in a study: what it is asked is worked out once, then catalogues are held against it. */
export class ValvePosition {
  readonly required: Record<string, ValveNeed>;
  private weak: { worst: Worst; drop: number } | null | undefined;
  /** judged scenarios without a solution: nothing is asked in them */
  readonly unsolved: string[];
  private readonly present: SolvedScenario[];
  /** where the present mode holds neither a flow nor a pressure: the flow that each scenario has now is held */
  private readonly flows: ReadonlyMap<string, number> | undefined;
  private sites: { id: string; model: ScenarioModel; site: ValveSite | undefined }[] | undefined;
  /** by judged scenario; null where something else fixes the flow */
  private found: Map<string, ValveWindow | null> | undefined;

  constructor(
    private readonly study: Study,
    private readonly valve: string,
    private readonly options: ValveOptions = {},
  ) {
    const run = runStudy(study).scenarios;
    this.present = judgedOf(run);
    this.unsolved = run.filter((s) => s.model?.judged !== false && !this.present.includes(s)).map((s) => s.id);
    this.required = Object.fromEntries(this.present.map((s) => [s.id, needOf(s, valve)]));
    const own = study.lines.flatMap((l) => l.elements).find((e) => e.id === valve)!;
    const holds = own.mode === 'flow' || own.mode === 'outlet-pressure' || own.mode === 'inlet-pressure';
    this.flows = holds ? undefined : new Map(this.present.map((s) => [s.id, this.required[s.id]!.flow]));
  }

  choose(valves: CatalogueValves): ValveChoice {
    const { valve, required } = this;
    const candidates: ValveCandidate[] = [];
    const fallen: FallenValve[] = [];
    for (const [model, input] of usableValves(valves)) {
      const j = this.judge(model, valves.written[model]!, input);
      if (j.fallen) {
        fallen.push(j.fallen);
        continue;
      }
      const by = (of: (s: SolvedScenario) => number | null): Record<string, number> =>
        Object.fromEntries(j.scenarios.flatMap((s) => (of(s) === null ? [] : [[s.id, of(s)!] as const])));
      candidates.push({
        model,
        ratedKv: input.ratedKv,
        verdict: j.verdict as ValveCandidate['verdict'],
        incomplete: j.incomplete,
        openings: by((s) => resultOf(s, valve).opening),
        xfRatio: by((s) => marginOf(s, valve, 'valve-cavitation')?.value ?? null),
        gain: gains(withValve(this.study, valve, valves.written[model]!, this.flows), valve, j.scenarios),
        worst: j.worst,
      });
    }
    // one that is incomplete is not preferred while a complete one serves
    const order = (x: ValveCandidate): number => (x.verdict === 'incomplete' ? 1 : 0);
    candidates.sort((a, b) => order(a) - order(b) || a.ratedKv - b.ratedKv || (a.model < b.model ? -1 : 1));
    const counts = { tried: candidates.length + fallen.length, candidates: candidates.length, fallen: fallen.length };
    const preferred = candidates[0]?.model ?? null;
    const isAll = preferred === null && fallen.some((f) => f.reason === AUTHORITY);
    return {
      format: 'cedar-knot-valves',
      version: 1,
      valve,
      required,
      candidates,
      preferred,
      fallen,
      ...(isAll ? { authority: { drop: this.authority!.drop } } : {}),
      counts,
    };
  }

  /**
   * Where the authority of whatever valve stands here fails: it is a matter of the system, for the flow or pressure that is held leaves each
   * the same drop. With the drop, Pa, at which it would just hold; null where it is not judged, or holds.
   */
  get authority(): { worst: Worst; drop: number } | null {
    if (this.weak !== undefined) return this.weak;
    const isJudged = this.present.some(
      (s) => (marginOf(s, this.valve, AUTHORITY)?.verdict ?? 'not-applicable') !== 'not-applicable',
    );
    const solved = isJudged ? judgedOf(runStudy(withValve(this.study, this.valve, VAST, this.flows)).scenarios) : [];
    const margins = marginsAt(solved, (m) => m.where === this.valve && m.check === AUTHORITY);
    const worst = firstFailure(margins);
    const drops = solved.flatMap((s) => {
      const m = marginOf(s, this.valve, AUTHORITY);
      const { authority, drop } = needOf(s, this.valve);
      if (m?.verdict !== 'fails' || m.limit === null || !authority || drop === null) return [];
      // a/(1 − a) of what the rest takes
      return [(((drop * (1 - authority)) / authority) * m.limit) / (1 - m.limit)];
    });
    return (this.weak = worst && drops.length > 0 ? { worst, drop: Math.max(...drops) } : null);
  }

  /**
   * Every valve as it would stand, those that fall out as well: what serves first, smallest first; then what does not, by how nearly it
   * does. The gain is that of the installed characteristic between the points of the window.
   */
  rows(valves: CatalogueValves): ValveRow[] {
    const rows = [...usableValves(valves)].map(([model, input]) => this.row(model, valves.written[model]!, input));
    const rank = (r: ValveRow): number => (r.verdict === 'fails' ? 2 : r.verdict === 'incomplete' ? 1 : 0);
    return rows.sort((a, b) => rank(a) - rank(b) || a.ratedKv - b.ratedKv || (a.model < b.model ? -1 : 1));
  }

  row(model: string, written: RawEntry, input: ValveInput): ValveRow {
    const { verdict, fallen, worst, scenarios, incomplete } = this.judge(model, written, input);
    const stands = scenarios.map((s) => [s.id, this.stand(s, fallen ? undefined : input)] as const);
    return { model, ratedKv: input.ratedKv, verdict, incomplete, fallen, worst, scenarios: Object.fromEntries(stands) };
  }

  /**
   * As `required`, but where the present valve does not reach what it is set to: what it would have to have for it, as far as the rest of
   * the system can give it.
   *
   * @param own the present valve; a typical one where none is named
   */
  asked(own: ValveInput | undefined): Record<string, ValveNeed> {
    const { valve, required } = this;
    const needs = this.present.map((s): [string, ValveNeed] => {
      const now = required[s.id]!;
      const found = isMissed(s, valve) ? this.siteList().find((x) => x.id === s.id) : undefined;
      if (!found?.site?.isReached) return [s.id, now];
      const need = needOf({ id: s.id, model: found.model, result: found.site.whole, problems: [] }, valve);
      const kv = own && found.site.try(own)?.kv;
      return [s.id, kv === undefined ? need : { ...need, kv, cv: kv / KV_PER_CV }];
    });
    return Object.fromEntries(needs);
  }

  /** flow against travel of a valve in the position, by scenario; none where something else fixes the flow */
  installed(input: ValveInput): Map<string, InstalledValve> {
    const found = new Map<string, InstalledValve>();
    for (const { id, model } of this.present) {
      const window = this.window(id);
      if (window && model) found.set(id, new InstalledValve(model, this.valve, input, window));
    }
    return found;
  }

  window(scenario: string): ValveWindow | null {
    this.found ??= new Map(this.present.map((s) => [s.id, valveWindow(s.model!, this.valve) ?? null]));
    return this.found.get(scenario) ?? null;
  }

  /** @param input for what the installed characteristic tells: left out of valves that fall out, whose number is the catalogue's */
  private stand(s: SolvedScenario, input: ValveInput | undefined): ValveAt {
    const { valve } = this;
    const margin = marginOf(s, valve, 'valve-opening');
    const window = this.window(s.id);
    const model = this.present.find((p) => p.id === s.id)?.model;
    const installed = input && window && model ? new InstalledValve(model, valve, input, window) : undefined;
    const { opening } = resultOf(s, valve);
    return {
      opening,
      verdict: margin?.verdict ?? 'not-applicable',
      xfRatio: marginOf(s, valve, 'valve-cavitation')?.value ?? null,
      chokedRatio: marginOf(s, valve, 'valve-choked')?.value ?? null,
      gain: installed && opening !== null && opening > 0 ? installed.gain(opening) : null,
      controls:
        installed && margin?.limit != null && margin.upper !== undefined
          ? [installed.flow(margin.limit), installed.flow(margin.upper)]
          : null,
    };
  }

  /** @param input the same as written, in SI */
  private judge(
    model: string,
    written: RawEntry,
    input: ValveInput,
  ): Pick<ValveRow, 'verdict' | 'incomplete' | 'fallen' | 'worst'> & { scenarios: SolvedScenario[] } {
    const { valve } = this;
    const scenarios = this.tried(input) ?? judgedOf(runStudy(withValve(this.study, valve, written, this.flows)).scenarios);
    const margins = marginsAt(scenarios, (m) => m.where === valve && ASKED.has(m.check));
    const fallen =
      fallenOf(model, scenarios, valve) ?? failedOf(model, firstFailure(margins)) ?? failedOf(model, this.authority?.worst);
    const incomplete = fallen ? [] : incompleteAt(scenarios, model, valve);
    const isNear = margins.some((m) => m.verdict === 'near');
    const verdict = fallen ? 'fails' : incomplete.length > 0 ? 'incomplete' : isNear ? 'near' : 'holds';
    return { verdict, incomplete, fallen, worst: worstMargin(margins) ?? null, scenarios };
  }

  private siteList(): NonNullable<ValvePosition['sites']> {
    const { study, valve } = this;
    const limits = limitsOf(study);
    return (this.sites ??= prepareStudy(withValve(study, valve, VAST, this.flows)).scenarios.flatMap(({ id, model }) =>
      model?.judged ? [{ id, model, site: ValveSite.of(model, valve, limits, isOfValve(valve)) }] : [],
    ));
  }

  /** every judged scenario with a valve in place, where that needs no further solution */
  private tried(input: ValveInput): SolvedScenario[] | undefined {
    if (this.options.isPlain) return undefined;
    const found: { scenario: SolvedScenario; site: ValveSite; isShort: boolean }[] = [];
    for (const { id, model, site } of this.siteList()) {
      const tried = site?.try(input);
      if (!site || !tried) return undefined;
      found.push({ scenario: { id, model, result: tried.result, problems: [] }, site, isShort: tried.isShort });
    }
    // wide open a valve may choke at less than is asked, which only solving tells; the first that does not settles it
    for (const { scenario, site, isShort } of found) {
      if (!isShort) continue;
      const solved = site.solved(input);
      if (!solved) return undefined;
      scenario.result = solved;
      if (isTooSmall(scenario, this.valve)) break;
    }
    return found.map((f) => f.scenario);
  }
}

function* usableValves({ read }: CatalogueValves): Generator<[string, ValveInput]> {
  for (const [model, entry] of read) {
    const input = usableValve(entry);
    if (input) yield [model, input];
  }
}

const marginOf = (s: SolvedScenario, valve: string, check: CheckCode): Margin<CheckCode> | undefined =>
  (s.result!.margins as Margin<CheckCode>[]).find((m) => m.check === check && m.where === valve);

/** wide open it passes less than is asked: its coefficient is too small whatever the checks say first */
function isTooSmall(s: SolvedScenario, valve: string): boolean {
  const r = resultOf(s, valve);
  return r.opening === 1 && isMissed(s, valve) && !r.choked;
}

const isMissed = (s: SolvedScenario, valve: string): boolean =>
  s.result!.findings.some((f) => f.code === 'set-point-missed' && f.where === valve);

/** what no check says: too small for what is asked, or smaller than just off its seat */
function fallenOf(model: string, scenarios: readonly SolvedScenario[], valve: string): FallenValve | null {
  const small = scenarios.find((s) => isTooSmall(s, valve));
  if (small) return fallenBy(model, 'too-small', small.id, resultOf(small, valve).opening, 1);
  const below = scenarios.find((s) => resultOf(s, valve).belowRange);
  return below ? fallenBy(model, 'below-range', below.id, resultOf(below, valve).opening, 0) : null;
}

/** what no scenario could judge of the valve, each once; addresses are those of the catalogue */
function incompleteAt(scenarios: readonly SolvedScenario[], model: string, valve: string): ValveCandidate['incomplete'] {
  const found = new Map<CheckCode, ValveCandidate['incomplete'][number]>();
  for (const { result } of scenarios)
    for (const { check, where, missing } of result!.incomplete as Incomplete<CheckCode>[])
      if (where === valve)
        found.set(check, { check, missing: missing.map((m) => m.replace(/^valves\.[^.]+/, `valves.${model}`)) });
  return [...found.values()];
}

const failedOf = (model: string, failed: Worst | undefined): FallenValve | null =>
  failed ? fallenBy(model, failed.check, failed.scenario, failed.value, failed.limit) : null;

/** larger than any that is made: it reaches whatever can be reached */
const VAST: RawEntry = { ratedKv: 1e6, characteristic: 'linear', rangeability: 50, fl: 1 };

const isOfValve =
  (valve: string): Asked =>
  ({ check, where }) =>
    where === valve && ASKED.has(check);

const judgedOf = (scenarios: readonly SolvedScenario[]): SolvedScenario[] =>
  scenarios.filter((s) => s.model?.judged && s.result && s.result.status !== 'failed');

const resultOf = (s: SolvedScenario, valve: string): ValveResult => s.result!.elements[valve] as ValveResult;

function needOf(s: SolvedScenario, valve: string): ValveNeed {
  const r = resultOf(s, valve);
  const { flow, drop, kv, cv, inletPressure, chokedDrop } = r;
  const element = s.model!.elements.find((e) => e.id === valve)!;
  const all = wayLoss(element, checkedScenario(s.model!, s.result!));
  const authority = r.headLoss !== null && all > 0 ? r.headLoss / all : null;
  const regime = r.choked ? 'choked' : r.fr !== undefined && r.fr < 1 ? 'not-turbulent' : 'turbulent';
  return { flow, drop, kv, cv, inletPressure, chokedDrop, authority, regime };
}

/** a matter of the system, whichever valve stands there */
const AUTHORITY: CheckCode = 'valve-authority';

/** codes that speak of the valve itself */
const ASKED: ReadonlySet<CheckCode> = new Set(
  CHECK_CODES.filter((c) => c === 'set-point' || c === 'pressure-class' || (c.startsWith('valve-') && c !== AUTHORITY)),
);

const fallenBy = (model: string, reason: string, scenario: string, value: number | null, limit: number | null): FallenValve => ({
  model,
  reason,
  scenario,
  value,
  limit,
});

/** Slope of the installed characteristic at the opening of each scenario: d(Q/Q100)/dx, Q100 with the valve wide open. */
function gains(placed: Study, valve: string, scenarios: readonly SolvedScenario[]): Record<string, number> {
  const openings = new Map(scenarios.map((s) => [s.id, resultOf(s, valve).opening]));
  const flowsAt = (of: (x: number) => number): Map<string, number> => {
    const set: Study = {
      ...placed,
      scenarios: placed.scenarios.map((s) => ({
        ...s,
        set: { ...s.set, [`${valve}.mode`]: 'opening', [`${valve}.opening`]: of(openings.get(s.id) ?? 1) },
      })),
    };
    return new Map(judgedOf(runStudy(set).scenarios).map((s) => [s.id, resultOf(s, valve).flow]));
  };
  const [low, high, open] = [flowsAt((x) => x - GAIN_STEP), flowsAt((x) => Math.min(1, x + GAIN_STEP)), flowsAt(() => 1)];
  return Object.fromEntries(
    scenarios.flatMap(({ id }) => {
      const x = openings.get(id);
      const whole = open.get(id);
      if (x === null || x === undefined || !whole || !low.has(id) || !high.has(id)) return [];
      return [[id, (high.get(id)! - low.get(id)!) / whole / (Math.min(1, x + GAIN_STEP) - (x - GAIN_STEP))] as const];
    }),
  );
}
