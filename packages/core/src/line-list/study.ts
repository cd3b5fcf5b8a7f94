import {
  dutyOf,
  mainsOf,
  motored,
  RESERVE,
  SPEED_RESERVE,
  typicalValve,
  type Begun,
  type BeginningHead,
} from '../beginnings/begin.js';
import { Kit } from '../beginnings/kit.js';
import { typicalPump } from '../beginnings/typical-pump.js';
import { blankStudy, type RawElement, type Study } from '../document/study.js';
import { quantityOf } from '../fields/typed.js';
import { insideOf } from '../pipes/size.js';
import type { ValveResult } from '../results/results.js';
import { runStudy } from '../scenarios/run.js';
import { word, type Word } from '../words/word.js';
import { elevationsOf, type Remark } from './elevations.js';
import { flowTo, isInLine, placesOf, type Place, type PlaceRole } from './places.js';
import { idOf, type ListedPipe } from './read.js';
import { wayLines, type Edge, type Way } from './ways.js';

/* A study of listed pipes: what hangs together, with its ends, its equipment and a pump that does what the list asks. */

export interface ListedStudy extends Begun {
  /** what had to be taken, or does not agree */
  remarks: Remark[];
  places: Place[];
  /** whether pumps and valves were found for what the list asks; where not, the pumps have the listed flows imposed */
  isEquipped: boolean;
}

/** over the nozzle of a vessel of which nothing is known, m; and at its least */
const [LEVEL, LOW] = [2, 0.5];
/** of a piece of equipment of which nothing is known, Pa at its listed flow */
const DROP = 0.3e5;
/** held at a closed circuit, and at an end that is neither vessel nor consumer, Pa gauge */
const HELD = 2e5;
/** m/s in a pipe for which no flow is listed */
const USUAL = 1.5;
/** °C */
const USUAL_TEMPERATURE = 20;
/** roughness of aged pipes over that of new ones, m. Source: Idelchik, Handbook of Hydraulic Resistance, 4th ed., table 2-5: moderately corroded steel */
const AGED = 0.2e-3;

/**
 * @param pipes that hang together
 * @param said of tags, in the place of what they say by themselves
 */
export function studyOfList(pipes: readonly ListedPipe[], head: BeginningHead, said: Readonly<Record<string, PlaceRole>> = {}): ListedStudy {
  const kit = new Kit(head.units, head.say);
  const remarks: ListedStudy['remarks'] = [];
  const places = placesOf(pipes, said);
  const { elevations, remarks: disagreeing } = elevationsOf(pipes, (m) => kit.q(m, 'length', 4));
  remarks.push(...disagreeing);
  const taken = new Set<string>();
  const idFor = (tag: string): string => {
    const id = idOf(tag, taken);
    taken.add(id);
    return id;
  };
  const pipeIds = pipes.map((p) => idFor(p.id));
  const edges = edgesOf({ pipes, pipeIds, places, elevations, kit, idFor, remarks });
  const { lines, ends } = wayLines(edges, new Set(places.filter((p) => !isInner(p)).map((p) => p.tag)));
  const points: Study['points'] = {};
  const idOfEnd = new Map<string, string>();
  for (const tag of ends) {
    const id = idFor(tag);
    idOfEnd.set(tag, id);
    points[id] = pointOf(tag, { id, place: places.find((p) => p.tag === tag), pipes, elevation: elevations.get(tag) ?? elevations.get(tag.replace(/ [SD]$/, '')) ?? 0, kit, remarks });
  }
  // a circuit that meets no vessel needs a pressure somewhere
  if (!Object.values(points).some((p) => p.kind === 'vessel' || p.kind === 'pressure')) {
    const id = idOfEnd.get(beforePump(lines) ?? ends[0]!)!;
    points[id] = { kind: 'pressure', elevation: points[id]!.elevation, pressure: kit.q(HELD, 'pressure'), basis: 'total' };
    remarks.push({ text: word('listed.circuit-held', { id, pressure: kit.q(HELD, 'pressure') }) });
  }
  const draft: Laid = {
    lines: lines.map((w, k) => ({ id: idFor(`LN-${k + 1}`), from: idOfEnd.get(w.from)!, to: idOfEnd.get(w.to)!, elements: withElevations(w, kit) })),
    points,
    flows: new Map(edges.flatMap((e) => (e.flow === undefined ? [] : e.elements.map((x) => [x.id, e.flow!] as const)))),
  };
  const fluids = fluidOf(pipes, kit, remarks);
  const study: Study = {
    ...blankStudy(head.title),
    ...(head.tag ? { tag: head.tag } : {}),
    units: head.units,
    site: { frequency: `${mainsOf(head)} Hz` },
    fluids: fluids.fluids,
    points: draft.points,
    lines: draft.lines,
    scenarios: scenariosOf(draft, fluids, kit),
  };
  return { ...equipped(study, draft, head, kit, remarks), remarks, places };
} // prettier-ignore

/** lines and points before their pumps and valves are known */
interface Laid {
  lines: Study['lines'];
  points: Study['points'];
  /** m³/s, by element */
  flows: Map<string, number>;
}

const isInner = (p: Place): boolean => (isInLine(p.role) || p.role === 'junction') && p.ins.length === 1 && p.outs.length === 1;

const beforePump = (lines: readonly Way[]): string | undefined =>
  lines.find((w) => w.elements.some((e) => e.kind === 'pump'))?.from;

interface Laying {
  pipes: readonly ListedPipe[];
  pipeIds: readonly string[];
  places: readonly Place[];
  elevations: ReadonlyMap<string, number>;
  kit: Kit;
  idFor: (tag: string) => string;
  remarks: ListedStudy['remarks'];
}

/** pipes and what stands between them; equipment that several pipes meet has a suction and a discharge of its own */
function edgesOf({ pipes, pipeIds, places, elevations, kit, idFor, remarks }: Laying): Edge[] {
  const byTag = new Map(places.map((p) => [p.tag, p]));
  const isSplit = (tag: string): boolean => {
    const place = byTag.get(tag)!;
    return isInLine(place.role) && !isInner(place);
  };
  const edges: Edge[] = pipes.map((p, k) => ({
    from: isSplit(p.from) ? `${p.from} D` : p.from,
    to: isSplit(p.to) ? `${p.to} S` : p.to,
    elements: [{ id: pipeIds[k]!, kind: 'pipe', ...(p.name === undefined ? {} : { name: p.name }), ...p.entries }],
    outlet: elevations.get(p.to)!,
    flow: p.flow ?? usualFlow(p, remarks, pipes, kit),
  }));
  for (const place of places) {
    if (!isInLine(place.role)) continue;
    const isWhole = !isSplit(place.tag);
    const own = [...place.ins, ...place.outs].map((k) => edges[k]!.flow ?? 0);
    const flow = Math.max(...own);
    const edge: Edge = {
      from: `${place.tag} S`,
      to: isWhole ? place.tag : `${place.tag} D`,
      elements: equipmentOf(place, idFor, flow, kit, remarks),
      outlet: elevations.get(place.tag)!,
      flow,
    };
    // in a line: the pipe before it ends at its inlet
    if (isWhole) edges[place.ins[0]!] = { ...edges[place.ins[0]!]!, to: edge.from };
    edges.push(edge);
  }
  return edges;
} // prettier-ignore

/** of a pipe without a listed flow: that of a neighbour, else by its size */
function usualFlow(p: ListedPipe, remarks: ListedStudy['remarks'], pipes: readonly ListedPipe[], kit: Kit): number {
  const beside = pipes.find((x) => x.flow !== undefined && (x.to === p.from || x.from === p.to));
  if (beside) return beside.flow!;
  if (pipes.some((x) => x.flow !== undefined)) return 0;
  const { size, schedule, inside } = p.entries as { size?: string; schedule?: string; inside?: string };
  const bore = inside === undefined ? insideOf(size!, schedule!) : (quantityOf(inside, 'diameter') ?? 0.1);
  if (!remarks.some((r) => r.text.word === 'listed.no-flows')) remarks.push({ text: word('listed.no-flows', { velocity: kit.q(USUAL, 'velocity') }) });
  return 0.25 * Math.PI * (bore as number) ** 2 * USUAL;
} // prettier-ignore

function equipmentOf(place: Place, idFor: (tag: string) => string, flow: number, kit: Kit, remarks: ListedStudy['remarks']): RawElement[] {
  const id = idFor(place.tag);
  const named = id === place.tag ? {} : { name: place.tag };
  if (place.role === 'pump') {
    const pump: RawElement = { id, kind: 'pump', ...named };
    if (flow > 0) return [pump];
    // one that stands by would be run backwards
    remarks.push({ text: word('listed.standby', { id }) });
    return [pump, { id: idFor(`NR-${id}`), kind: 'non-return', k: 2 }];
  }
  if (place.role === 'control-valve') return [{ id, kind: 'control-valve', ...named }];
  if (place.role === 'non-return') return [{ id, kind: 'non-return', ...named, k: 2 }];
  const drop = kit.q(DROP, 'pressureDifference');
  remarks.push({ text: word('listed.drop-taken', { id, drop }) });
  return [{ id, kind: 'device', ...named, drop, at: kit.q(flow > 0 ? flow : 0.01, 'flow') }];
} // prettier-ignore

function pointOf(tag: string, at: { id: string; place: Place | undefined; pipes: readonly ListedPipe[]; elevation: number; kit: Kit; remarks: ListedStudy['remarks'] }): Study['points'][string] {
  const { id, place, pipes, elevation, kit, remarks } = at;
  const common = { ...(id === tag ? {} : { name: tag }), elevation: kit.q(elevation, 'length') };
  if (place?.role === 'tank') return { kind: 'vessel', ...common, level: kit.q(LEVEL, 'length'), lowLevel: kit.q(LOW, 'length') };
  if (place?.role === 'boundary') return { kind: 'pressure', ...common, pressure: kit.q(HELD, 'pressure'), basis: 'total' };
  const flow = place && flowTo(place, pipes);
  if (place?.role === 'consumer' && flow === undefined) remarks.push({ text: word('listed.no-consumer-flow', { tag }) });
  if (place?.role === 'consumer') return { kind: 'flow', ...common, flow: kit.q(-(flow ?? 0), 'flow', 8) };
  return { kind: 'junction', ...common };
} // prettier-ignore

/** elements of a way with the elevations that their pipes end at; the last ends at its point */
const withElevations = (w: Way, kit: Kit): RawElement[] =>
  w.elements.map((e, k) => (e.kind !== 'pipe' || k === w.elements.length - 1 ? e : { ...e, outletElevation: kit.q(w.outlets[k]!, 'length') })); // prettier-ignore

const WATER_WORDS = /\b(?:water|wasser|eau|agua|acqua|condensate|kondensat|cw|cws|cwr|chw|bfw)\b/i;
const SEA_WORDS = /\b(?:sea|salt) ?water\b|\bmeerwasser\b|\beau de mer\b/i;

/** the liquid that the list names, where it is one whose properties are known */
function fluidOf(pipes: readonly ListedPipe[], kit: Kit, remarks: ListedStudy['remarks']): { fluids: NonNullable<Study['fluids']>; id: string; temperature: string } {
  const named = [...new Set(pipes.flatMap((p) => (p.liquid === undefined ? [] : [p.liquid])))];
  const temperatures = pipes.flatMap((p) => (p.temperature === undefined ? [] : [p.temperature]));
  const temperature = temperatures.length > 0 ? Math.max(...temperatures) : USUAL_TEMPERATURE + 273.15;
  if (named.length > 1) remarks.push({ text: word('listed.liquids', { first: named[0]!, others: named.slice(1, 4).join(', ') }) });
  const isSea = named.length > 0 && SEA_WORDS.test(named[0]!);
  if (named.length > 0 && !isSea && !WATER_WORDS.test(named[0]!)) remarks.push({ text: word('listed.liquid-unknown', { found: named[0]!.slice(0, 60) }) });
  if (temperatures.length === 0) remarks.push({ text: word('listed.temperature-taken', { temperature: kit.q(temperature, 'temperature') }) });
  const fluids = isSea ? { 'sea-water': { kind: 'sea-water', salinity: 0.035 } } : { water: { kind: 'water' } };
  return { fluids: fluids, id: isSea ? 'sea-water' : 'water', temperature: kit.q(temperature, 'temperature', 5) };
} // prettier-ignore

/** the listed duty, the lowest level of what is drawn from, and pipes that have aged */
function scenariosOf(laid: Laid, { id: fluid, temperature }: { id: string; temperature: string }, kit: Kit): Study['scenarios'] {
  const source = laid.lines.find((l) => laid.points[l.from]!.kind === 'vessel')?.from;
  const pipes = laid.lines.flatMap((l) => l.elements.filter((e) => e.kind === 'pipe'));
  const common = { fluid, temperature };
  const steel = pipes.filter((p) => p.material === 'steel');
  return [
    { id: 'design', name: kit.say(word('beginning.design')), role: 'normal', ...common, set: {} },
    ...(source === undefined ? [] : [{ id: 'low', name: kit.say(word('beginning.low-supply-level')), role: 'maximum', ...common, set: { [`${source}.level`]: 'low' } }]),
    ...(steel.length === 0 ? [] : [{ id: 'aged', name: kit.say(word('listed.aged-pipes')), role: 'maximum', ...common, set: Object.fromEntries(steel.map((p) => [`${p.id}.roughness`, kit.q(AGED, 'roughness')])) }]),
  ];
} // prettier-ignore

type Equipped = Pick<ListedStudy, 'study' | 'scenarios' | 'isEquipped'>;

/** pumps on typical curves that have what the list asks in every scenario, and valves that hold the listed flows */
function equipped(study: Study, laid: Laid, head: BeginningHead, kit: Kit, remarks: ListedStudy['remarks']): Equipped {
  const { flows } = laid;
  const all = laid.lines.flatMap((l) => l.elements);
  const pumps = all.filter((e) => e.kind === 'pump').map((e) => e.id);
  const valves = all.filter((e) => e.kind === 'control-valve').map((e) => e.id);
  const listed = (id: string): string => kit.q(flows.get(id) ?? 0, 'flow', 8);
  const running = pumps.filter((id) => (flows.get(id) ?? 0) > 0);
  // of several in one line the first gives the flow
  const following = new Set(laid.lines.flatMap((l) => l.elements.filter((e) => running.includes(e.id)).slice(1).map((e) => e.id)));
  const asked = (e: RawElement): RawElement =>
    following.has(e.id) ? { ...e, mode: 'inlet-pressure', pressure: kit.q(0.5e5, 'pressure') } : { ...e, mode: 'flow', flow: listed(e.id) };
  const asking: Study = changed(study, (e) => {
    if (e.kind === 'control-valve') return { ...e, mode: 'drop', drop: kit.q(RESERVE, 'pressureDifference') };
    if (e.kind !== 'pump') return e;
    return running.includes(e.id) ? asked(e) : { ...e, mode: 'off' };
  });
  const solved = runStudy(asking).scenarios;
  const asks = (why: Word): Equipped => {
    remarks.push({ text: why });
    return { study: asking, scenarios: solved, isEquipped: false };
  };
  if (solved.some((s) => !s.result || s.result.status === 'failed')) return asks(word('listed.not-solved'));
  const duties = running.map((id) => [id, dutyOf(id, solved, mainsOf(head))] as const);
  const weak = duties.find(([, duty]) => !duty);
  if (weak) return asks(word('listed.no-head', { id: weak[0] }));
  // where no valve takes what a pump has too much, its speed does
  const bySpeed = valves.length === 0;
  if (bySpeed && running.length > 0) remarks.push({ text: word('listed.by-speed', { id: running.join(', ') }) });
  const keys = new Map(duties.map(([id], k) => [id, duties.length === 1 ? 'typical' : `typical-${k + 1}`]));
  const needed = new Map(valves.map((id) => [id, Math.max(...solved.map((s) => (s.result!.elements[id] as ValveResult).kv ?? 0))]));
  const made: Study = {
    ...changed(study, (e) => {
      if (keys.has(e.id)) return { ...(bySpeed ? { ...asked(e), variableSpeed: true } : { ...e, mode: 'curve' }), pump: keys.get(e.id)!, requiredFlow: listed(e.id) };
      if (e.kind === 'pump') return { ...e, mode: 'off' };
      if (e.kind === 'control-valve') return { ...e, valve: `${e.id.toLowerCase()}-typical`, ...((flows.get(e.id) ?? 0) > 0 ? { mode: 'flow', flow: listed(e.id) } : { mode: 'opening', opening: 0.7 }) };
      return e;
    }),
    pumps: Object.fromEntries(duties.map(([id, duty]) => [keys.get(id)!, typicalPump(bySpeed ? { ...duty!, head: SPEED_RESERVE * duty!.head } : duty!, head.say(word('beginning.typical-pump')))])),
    valves: Object.fromEntries([...needed].map(([id, kv]) => [`${id.toLowerCase()}-typical`, typicalValve(kv > 0 ? kv : 10, kit)])),
  };
  const found = runStudy(made).scenarios;
  if (found.some((s) => !s.result || s.result.status === 'failed')) return asks(word('listed.not-solved'));
  const whole = motored(made, found);
  return { study: whole, scenarios: runStudy(whole).scenarios, isEquipped: true };
} // prettier-ignore

const changed = (study: Study, change: (e: RawElement) => RawElement): Study => ({
  ...study,
  lines: study.lines.map((l) => ({ ...l, elements: l.elements.map(change) })),
});
