import { driveRange } from '../pumps/standing.js';
import { configure, largestDiameter, performanceAt, type Configured } from '../catalogue/configure.js';
import { narrowedEntry } from '../catalogue/filter.js';
import { usable } from '../catalogue/find.js';
import type { RawEntry, Study } from '../document/study.js';
import type { Problem } from '../issues/issues.js';
import type { PumpInput } from '../pumps/pump.js';
import type { Incomplete, Margin } from '../results/margin.js';
import type { PumpResult } from '../results/results.js';
import { prepareStudy } from '../scenarios/prepare.js';
import type { ScenarioModel } from '../scenarios/model.js';
import { BEFORE_SOLVING, PumpSite, type Asked } from '../scenarios/pump-site.js';
import { limitsOf, runStudy, type SolvedScenario } from '../scenarios/run.js';
import { splitNumber } from '../units/quantity.js';
import { findUnit } from '../units/units.js';
import type { CheckCode } from '../checks/index.js';
import { orderOf } from '../checks/judge.js';
import { dutyOf } from './duty.js';
import { costOf, offerOf } from './cost.js';
import { energyOf, inputOf, largestDuty } from './energy.js';
import { firstFailing, firstFailure, marginsAt, worstMargin, type Worst } from './judged.js';
import { byRank } from './order.js';
import type { Candidate, Fallen, Objective, RankOptions, Ranking } from './ranking.js';
import { requirementOf, type ScenarioRequirement } from './requirement.js';
import { withPump, type PumpPlace } from './substitute.js';

/** A pump of a catalogue: in SI, and as it is written, which is looked at for a few only. */
export interface RankedEntry {
  read: Record<string, unknown>;
  written: () => RawEntry;
  /** whether it gives flows by mass, where that is known: see {@link hasMassFlow} */
  byMass?: boolean;
}

/**
 * Judges every pump of a catalogue in a position of a study: configured for what the judged scenarios ask, solved in all of them,
 * and held against every check that concerns it.
 *
 * @param pumps entries by model: as written, and in SI
 */
export function rankPumps(
  study: Study,
  pump: string,
  pumps: { written: Readonly<Record<string, RawEntry>>; read: ReadonlyMap<string, Record<string, unknown>> },
  options: RankOptions,
): Ranking {
  const entries = [...pumps.read].map(([model, read]) => [model, { read, written: () => pumps.written[model]! }] as const);
  return new Ranker(study, pump, options).rank(entries);
}

/** A position in which catalogues are ranked, piece by piece: what the study asks is worked out once. */
export class Ranker {
  private readonly present: SolvedScenario[];
  private readonly requirements: ScenarioRequirement[];
  private readonly isAsked: Asked;
  private readonly trial: Trial | undefined;

  constructor(
    private readonly study: Study,
    private readonly pump: string,
    private readonly options: RankOptions,
  ) {
    this.present = runStudy(study).scenarios.filter(isJudged);
    this.requirements = this.present.flatMap((s) => (s.model && s.result ? (requirementOf(s.model, s.result, pump) ?? []) : []));
    this.isAsked = concerns(this.present, pump);
    this.trial = options.isPlain ? undefined : new Trial(study, pump, this.isAsked);
  }

  private isOfOtherMains(read: Record<string, unknown>): boolean {
    const own = this.present[0]?.model?.site.frequency;
    const made = read.frequency as number | undefined;
    return own !== undefined && made !== undefined && Math.abs(own - made) > SAME_MAINS;
  }

  rank(pumps: Iterable<readonly [string, RankedEntry]>): Ranking {
    const { study, pump, options, requirements, isAsked, trial } = this;
    const ranking: Ranking = {
      format: 'cedar-knot-ranking',
      version: 1,
      pump,
      judged: this.present.map((s) => s.id),
      orderedBy: options.objective === 'energy' && !this.present.some((s) => s.model?.hoursPerYear) ? 'power' : options.objective,
      required: Object.fromEntries(requirements.map(({ scenario, flow, head, npsha }) => [scenario, { flow, head, npsha }])),
      candidates: [],
      fallen: [],
      counts: noCounts(),
    };
    const { counts } = ranking;
    for (const [model, entry] of pumps) {
      const notStated = narrowedEntry('pumps', entry.read, options);
      if (!notStated) {
        counts.filtered++;
        continue;
      }
      const input = usable(entry.read);
      if (!input) {
        counts.unusable++;
        continue;
      }
      counts.tried++;
      const judged = withoutFault(model, this.present[0]?.id ?? '', () =>
        judgeModel(study, pump, model, entry, input, requirements, options, isAsked, trial),
      );
      if (notStated.length > 0) judged.notStated = notStated;
      if ('reason' in judged) {
        ranking.fallen.push(judged);
        counts.byReason[judged.reason] = (counts.byReason[judged.reason] ?? 0) + 1;
      } else {
        if (this.isOfOtherMains(entry.read)) judged.otherMains = true;
        ranking.candidates.push(judged);
      }
    }
    ranking.candidates.sort(byRank(options.objective));
    counts.candidates = ranking.candidates.length;
    counts.fallen = ranking.fallen.length;
    ranking.candidates.splice(options.top);
    return ranking;
  }
}

/** Hz by which mains of a pump and of a site may differ in writing */
const SAME_MAINS = 0.5;

/** a fault of the program in one candidate is that candidate's reason, and not the end of the others */
function withoutFault(model: string, scenario: string, judge: () => Candidate | Fallen): Candidate | Fallen {
  try {
    return judge();
  } catch (error) {
    return { model, reason: 'fault', scenario, value: null, limit: null, diameter: null, fault: String(error) };
  }
}

/** Those that fell by the least: how far their value is from its limit, as a share of that. */
export function nearestFallen(fallen: readonly Fallen[], most: number): Fallen[] {
  const share = (f: Fallen): number => Math.abs(f.value! - f.limit!) / (Math.abs(f.limit!) || 1);
  return fallen
    .filter((f) => f.value !== null && f.limit !== null)
    .sort((a, b) => share(a) - share(b))
    .slice(0, most);
}

const noCounts = (): Ranking['counts'] => ({ tried: 0, candidates: 0, fallen: 0, filtered: 0, unusable: 0, byReason: {} });

/** Rankings of parts of a catalogue as one: candidates in the order of the contract, fallen as they came, counts added. */
export function mergeRankings(
  pieces: readonly Ranking[],
  objective: Objective,
): Pick<Ranking, 'required' | 'orderedBy' | 'candidates' | 'fallen' | 'counts'> {
  const counts = noCounts();
  for (const { counts: c } of pieces) {
    for (const key of ['tried', 'candidates', 'fallen', 'filtered', 'unusable'] as const) counts[key] += c[key];
    for (const [reason, n] of Object.entries(c.byReason)) counts.byReason[reason] = (counts.byReason[reason] ?? 0) + n;
  }
  const candidates = pieces.flatMap((p) => p.candidates).sort(byRank(objective));
  const { required = {}, orderedBy = objective } = pieces[0] ?? {};
  return { required, orderedBy, candidates, fallen: pieces.flatMap((p) => p.fallen), counts };
}

function judgeModel(
  study: Study,
  pump: string,
  model: string,
  { read, written, byMass: isKnownByMass }: RankedEntry,
  input: PumpInput,
  requirements: readonly ScenarioRequirement[],
  options: RankOptions,
  isAsked: Asked,
  trial: Trial | undefined,
): Candidate | Fallen {
  const configured = configure(input, requirements, options.vary === 'diameter', undefined);
  const asIs = { ...configured, diameter: input.diameter ?? largestDiameter(input) };
  const chosen = options.vary === 'none' ? asIs : configured;
  const short = shortfall(input, configured, requirements);
  if (short) return { model, reason: 'head-short', ...short, diameter: configured.diameter ?? null };
  const speeds = options.vary === 'speed' ? slowest(input, chosen, requirements) : undefined;
  const place = {
    stages: chosen.stages,
    diameter: chosen.diameter,
    speed: (s: string) => speeds?.get(s) ?? chosen.speed,
  };
  // a mass flow becomes a volume flow with the density of each scenario: such a curve is read with the study
  const byTrial = trial && !(isKnownByMass ?? isByMass(read, written)) ? trial : undefined;
  const diameter = chosen.diameter ?? null;
  const early = byTrial?.before(place, input, written);
  if (early && BEFORE_SOLVING.has(early.check)) return fallenBy(model, early, diameter, undefined);
  const anew = (): SolvedScenario[] => runStudy(withPump(study, pump, { ...place, entry: written() })).scenarios;
  const tried = byTrial?.scenarios(place, input, written, early ? orderOf(early.check) : Infinity);
  const scenarios = (tried ?? anew()).filter(isJudged);
  const unsolved = scenarios.find((s) => !s.result || s.result.status === 'failed');
  if (unsolved) return { model, reason: 'not-solved', scenario: unsolved.id, value: null, limit: null, diameter };
  const margins = marginsAt(scenarios, isAsked, true);
  const failed = firstFailure(margins);
  if (failed)
    return fallenBy(
      model,
      failed,
      diameter,
      scenarios.find((s) => s.id === failed.scenario)!.result!.elements[pump] as PumpResult,
    );
  // what other valves of the network reach is known of the study read anew alone
  const stands = tried && trial?.hasOtherValves ? anew().filter(isJudged) : scenarios;
  const worst = worstMargin(margins) ?? null;
  const greatest = [...requirements].sort((a, b) => b.flow - a.flow)[0];
  const incomplete = incompleteIn(scenarios, model, pump, isAsked);
  const headAt = (d: number | undefined): number =>
    greatest ? performanceAt(input, { ...chosen, diameter: d }, greatest.running).head(greatest.flow) : NaN;
  const energy = energyOf(scenarios, pump);
  const offer = offerOf(read);
  const position = study.lines.flatMap((l) => l.elements).find((e) => e.id === pump);
  const most = Math.max(1, ...scenarios.map((s) => (s.result!.elements[pump] as PumpResult).running));
  const installed = typeof position?.installed === 'number' ? position.installed : most;
  return {
    model,
    diameter,
    speed: speeds ? null : chosen.speed,
    stages: chosen.stages,
    verdict: incomplete.length > 0 ? 'incomplete' : margins.some((m) => m.verdict === 'near') ? 'near' : 'holds',
    incomplete,
    worst,
    ...energy,
    ...offer,
    ...(options.objective === 'cost' ? { cost: costOf(study, { ...energy, ...offer }, installed, options) } : {}),
    powerAtLargest: inputOf(largestDuty(scenarios, pump, greatest?.scenario)),
    headReserve: headAt(largestDiameter(input)) / headAt(chosen.diameter) - 1,
    npshRatio: least(margins.filter((m) => m.margin.check === 'npsh-ratio').map((m) => m.margin.value)),
    scenarios: Object.fromEntries(stands.map((s) => [s.id, dutyOf(s.result!, pump)])),
  };
}

/** what no scenario could judge, each once; addresses are those of the catalogue */
function incompleteIn(
  scenarios: readonly SolvedScenario[],
  model: string,
  pump: string,
  isAsked: Asked,
): Candidate['incomplete'] {
  const found = new Map<string, Candidate['incomplete'][number]>();
  for (const { result } of scenarios)
    for (const { check, where, missing } of result!.incomplete as Incomplete<CheckCode>[]) {
      if (where !== pump || !isAsked({ check, where })) continue;
      found.set(check, { check, missing: missing.map((m) => m.replace(/^pumps\.[^.]+/, `pumps.${model}`)) });
    }
  return [...found.values()];
}

/** @param r what the pump does where it fails; a check of the rated point says nothing of that */
function fallenBy(model: string, failed: Worst, diameter: number | null, r: PumpResult | undefined): Fallen {
  const { check, scenario, value, limit } = failed;
  const fallen: Fallen = { model, reason: check, scenario, value, limit, diameter };
  if (!r || BEFORE_SOLVING.has(check)) return fallen;
  const { flow, head, npshr, shaftPower, running } = r;
  return { ...fallen, duty: { flow, head, npshr, shaftPower, running } };
}

const isJudged = (s: SolvedScenario): boolean => s.model?.judged !== false;

/** Pumps tried one after the other in a position: the study is read once, with the first of them. */
class Trial {
  private sites: { id: string; model: ScenarioModel | undefined; problems: Problem[]; site: PumpSite | undefined }[] | undefined;
  private readonly limits: ReturnType<typeof limitsOf>;
  /** number of the scenario in which the last pump fell: it is looked at first, since a failure spares others their figures */
  private likely = 0;
  /** order of the code by which the last pump fell: the next is held against the codes up to it first */
  private usual = Infinity;

  /** controlling valves in other lines: a scenario may be limited by them */
  readonly hasOtherValves: boolean;

  constructor(
    private readonly study: Study,
    private readonly pump: string,
    private readonly isAsked: Asked,
  ) {
    this.limits = limitsOf(study);
    this.hasOtherValves = study.lines
      .filter((l) => l.elements.every((e) => e.id !== pump))
      .some((l) => l.elements.some((e) => e.kind === 'control-valve'));
  }

  /** the judged scenarios; undefined where only the study read anew tells */
  private sitesWith(place: Omit<PumpPlace, 'entry'>, written: () => RawEntry): NonNullable<Trial['sites']> | undefined {
    this.sites ??= prepareStudy(withPump(this.study, this.pump, { ...place, entry: written() }))
      .scenarios.filter(isJudged)
      .map(({ id, model, problems }) => ({
        id,
        model,
        problems,
        site: model && PumpSite.of(model, this.pump, this.limits, this.isAsked),
      }));
    return this.sites.some((s) => s.model && !s.site) ? undefined : this.sites;
  }

  /** what fails whatever the duty is, first of the codes */
  before(place: Omit<PumpPlace, 'entry'>, input: PumpInput, written: () => RawEntry): Worst | undefined {
    const { stages, diameter } = place;
    const found = this.sitesWith(place, written)?.map(({ id, model, problems, site }) =>
      model && site
        ? { id, problems, model, result: site.before(input, { stages, diameter, speed: place.speed(id) }) }
        : { id, problems },
    );
    return found && firstFailure(marginsAt(found, this.isAsked, true));
  }

  /**
   * The judged scenarios solved. Margins behind the first code that fails anywhere may be left out: they change nothing.
   *
   * @param upTo order of a code that is known to fail @returns undefined where only the study read anew tells
   */
  scenarios(
    place: Omit<PumpPlace, 'entry'>,
    input: PumpInput,
    written: () => RawEntry,
    upTo: number,
  ): SolvedScenario[] | undefined {
    const sites = this.sitesWith(place, written);
    if (!sites) return undefined;
    const first = Math.min(upTo, this.usual);
    let found = this.upTo(sites, place, input, first);
    if (found.failing === Infinity && first < upTo) found = this.upTo(sites, place, input, upTo);
    if (found.failing < Infinity) this.usual = found.failing;
    return found.solved;
  }

  /** all scenarios up to a code, or the first before it that fails anywhere */
  private upTo(
    sites: NonNullable<Trial['sites']>,
    place: Omit<PumpPlace, 'entry'>,
    input: PumpInput,
    upTo: number,
  ): { solved: SolvedScenario[]; failing: number } {
    const { stages, diameter } = place;
    const solved: SolvedScenario[] = [];
    let last = upTo;
    let failing = Infinity;
    const solve = (k: number): void => {
      const { id, model, problems, site } = sites[k]!;
      if (!model || !site) {
        solved[k] = { id, problems };
        return;
      }
      const result = site.try(input, { stages, diameter, speed: place.speed(id) }, last);
      solved[k] = { id, problems, model, result };
      const fails = firstFailing(result.margins as Margin<CheckCode>[]);
      failing = Math.min(failing, fails);
      if (fails >= last) return;
      last = fails;
      this.likely = k;
    };
    solve(this.likely);
    for (let k = 0; k < sites.length; k++) if (!solved[k]) solve(k);
    return { solved, failing };
  }
}

/** whether an entry gives flows by mass, as found once for each */
const byMass = new WeakMap<object, boolean>();

function isByMass(read: object, written: () => RawEntry): boolean {
  let found = byMass.get(read);
  if (found === undefined) byMass.set(read, (found = hasMassFlow(written())));
  return found;
}

/** Whether an entry gives flows by mass: what they are as volumes depends on the liquid of the study. */
export function hasMassFlow(entry: RawEntry): boolean {
  const curves = (entry.curves as { curve?: RawEntry[] }[] | undefined)?.map((c) => c.curve) ?? [entry.curve as RawEntry[]];
  const flows = [entry.bestFlow, entry.minFlow, ...curves.flatMap((rows) => (rows ?? []).map((r) => r.flow))];
  return flows.some((f) => typeof f === 'string' && findUnit('flow', splitNumber(f)?.rest ?? '')?.mass === true);
}

/** the scenario in which the pump at its largest is short by most, m */
function shortfall(
  input: PumpInput,
  largest: Configured,
  requirements: readonly ScenarioRequirement[],
): Pick<Fallen, 'scenario' | 'value' | 'limit'> | undefined {
  if (largest.meets) return undefined;
  const [worst] = requirements
    .map((r) => ({ scenario: r.scenario, value: performanceAt(input, largest, r.running).head(r.flow), limit: r.head }))
    .sort((a, b) => a.value - a.limit - (b.value - b.limit));
  return worst;
}

/** the lowest speed in whole turns a minute that meets each scenario, within what the entry allows */
function slowest(input: PumpInput, at: Configured, requirements: readonly ScenarioRequirement[]): Map<string, number> {
  const range = driveRange(input, at.speed);
  const [least, most] = [Math.ceil(range.least), Math.floor(range.most)];
  return new Map(
    requirements.map((r) => {
      const meets = (speed: number): boolean => performanceAt(input, { ...at, speed }, r.running).head(r.flow) >= r.head;
      let [fails, found] = [least - 1, most];
      while (found - fails > 1) {
        const middle = Math.floor((fails + found) / 2);
        if (meets(middle)) found = middle;
        else fails = middle;
      }
      return [r.scenario, found];
    }),
  );
}

/** the pump itself, and the opening and set point of valves that control on its line */
function concerns(scenarios: readonly SolvedScenario[], pump: string): Asked {
  const elements = scenarios.find((s) => s.model)?.model?.elements ?? [];
  const line = elements.find((e) => e.id === pump)?.line;
  const valves = new Set(elements.filter((e) => e.line === line && e.kind === 'control-valve').map((e) => e.id));
  return ({ check, where }) => where === pump || (valves.has(where) && (check === 'valve-opening' || check === 'set-point'));
}

const least = (list: readonly number[]): number | null => (list.length > 0 ? Math.min(...list) : null);
