import { SCENARIO_FIELDS } from '../document/fields.js';
import { POINT_KINDS, type PointKindName } from '../document/points.js';
import { readFluid, readStudy, readStudyPump, readValveEntry, type Directory } from '../document/read-study.js';
import type { RawElement, RawScenario, Study } from '../document/study.js';
import { withUnits } from '../document/unit-piping.js';
import { elementKind } from '../elements/index.js';
import type { BuildContext, BuiltElement } from '../elements/kind.js';
import type { ElementModel } from '../elements/model.js';
import { PUMP_FIELDS } from '../elements/pump-fields.js';
import { defaultOf } from '../fields/defaults.js';
import { massKeys, Reader, siteContext, type Read, type ReadContext } from '../fields/reader.js';
import { Readings } from '../fields/readings.js';
import { fluidKind, fluidState, isFluidState } from '../fluids/fluid.js';
import type { FluidState } from '../fluids/kind.js';
import { finding, type Finding, type Problem } from '../issues/issues.js';
import type { LineModel, NetworkInput, PointModel } from '../network/types.js';
import { stepTest, type TestStep } from '../network/well.js';
import type { PumpInput } from '../pumps/pump.js';
import type { ValveInput } from '../valves/valve.js';
import { alongInput, followedBy, type ChosenFluid } from './along-input.js';
import { toPump, toValve } from './equipment.js';
import { boreFindings, exitFindings } from './line-findings.js';
import type { ElementDetail, PointDetail, PreparedScenario, PreparedStudy, ScenarioModel } from './model.js';
import { borrowBores, placeValves, settleFlows } from './neighbours.js';
import { ScenarioBuild } from './scenario-build.js';
import { siteOf, type Site } from './site.js';
import { structureKey, structureProblems } from './structure.js';
import { placeTees } from './tee-place.js';
import { word } from '../words/word.js';

/**
 * Reads a study once and makes of each scenario what the solver takes. Problems name JSON paths; a scenario with problems has
 * no model, the others keep theirs.
 *
 * @param before what was read and built of an earlier state of the study, where it comes again with a change
 */
export function prepareStudy(raw: unknown, before?: Before): PreparedStudy {
  let readings: Readings | undefined;
  const { study, directory, problems } = readStudy(raw, (sound) => {
    const { atmosphere } = siteOf(sound);
    return (readings = before?.readings(atmosphere) ?? new Readings(atmosphere));
  });
  if (!study || !readings) return { problems, scenarios: [] };
  const preparer = new Preparer(withUnits(study), directory, siteOf(study), readings);
  const hasFatal = problems.some(isFatal);
  const scenarios = study.scenarios.map(
    (s, i) => (hasFatal ? undefined : before?.scenario(study, s, i)) ?? preparer.scenario(s, i, hasFatal),
  );
  const all = [...problems];
  const said = new Set(all.map(key));
  for (const s of scenarios) {
    for (const p of s.problems) {
      if (said.has(key(p))) continue;
      said.add(key(p));
      all.push(p);
    }
  }
  return { problems: all, scenarios };
}

/** What is known of an earlier state of a study. */
export interface Before {
  /** what was read of its entries at a site's atmosphere, Pa absolute */
  readings: (atmosphere: number) => Readings;
  /** a scenario that nothing has changed for */
  scenario: (study: Study, raw: RawScenario, index: number) => PreparedScenario | undefined;
}

/** unknown keys are said, but do not keep a study from being solved */
export function isFatal(problem: Problem): boolean {
  return problem.code !== 'unknown-key';
}

function key(p: Problem): string {
  return `${p.code} ${p.path} ${p.where.join(',')}`;
}

/** pumps by what was read of them: one that is read anew and is the same keeps its interpolated curves */
const made = new WeakMap<Read, PumpInput>();

function pumpOf(read: Read): PumpInput | undefined {
  const found = made.get(read) ?? toPump(read);
  if (found) made.set(read, found);
  return found;
}

/** the same for valves */
const valvesMade = new WeakMap<Read, ValveInput>();

function valveOf(read: Read): ValveInput {
  const found = valvesMade.get(read) ?? toValve(read);
  valvesMade.set(read, found);
  return found;
}

/**
 * Models by what was read of an element, where nothing else goes into them but whether and in what surroundings the liquid is followed: they
 * are shared by scenarios and not to be changed.
 */
const ownModels = new WeakMap<Read, OwnModel[]>();

interface OwnModel {
  isThermal: boolean | undefined;
  ambient: number | undefined;
  built: BuiltElement;
  findings: Finding[];
}

/** nothing of the liquid, of an entry elsewhere or of its neighbours goes into it */
const isOfItsEntries = (model: ElementModel): boolean => model.kind === 'pipe';

class Preparer {
  private readonly pumps = new Map<string, PumpInput | undefined>();
  private readonly valves = new Map<string, ValveInput | undefined>();
  private readonly most = new Map<string, number>();
  /** structures in which nothing is lacking and nothing too many */
  private readonly sound = new Set<string>();

  constructor(
    private readonly study: Study,
    private readonly directory: Directory,
    private readonly site: Site,
    private readonly readings: Readings,
  ) {}

  scenario(raw: RawScenario, index: number, hasFatal: boolean): PreparedScenario {
    const path = `scenarios[${index}]`;
    const reader = new Reader(siteContext(this.site.atmosphere));
    const own = reader.record(raw, SCENARIO_FIELDS, path, [raw.id], ['id', 'set']);
    const fluid = this.fluid(raw, own, path, reader);
    const plain = siteContext(this.site.atmosphere);
    const context: ReadContext = fluid ? { ...plain, density: fluid.state.density } : plain;
    const build = new ScenarioBuild(this.study, this.directory, context, path, raw.set ?? {}, this.readings);
    build.checkAddresses();
    reader.problems.push(...build.reader.problems);
    if (!fluid || hasFatal) {
      // read what can be read, so that every problem is said at once
      if (!hasFatal) build.readAll();
      return { id: raw.id, problems: [...reader.problems, ...build.reader.problems] };
    }
    build.readAll();
    const problems = [...reader.problems, ...build.reader.problems].filter(unique());
    if (problems.some(isFatal)) return { id: raw.id, problems };
    const model = this.model(raw, own, fluid, build, problems);
    if (!model || problems.some(isFatal)) return { id: raw.id, problems };
    const structure = structureKey(model.network);
    if (this.sound.has(structure)) return { id: raw.id, model, problems };
    const faults = structureProblems(model, path);
    if (faults.length === 0) this.sound.add(structure);
    for (const p of faults) problems.push({ ...p, path: this.pathOf(p.where[0]) ?? p.path });
    return problems.some(isFatal) ? { id: raw.id, problems } : { id: raw.id, model, problems };
  }

  /** where the first of the entries that are too many or too few stands */
  private pathOf(id: string | undefined): string | undefined {
    if (id === undefined) return undefined;
    const { elements, lines, points } = this.directory;
    return (elements.get(id) ?? lines.get(id) ?? points.get(id))?.path;
  }

  private fluid(raw: RawScenario, own: Read, path: string, reader: Reader): ChosenFluid | undefined {
    const fluids = this.study.fluids ?? {};
    const names = Object.keys(fluids);
    const name = (own.fluid as string | undefined) ?? (names.length === 1 ? names[0] : undefined);
    if (name === undefined) {
      reader.add('missing', `${path}.fluid`, { reason: 'missing', key: 'fluid', label: word('field.fluid'), expected: names }, [
        raw.id,
      ]);
      return undefined;
    }
    if (!Object.hasOwn(fluids, name)) {
      reader.add('unknown-id', `${path}.fluid`, { reason: 'unknown-fluid', found: name, known: names }, [raw.id]);
      return undefined;
    }
    // said where the fluids are read
    const { kind } = fluids[name]!;
    if (typeof kind !== 'string' || !fluidKind(kind)) return undefined;
    const quiet = new Reader(siteContext(this.site.atmosphere));
    const entries = this.readings.of(fluids[name]!, quiet, () => readFluid(fluids[name]!, `fluids.${name}`, name, quiet));
    if (quiet.problems.some(isFatal)) return undefined;
    if (raw.temperature !== undefined && own.temperature === undefined) return undefined;
    const whole = { kind, ...entries };
    const state = fluidState(whole, own.temperature as number | undefined);
    if (isFluidState(state)) return { name, entries: whole, state };
    const detail = { reason: state.reason, fluid: name, least: state.lowest, most: state.highest };
    reader.add(state.reason === 'no-temperature' ? 'missing' : 'bad-value', `${path}.temperature`, detail, [raw.id]);
    return undefined;
  }

  private model(
    raw: RawScenario,
    own: Read,
    chosen: ChosenFluid,
    build: ScenarioBuild,
    problems: Problem[],
  ): ScenarioModel | undefined {
    const fluid = chosen.state;
    const findings: Finding[] = [];
    const points = build.pointDetails();
    const along = alongInput(this.study, raw, own, chosen, points, problems);
    const pointIndex = new Map(points.map((p, i) => [p.id, i]));
    const elements: ElementDetail[] = [];
    const unknowns: ScenarioModel['unknowns'] = [];
    const lines: LineModel[] = [];
    let complete = true;
    this.study.lines.forEach((line, l) => {
      const lineRead = build.lines[l]!;
      const built: ElementModel[] = [];
      const elevations = build.elevations(l, findings);
      line.elements.forEach((e, i) => {
        const read = build.elements[l]![i]!;
        const one = this.element(
          e,
          read,
          build,
          { fluid, followed: along && followedBy(along, own, this.site) },
          problems,
          findings,
        );
        if (!one) {
          complete = false;
          return;
        }
        const unitOf = this.directory.elements.get(e.id)!.unitOf;
        // what is shared by scenarios is not changed
        const placed = unitOf === undefined ? one : { ...one, model: { ...one.model, units: build.unitsOf(unitOf) } };
        built.push(placed.model);
        const datum = (read.datum as number | undefined) ?? elevations[i]!;
        const detail = detailOf({ id: e.id, kind: e.kind, line: l, index: i, read, datum }, placed);
        if (unitOf !== undefined) detail.unitOf = unitOf;
        if (e.kind === 'pump') detail.mostRunning = this.mostRunning(e);
        elements.push(detail);
        for (const k in read) if (read[k] === 'solve') unknowns.push({ id: e.id, key: k });
      });
      const flow = lineRead.flow as number | undefined;
      lines.push({
        id: line.id,
        from: pointIndex.get(line.from)!,
        to: pointIndex.get(line.to)!,
        elements: lineRead.closed === true ? [closedElement(line.id), ...built] : built,
        elevations: lineRead.closed === true ? [elevations[0]!, ...elevations] : elevations,
        ...(flow !== undefined ? { flow, ...measureOf(lineRead, 'flow') } : {}),
      });
      if (complete) findings.push(...boreFindings(line.elements, build.elements[l]!, built));
      if (lineRead.closed === true) for (const d of elements) if (d.line === l) d.index++;
    });
    this.study.lines.forEach((line, l) =>
      findings.push(...exitFindings(line.elements, build.elements[l]!, points[pointIndex.get(line.to)!]!)),
    );
    const pointModels = points.map((p) => this.point(p, fluid, build, problems, unknowns, findings));
    if (!complete || pointModels.some((p) => p === undefined)) return undefined;
    borrowBores(lines, problems, this.directory);
    placeValves(lines);
    const network: NetworkInput = {
      ...(along ? { along } : {}),
      fluid,
      gravity: this.site.gravity,
      atmosphere: this.site.atmosphere,
      points: pointModels as PointModel[],
      lines,
    };
    settleFlows(pointModels as PointModel[], lines);
    placeTees(
      points,
      pointModels as PointModel[],
      lines,
      (id, k) => (build.isSet(id, k) ? build.setPath(id, k) : `points.${id}.${k}`),
      problems,
    );
    for (const p of problems)
      if (p.code === 'unknown-key') findings.push(finding('unknown-key', p.where[0] ?? '', { path: p.path }));
    return {
      id: raw.id,
      name: raw.name ?? raw.id,
      role: own.role as string | undefined,
      judged: own.judged !== false,
      hoursPerYear: own.hoursPerYear as number | undefined,
      temperature: own.temperature as number | undefined,
      fluidName: chosen.name,
      fluidEntries: chosen.entries,
      fluid,
      network,
      site: { altitude: this.site.altitude, frequency: this.site.frequency },
      points,
      elements,
      unknowns,
      findings,
    };
  }

  /** units that run together in any scenario, at the most */
  private mostRunning(pump: RawElement): number {
    let most = this.most.get(pump.id);
    if (most === undefined) {
      const address = `${pump.id}.running`;
      const all = [pump.running ?? defaultOf(PUMP_FIELDS.running!), ...this.study.scenarios.map((s) => s.set?.[address])];
      most = Math.max(0, ...all.filter((x) => typeof x === 'number'));
      this.most.set(pump.id, most);
    }
    return most;
  }

  private element(
    e: RawElement,
    read: Read,
    build: ScenarioBuild,
    liquid: Pick<BuildContext, 'fluid' | 'followed'>,
    problems: Problem[],
    findings: Finding[],
  ): BuiltElement | undefined {
    const { fluid } = liquid;
    const base = this.directory.elements.get(e.id)!.path;
    const pathOf = (k: string): string =>
      k !== '' && build.isSet(e.id, k) ? build.setPath(e.id, k) : k === '' ? base : `${base}.${k}`;
    const named = <T>(id: string, list: 'pumps' | 'valves', get: (id: string) => T | undefined): T | undefined => {
      if (Object.hasOwn(this.study[list] ?? {}, id)) return get(id);
      const isPump = list === 'pumps';
      problems.push({
        code: 'unknown-id',
        path: pathOf(isPump ? 'pump' : 'valve'),
        where: [e.id],
        detail: { reason: isPump ? 'unknown-pump' : 'unknown-valve', found: id, known: Object.keys(this.study[list] ?? {}) },
      });
      return undefined;
    };
    const { followed } = liquid;
    const known = ownModels.get(read)?.find((x) => x.isThermal === followed?.isThermal && x.ambient === followed?.ambient);
    if (known) {
      findings.push(...known.findings);
      return known.built;
    }
    const said = findings.length;
    // written out, as in `reportElement`: a spread costs ten times as much
    const built = elementKind(e.kind).build(e.id, read, {
      fluid,
      followed: liquid.followed,
      pathOf,
      isNull: (k) => (e as Record<string, unknown>)[k] === null,
      pump: (id) => named(id, 'pumps', (x) => this.pump(x, fluid.density)),
      valve: (id) => named(id, 'valves', (x) => this.valve(x)),
      add: (p) => problems.push(p),
      say: (f) => findings.push(f),
    });
    const law = built && 'law' in built.model ? built.model.law : undefined;
    if (law?.kind === 'flow') Object.assign(law, measureOf(read, 'flow'));
    if (built && isOfItsEntries(built.model)) {
      const own = { isThermal: followed?.isThermal, ambient: followed?.ambient, built, findings: findings.slice(said) };
      ownModels.set(read, [...(ownModels.get(read) ?? []), own]);
    }
    return built;
  }

  /** catalogue pump in SI; mass flows in its table become volume flows with the scenario's density */
  private pump(id: string, density: number): PumpInput | undefined {
    const memo = `${id} ${density}`;
    if (this.pumps.has(id)) return this.pumps.get(id);
    if (this.pumps.has(memo)) return this.pumps.get(memo);
    const reader = new Reader({ density, atmosphere: this.site.atmosphere });
    const raw = this.study.pumps![id]!;
    const pump = pumpOf(this.readings.of(raw, reader, () => readStudyPump(raw, `pumps.${id}`, id, reader)));
    this.pumps.set(reader.usedDensity ? memo : id, pump);
    return pump;
  }

  private valve(id: string): ValveInput | undefined {
    if (!this.valves.has(id)) {
      const reader = new Reader(siteContext(this.site.atmosphere));
      const raw = this.study.valves![id]!;
      this.valves.set(id, valveOf(this.readings.of(raw, reader, () => readValveEntry(raw, `valves.${id}`, id, reader))));
    }
    return this.valves.get(id);
  }

  private point(
    p: PointDetail,
    fluid: FluidState,
    build: ScenarioBuild,
    problems: Problem[],
    unknowns: ScenarioModel['unknowns'],
    findings: Finding[],
  ): PointModel | undefined {
    const { read } = p;
    const rhoG = fluid.density * this.site.gravity;
    const { needs } = POINT_KINDS[p.kind as PointKindName];
    const missing = needs(read).filter((k) => read[k] === undefined);
    if (missing.length > 0) {
      problems.push({
        code: 'under-specified',
        path: `points.${p.id}`,
        where: [p.id],
        detail: { reason: 'lacks', keys: missing },
      });
      return undefined;
    }
    for (const k in read) if (read[k] === 'solve') unknowns.push({ id: p.id, key: k });
    const elevation = read.elevation as number;
    const base = {
      id: p.id,
      elevation,
      static: p.kind === 'pressure' && read.basis !== 'total',
      ...measureOf(read, p.kind === 'junction' ? 'offtake' : 'flow'),
      ...(typeof read.temperature === 'number' ? { temperature: read.temperature } : {}),
      ...(typeof read.level === 'number' ? { level: read.level } : {}),
    };
    const flow = read.flow === 'solve' ? undefined : (read.flow as number | undefined);
    if (p.kind === 'well') {
      const rest = read.restLevel as number;
      const { capacity, loss, left } = drawdownOf(read);
      if (left) findings.push(finding('well-test-bent', p.id, { left }));
      return { ...base, head: { kind: 'well', rest, capacity, loss }, outflow: undefined };
    }
    if (p.kind === 'junction') return { ...base, head: { kind: 'free' }, outflow: -((read.offtake as number | undefined) ?? 0) };
    if (p.kind === 'flow') return { ...base, head: { kind: 'free' }, outflow: flow };
    const level = p.kind === 'vessel' ? (read.level ?? 0) : 0;
    const pressure = read.pressure ?? 0;
    if (level === 'solve' || pressure === 'solve') return { ...base, head: { kind: 'free' }, outflow: flow };
    return { ...base, head: { kind: 'known', head: elevation + (level as number) + (pressure as number) / rhoG }, outflow: flow };
  }
}

/** how a well falls with its flow: by its step test, or by what is entered; a scenario's own specific capacity stands before a shared test */
function drawdownOf(read: Read): { capacity: number; loss: number; left?: string } {
  if (read.steps === undefined)
    return { capacity: read.specificCapacity as number, loss: (read.wellLoss as number | undefined) ?? 0 };
  const { aquifer, loss, left } = stepTest(read.steps as TestStep[]);
  return { capacity: 1 / aquifer, loss, ...(left ? { left } : {}) };
}

/** put together without a spread, which gives every element a hidden class of its own */
function detailOf(at: Omit<ElementDetail, keyof BuiltElement>, { model, pump, performance, valve }: BuiltElement): ElementDetail {
  const { id, kind, line, index, read, datum } = at;
  const detail: ElementDetail = { id, kind, line, index, read, datum, model };
  if (pump) detail.pump = pump;
  if (performance) detail.performance = performance;
  if (valve) detail.valve = valve;
  return detail;
}

/** a flow entered as a mass keeps it, whatever the liquid is like where it passes */
function measureOf(read: Read, key: string): { isReference?: true } {
  return massKeys(read).includes(key) ? { isReference: true } : {};
}

function unique(): (p: Problem) => boolean {
  const seen = new Set<string>();
  return (p) => !seen.has(key(p)) && Boolean(seen.add(key(p)));
}

/** a line that is shut stands with a closed valve at its beginning */
function closedElement(line: string): ElementModel {
  return { id: line, kind: 'local', k: 0, closed: true, forwardOnly: false };
}
