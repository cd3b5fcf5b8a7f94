import { PUMP_ENTRY_FIELDS, VALVE_ENTRY_FIELDS } from '../document/fields.js';
import { numberOr, wordOr } from '../fields/defaults.js';
import type { Read } from '../fields/reader.js';
import type { CurveInput, CurveRow } from '../pumps/curve.js';
import type { PumpInput } from '../pumps/pump.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import { typicalOf } from '../valves/typical.js';
import { KV_PER_CV } from '../units/flow-coefficient.js';
import type { ValveInput } from '../valves/valve.js';

/** A pump's entries (SI) as the calculation takes them, curves in rising diameter. */
export function toPump(r: Read): PumpInput | undefined {
  const speed = r.speed as number;
  const list = r.curves as { diameter: number; speed?: number; curve: CurveRow[] }[] | undefined;
  const curves = list
    ? [...list].sort((a, b) => a.diameter - b.diameter).map((c) => new EntryCurve(c, c.speed ?? speed, c.diameter))
    : [new EntryCurve(r as { curve: CurveRow[] }, speed, r.diameter as number | undefined)];
  for (const { rows } of curves) if (!rows?.every((row) => row.flow !== undefined && row.head !== undefined)) return undefined;
  return { ...(r as object), curves, stages: numberOr(PUMP_ENTRY_FIELDS, r, 'stages') };
}

/** A curve whose rows stay where they are: who holds many makes them when they are asked for. */
class EntryCurve implements CurveInput {
  readonly speed: number;
  declare readonly diameter?: number;

  constructor(
    private readonly of: { curve: CurveRow[] },
    speed: number,
    diameter: number | undefined,
  ) {
    this.speed = speed;
    if (diameter !== undefined) this.diameter = diameter;
  }

  get rows(): readonly CurveRow[] {
    return this.of.curve;
  }
}

/** A valve's entries as the calculation takes them: one rated Kv, defaults filled in. */
export function toValve(r: Read): ValveInput {
  const table = r.table as { travel: number; kv: number }[] | undefined;
  const rated =
    (r.ratedKv as number | undefined) ??
    (r.ratedCv !== undefined ? (r.ratedCv as number) * KV_PER_CV : table![table!.length - 1]!.kv);
  const size = r.size as string | undefined;
  const typical = typicalOf((r.body ?? r.type) as string | undefined);
  const nominal = size !== undefined ? nominalBore(size) : undefined;
  return {
    ...(r as object),
    ratedKv: rated,
    characteristic: (table && r.characteristic === undefined
      ? 'table'
      : wordOr(VALVE_ENTRY_FIELDS, r, 'characteristic')) as ValveInput['characteristic'],
    rangeability: numberOr(VALVE_ENTRY_FIELDS, r, 'rangeability'),
    fl: (r.fl as number | undefined) ?? typical?.fl ?? numberOr(VALVE_ENTRY_FIELDS, r, 'fl'),
    ...(r.fd === undefined && typical ? { fd: typical.fd } : {}),
    ...(r.fl === undefined || r.fd === undefined ? { isTypical: true } : {}),
    ...(nominal !== undefined ? { bore: nominal } : {}),
  };
}

/** The same for an entry of a catalogue; undefined where it has no coefficient. */
export function usableValve(r: Read): ValveInput | undefined {
  return r.ratedKv !== undefined || r.ratedCv !== undefined || Array.isArray(r.table) ? toValve(r) : undefined;
}

/** nominal bore of a valve, m: DN in millimetres, or a length */
function nominalBore(size: string): number | undefined {
  const dn = /^DN\s*(\d+)$/i.exec(size.trim());
  if (dn) return Number(dn[1]) / 1000;
  const q = readQuantity(size, 'diameter');
  return isQuantity(q) ? q.si : undefined;
}
