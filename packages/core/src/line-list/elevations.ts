import { word, type Word } from '../words/word.js';
import type { ListedPipe } from './read.js';

/* Elevations of the ends of listed pipes. */

/** elevations that differ by less agree, m */
const AGREE = 0.05;

export interface Remark {
  text: Word;
  row?: number;
}

/**
 * Elevation of each tag, m: what the list says of it, else by the rises along its pipes, from 0 at the first where the list says nothing.
 *
 * @param pipes that hang together
 * @param length writes a length in the unit of the study
 */
export function elevationsOf(
  pipes: readonly ListedPipe[],
  length: (metres: number) => string,
): { elevations: Map<string, number>; remarks: Remark[] } {
  const elevations = new Map<string, number>();
  const remarks: Remark[] = [];
  const known = (tag: string, z: number | undefined, row: number): void => {
    if (z === undefined) return;
    const before = elevations.get(tag);
    if (before === undefined) elevations.set(tag, z);
    else if (Math.abs(before - z) > AGREE)
      remarks.push({ row, text: word('listed.elevations-differ', { tag, first: length(before), second: length(z) }) });
  };
  for (const p of pipes) {
    known(p.from, p.fromElevation, p.row);
    known(p.to, p.toElevation, p.row);
  }
  if (elevations.size === 0) elevations.set(pipes[0]!.from, 0);
  const beside = new Map<string, ListedPipe[]>();
  for (const p of pipes) for (const tag of [p.from, p.to]) beside.set(tag, [...(beside.get(tag) ?? []), p]);
  const open = [...elevations.keys()];
  for (let tag = open.pop(); tag !== undefined; tag = open.pop()) {
    const here = elevations.get(tag)!;
    for (const p of beside.get(tag) ?? []) {
      const other = p.from === tag ? p.to : p.from;
      if (elevations.has(other)) continue;
      elevations.set(other, p.from === tag ? here + p.rise : here - p.rise);
      open.push(other);
    }
  }
  for (const p of pipes) {
    const off = elevations.get(p.from)! + p.rise - elevations.get(p.to)!;
    if (p.fromElevation === undefined && p.toElevation === undefined && Math.abs(off) > AGREE)
      remarks.push({ row: p.row, text: word('listed.rises-disagree', { line: p.id, off: length(Math.abs(off)) }) });
  }
  return { elevations, remarks };
}
