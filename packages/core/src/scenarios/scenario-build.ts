import { LEVEL_WORDS, LINE, POINT_KINDS, type PointKindName } from '../document/points.js';
import { alsoOf, type Directory } from '../document/read-study.js';
import { elementKind } from '../elements/index.js';
import { isOff, PUMP_FIELDS } from '../elements/pump-fields.js';
import { numberOr } from '../fields/defaults.js';
import type { Fields } from '../fields/field.js';
import { noteMass, Reader, type Read, type ReadContext } from '../fields/reader.js';
import type { RawEntry, Study } from '../document/study.js';
import type { Readings } from '../fields/readings.js';
import { finding, type Finding } from '../issues/issues.js';
import type { PointDetail } from './model.js';

/** The shared entries of points, lines and elements with one scenario's departures laid over them, in SI. */
export class ScenarioBuild {
  readonly reader: Reader;
  readonly lines: Read[] = [];
  readonly elements: Read[][] = [];
  private readonly points: PointDetail[] = [];
  private elevationOf: Map<string, number> | undefined;
  private readonly departures = new Map<string, Map<string, unknown>>();

  constructor(
    private readonly study: Study,
    private readonly directory: Directory,
    context: ReadContext,
    private readonly path: string,
    private readonly set: Readonly<Record<string, unknown>>,
    private readonly readings: Readings,
  ) {
    this.reader = new Reader(context);
    for (const [address, value] of Object.entries(set)) {
      const dot = address.indexOf('.');
      const id = dot < 0 ? address : address.slice(0, dot);
      const k = dot < 0 ? '' : address.slice(dot + 1);
      if (!this.departures.has(id)) this.departures.set(id, new Map());
      this.departures.get(id)!.set(k, value);
    }
  }

  isSet(id: string, k: string): boolean {
    return this.departures.get(id)?.has(k) ?? false;
  }

  setPath(id: string, k: string): string {
    return `${this.path}.set.${id}${k === '' ? '' : `.${k}`}`;
  }

  checkAddresses(): void {
    for (const [id, keys] of this.departures) {
      const fields = this.fieldsOf(id);
      for (const k of keys.keys()) {
        if (!fields) this.reader.add('unknown-id', this.setPath(id, k), { reason: 'unknown-id', found: id }, [id]);
        else if (!Object.hasOwn(fields, k)) {
          this.reader.add('bad-value', this.setPath(id, k), { reason: 'unknown-key', found: k, known: Object.keys(fields) }, [
            id,
          ]);
        }
      }
    }
  }

  /** units of a pump through which its flow divides: those that run, of one that is off those that are installed */
  unitsOf(pump: string): number {
    const { line, index } = this.directory.elements.get(pump)!;
    const read = this.elements[line]![index]!;
    const running = isOff(read) ? 0 : numberOr(PUMP_FIELDS, read, 'running');
    return Math.max(1, running || ((read.installed as number | undefined) ?? 1));
  }

  private fieldsOf(id: string): Fields | undefined {
    const point = this.directory.points.get(id);
    if (point) return POINT_KINDS[point.kind as PointKindName].fields;
    const element = this.directory.elements.get(id);
    if (element) return elementKind(element.kind).fields;
    return this.directory.lines.has(id) ? LINE.fields : undefined;
  }

  readAll(): void {
    for (const [id, point] of Object.entries(this.study.points)) {
      this.points.push({
        id,
        kind: point.kind,
        read: this.testOf(
          id,
          this.levelOf(id, this.merged(id, point, POINT_KINDS[point.kind as PointKindName].fields, `points.${id}`, ['kind'])),
        ),
      });
    }
    this.study.lines.forEach((line, l) => {
      this.lines.push(this.merged(line.id, line, LINE.fields, `lines[${l}]`, ['id', 'from', 'to', 'elements']));
      this.elements.push(
        line.elements.map((e) =>
          this.merged(e.id, e, elementKind(e.kind).fields, this.directory.elements.get(e.id)!.path, alsoOf(e)),
        ),
      );
    });
  }

  /** a level given by its word is the entry that the word stands for */
  private levelOf(id: string, read: Read): Read {
    const key = typeof read.level === 'string' ? (LEVEL_WORDS as Record<string, string>)[read.level] : undefined;
    if (key === undefined) return read;
    if (typeof read[key] === 'number') return { ...read, level: read[key] };
    const path = this.isSet(id, 'level') ? this.setPath(id, 'level') : `points.${id}.level`;
    this.reader.add('under-specified', path, { reason: 'lacks', keys: [key] }, [id]);
    return { ...read, level: 0 };
  }

  /** a step test stands in place of a specific capacity: both at once say two things; of a scenario's own the shared one gives way */
  private testOf(id: string, read: Read): Read {
    if (read.steps === undefined || (read.specificCapacity === undefined && read.wellLoss === undefined)) return read;
    const isOwn = this.isSet(id, 'specificCapacity') || this.isSet(id, 'wellLoss');
    const rest = { ...read };
    if (isOwn) delete rest.steps;
    else if (this.isSet(id, 'steps')) {
      delete rest.specificCapacity;
      delete rest.wellLoss;
    } else {
      const key = read.specificCapacity === undefined ? 'wellLoss' : 'specificCapacity';
      this.reader.add('bad-value', `points.${id}.${key}`, { reason: 'beside-steps', found: key }, [id]);
    }
    return rest;
  }

  private merged(id: string, raw: RawEntry, fields: Fields, path: string, also: string[]): Read {
    const base = this.readings.of(raw, this.reader, () => this.reader.record(raw, fields, path, [id], also));
    const own = this.departures.get(id);
    return own ? this.readings.over(base, this.set, this.reader, () => this.laidOver(base, own, id, fields)) : base;
  }

  private laidOver(base: Read, own: ReadonlyMap<string, unknown>, id: string, fields: Fields): Read {
    const read = { ...base };
    for (const [k, value] of own) {
      const field = Object.hasOwn(fields, k) ? fields[k] : undefined;
      if (!field) continue;
      if (value === null) delete read[k];
      else {
        this.reader.isMass = false;
        const departure = this.reader.value(value, field, this.setPath(id, k), [id]);
        if (departure === undefined) continue;
        read[k] = departure;
        noteMass(read, k, this.reader.isMass);
      }
    }
    return read;
  }

  pointDetails(): PointDetail[] {
    return this.points;
  }

  /** elevation of each place of a line: an element without an outlet elevation stays level, the last ends at the `to` point */
  elevations(l: number, findings: Finding[]): number[] {
    const line = this.study.lines[l]!;
    this.elevationOf ??= new Map(this.points.map((p) => [p.id, p.read.elevation as number]));
    const at = (id: string): number => this.elevationOf!.get(id)!;
    const list = [at(line.from)];
    this.elements[l]!.forEach((read, i) => {
      const own = read.outletElevation as number | undefined;
      const last = i === line.elements.length - 1;
      const end = at(line.to);
      if (last && own !== undefined && Math.abs(own - end) > 1e-9)
        findings.push(finding('elevation-ignored', line.elements[i]!.id, { given: own, taken: end }));
      list.push(last ? end : (own ?? list[i]!));
    });
    return list;
  }
}
