import type { Directory } from '../document/read-study.js';
import type { Problem } from '../issues/issues.js';
import { sideBores } from '../network/line.js';
import type { LineModel, PointModel } from '../network/types.js';

/* What a piece takes from those beside it, before anything is solved. */

/** A K without a bore of its own refers to the nearest bore before it, else after it. */
export function borrowBores(lines: LineModel[], problems: Problem[], directory: Directory): void {
  for (const line of lines) {
    line.elements.forEach((e, i) => {
      if (e.kind !== 'local' || e.bore !== undefined || e.kv !== undefined || e.closed || !e.k) return;
      const before = line.elements
        .slice(0, i)
        .reverse()
        .find((x) => x.bore !== undefined);
      const bore = before?.bore ?? line.elements.slice(i).find((x) => x.bore !== undefined)?.bore;
      if (bore !== undefined) e.bore = bore;
      else
        problems.push({
          code: 'under-specified',
          path: directory.elements.get(e.id)!.path,
          where: [e.id],
          detail: { reason: 'lacks', keys: ['inside'] },
        });
    });
  }
}

/** The bore of the line at a valve's inlet, for the Reynolds number in it. */
export function placeValves(lines: LineModel[]): void {
  for (const line of lines) {
    if (!line.elements.some((e) => e.kind === 'control-valve')) continue;
    const [inlet] = sideBores(line.elements);
    line.elements.forEach((e, i) => {
      if (e.kind === 'control-valve' && inlet[i]! > 0) e.lineBore = inlet[i]!;
    });
  }
}

/** A fixed flow at a boundary of known head is that of its only line; a sought valve whose line's flow is fixed holds that flow. */
export function settleFlows(points: PointModel[], lines: LineModel[]): void {
  points.forEach((p, i) => {
    if (p.head.kind !== 'known' || p.outflow === undefined) return;
    const met = lines.filter((l) => l.from === i || l.to === i);
    if (met.length === 1 && met[0]!.flow === undefined) {
      met[0]!.flow = met[0]!.from === i ? p.outflow : -p.outflow;
      p.outflow = undefined;
    }
  });
  for (const line of lines) {
    const sought = line.elements.filter(
      (e) => (e.kind === 'control-valve' || e.kind === 'pump' || e.kind === 'device') && e.law.kind === 'sought',
    );
    const only = sought[0];
    if (line.flow !== undefined && sought.length === 1 && only?.kind === 'control-valve') {
      only.law = { kind: 'flow', flow: line.flow };
      delete line.flow;
    }
  }
}
