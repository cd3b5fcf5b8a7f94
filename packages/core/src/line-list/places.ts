import { word } from '../words/word.js';
import { INNER, type ListedPipe } from './read.js';

/* What the ends of listed pipes are, by their tags, and which of them hang together. */

/** What a tag is taken as. */
export const ROLES = {
  tank: word('listed.role.tank'),
  boundary: word('listed.role.boundary'),
  consumer: word('listed.role.consumer'),
  junction: word('listed.role.junction'),
  pump: word('listed.role.pump'),
  'control-valve': word('listed.role.control-valve'),
  device: word('listed.role.device'),
  'non-return': word('listed.role.non-return'),
} as const;
export type PlaceRole = keyof typeof ROLES;

/** A tag between or at the end of listed pipes. */
export interface Place {
  tag: string;
  role: PlaceRole;
  /** pipes that end here, and that begin here, by their places in the list */
  ins: readonly number[];
  outs: readonly number[];
  /** an end inside a line that the list does not name */
  isInner: boolean;
}

/** letters of a tag right before its number, as ISO 14617 / ISA-5.1 practice of plants has them */
const LETTERS: readonly (readonly [PlaceRole, RegExp])[] = [
  ['control-valve', /^(?:[FLPT]?CV|[FLPT]V|XV)$/],
  ['non-return', /^(?:NRV|NR|CHV)$/],
  ['pump', /^(?:P|PU|PP|PMP|GA)$/],
  ['device', /^(?:E|EX|HE|HX|EA|C|CL|H|F|FL|FI|FIL|S|ST|STR|FT|FE|FO|RO|M|MX)$/],
  ['tank', /^(?:T|TK|TA|V|D|VE|B|BA|R|RV|W|SU)$/],
  ['junction', /^(?:J|JN|TEE|N|ND|X|TP)$/],
  ['consumer', /^(?:U|CO|CONS|USER)$/],
];
const WORDS: readonly (readonly [PlaceRole, RegExp])[] = [
  ['pump', /\b(?:pump|pumpe|pompe|bomba|pompa)\b/i],
  ['non-return', /\b(?:non[- ]?return|check valve)\b/i],
  ['control-valve', /\bcontrol valve\b/i],
  ['device', /\b(?:exchanger|cooler|heater|filter|strainer|meter|condenser|mixer)\b/i],
  ['tank', /\b(?:tank|vessel|drum|basin|reservoir|river|sump|pit|lake|sea|tower|behälter|becken|bassin|réservoir|depósito|serbatoio)\b/i],
  ['consumer', /\b(?:user|consumer|drain|nozzle|hydrant|header)\b/i],
  ['junction', /\b(?:tee|junction|node|tie[- ]?in)\b/i],
]; // prettier-ignore

/** What a tag says that it is; undefined where it says nothing. */
export function roleOfTag(tag: string): PlaceRole | undefined {
  for (const [role, pattern] of WORDS) if (pattern.test(tag)) return role;
  // `P-101A/B`, `101-P-01`, `TK 2`: the last letters that stand before a number
  const letters = [...tag.toUpperCase().matchAll(/(?<![A-Z])([A-Z]{1,4})[-_ ]?(?=\d)/g)].map((m) => m[1]!);
  return LETTERS.find(([, pattern]) => letters.some((l) => pattern.test(l)))?.[0];
}

/** what stands in a line, where one pipe comes and one goes */
const IN_LINE: ReadonlySet<PlaceRole> = new Set(['pump', 'control-valve', 'device', 'non-return']);
export const isInLine = (role: PlaceRole): boolean => IN_LINE.has(role);

/** The tags of listed pipes with what they are; what a person says of one goes before. */
export function placesOf(pipes: readonly ListedPipe[], said: Readonly<Record<string, PlaceRole>> = {}): Place[] {
  const ends = new Map<string, { ins: number[]; outs: number[] }>();
  const at = (tag: string): { ins: number[]; outs: number[] } => {
    let found = ends.get(tag);
    if (!found) ends.set(tag, (found = { ins: [], outs: [] }));
    return found;
  };
  pipes.forEach((p, k) => {
    at(p.from).outs.push(k);
    at(p.to).ins.push(k);
  });
  const places = [...ends].map(([tag, { ins, outs }]): Place => {
    const isInner = tag.includes(INNER);
    return { tag, ins, outs, isInner, role: Object.hasOwn(said, tag) ? said[tag]! : roleAt(tag, ins.length, outs.length, isInner) };
  }); // prettier-ignore
  return withConsumers(places, pipes, said);
}

function roleAt(tag: string, ins: number, outs: number, isInner: boolean): PlaceRole {
  const byTag = isInner ? 'junction' : roleOfTag(tag);
  const isThrough = ins > 0 && outs > 0;
  if (byTag !== undefined && isInLine(byTag) && !isThrough) return 'boundary';
  if (byTag !== undefined && byTag !== 'junction') return byTag;
  return isThrough ? 'junction' : 'tank';
}

/** Of several ends to which a flow is listed and whose tags say nothing, all but the one without a flow, or the last, take that flow. */
function withConsumers(
  places: readonly Place[],
  pipes: readonly ListedPipe[],
  said: Readonly<Record<string, PlaceRole>>,
): Place[] {
  const isEnd = (p: Place): boolean => p.outs.length === 0 && p.ins.length > 0;
  const isOpen = (p: Place): boolean => isEnd(p) && !Object.hasOwn(said, p.tag) && roleOfTag(p.tag) === undefined && flowTo(p, pipes) !== undefined;
  const others = places.filter((p) => isEnd(p) && !isOpen(p) && p.role !== 'consumer');
  const open = places.filter(isOpen);
  const taken = new Set(others.length > 0 ? open : open.slice(0, -1));
  return places.map((p) => (taken.has(p) ? { ...p, role: 'consumer' } : p));
} // prettier-ignore

/** Flow that is listed for what comes to an end, m³/s. */
export function flowTo(place: Place, pipes: readonly ListedPipe[]): number | undefined {
  const flows = place.ins.map((k) => pipes[k]!.flow);
  return flows.every((q) => q !== undefined) ? flows.reduce((a, b) => a + b, 0) : undefined;
}

/** Pipes that hang together, the most first; each list keeps the order of the file. */
export function systemsOf(pipes: readonly ListedPipe[]): ListedPipe[][] {
  const root = new Map<string, string>();
  const find = (tag: string): string => {
    let at = tag;
    while (root.has(at) && root.get(at) !== at) at = root.get(at)!;
    return at;
  };
  for (const { from, to } of pipes) root.set(find(to), find(from));
  const systems = new Map<string, ListedPipe[]>();
  for (const p of pipes) {
    const of = find(p.from);
    systems.set(of, [...(systems.get(of) ?? []), p]);
  }
  return [...systems.values()].sort((a, b) => b.length - a.length);
}
