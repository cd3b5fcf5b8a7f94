import { REFERENCE_DENSITY, STANDARD_GRAVITY } from '../units/standard.js';
import { Pchip } from '../numerics/pchip.js';

export interface CurveRow {
  flow: number;
  head: number;
  efficiency?: number;
  power?: number;
  npshr?: number;
}

/** A measured curve of one diameter at one speed; flows m³/s of one unit, heads m of `stages` stages. */
export interface CurveInput {
  speed: number;
  diameter?: number;
  rows: readonly CurveRow[];
}

/** A curve with its interpolants, made when they are first asked for: most pumps of a catalogue fall by their head alone. */
export class MeasuredCurve {
  readonly speed: number;
  readonly diameter: number | undefined;
  readonly lastFlow: number;
  /** the head rises nowhere along the rows, and so nowhere between them */
  readonly falls: boolean;
  /** m; interpolation stays between its rows, and past the last one the end slope goes on */
  readonly mostHead: number;
  private readonly made: { head?: Pchip; npshr?: Pchip | null; eta?: Pchip | null; watts?: Pchip | null } = {};
  private best: number | undefined;

  constructor(private readonly input: CurveInput) {
    const { rows } = input;
    this.speed = input.speed;
    this.diameter = input.diameter;
    this.lastFlow = rows[rows.length - 1]!.flow;
    this.falls = rows.every((r, i) => i === 0 || r.head <= rows[i - 1]!.head);
    const [before, last] = rows.slice(-2);
    this.mostHead = last && last.head > before!.head ? Infinity : Math.max(...rows.map((r) => r.head));
  }

  /** they may be made each time they are asked for */
  get rows(): readonly CurveRow[] {
    return this.input.rows;
  }

  private column(key: keyof CurveRow): Pchip | null {
    const known = this.input.rows.filter((r) => r[key] !== undefined);
    if (known.length < 2) return null;
    return new Pchip(
      known.map((r) => r.flow),
      known.map((r) => r[key]!),
    );
  }

  get head(): Pchip {
    return (this.made.head ??= this.column('head')!);
  }

  get npshr(): Pchip | undefined {
    if (this.made.npshr === undefined) this.made.npshr = this.column('npshr');
    return this.made.npshr ?? undefined;
  }

  private get eta(): Pchip | null {
    if (this.made.eta === undefined) this.made.eta = this.column('efficiency');
    return this.made.eta;
  }

  private get watts(): Pchip | null {
    if (this.made.watts === undefined) this.made.watts = this.eta ? null : this.column('power');
    return this.made.watts;
  }

  /** the table tells efficiency, so that there is a best one */
  get hasEfficiency(): boolean {
    return this.eta !== null || this.watts !== null;
  }

  /** without efficiency the last flow, for want of anything better */
  get bestFlow(): number {
    return (this.best ??= this.bestEfficiencyFlow());
  }

  /**
   * Flow of best efficiency, m³/s: the vertex of the parabola through the best row and its two neighbours, kept between them; the
   * row itself at the ends of the table.
   */
  private bestEfficiencyFlow(): number {
    const { rows } = this;
    const eta = rows.map((r) => this.efficiency(r.flow) ?? 0);
    let at = rows.length - 1;
    eta.forEach((y, i) => y > eta[at]! && (at = i));
    const x = rows[at]!.flow;
    if (at === 0 || at === rows.length - 1) return x;
    const [x0, x2] = [rows[at - 1]!.flow, rows[at + 1]!.flow];
    const left = (eta[at]! - eta[at - 1]!) / (x - x0);
    const right = (eta[at + 1]! - eta[at]!) / (x2 - x);
    // the slope of the parabola goes from `left` halfway before the row to `right` halfway behind it
    if (!(left > right)) return x;
    const vertex = (x0 + x) / 2 + (left * (x2 - x0)) / 2 / (left - right);
    return Math.min(x2, Math.max(x0, vertex));
  }

  /** the two rows between which a flow lies; the last two beyond them */
  rowsAround(flow: number): readonly [CurveRow, CurveRow] {
    const { rows } = this;
    const after = rows.findIndex((r) => r.flow > flow);
    const i = after < 0 ? rows.length - 1 : Math.max(1, after);
    return [rows[i - 1]!, rows[i]!];
  }

  /** efficiency 0…1 on water, past the last row that of the last row; undefined when the table has neither efficiency nor power */
  efficiency(flow: number): number | undefined {
    if (this.eta) return this.eta.value(Math.min(flow, this.lastFlow));
    if (!this.watts) return undefined;
    return flow <= 0 ? 0 : (REFERENCE_DENSITY * STANDARD_GRAVITY * flow * this.head.value(flow)) / this.watts.value(flow);
  }

  /** shaft power per unit of ρ·g, m⁴/s: Q·H/η, with its limit at shut-off where both go to zero */
  headFlowPower(flow: number): number | undefined {
    if (this.watts) return this.watts.value(flow) / (REFERENCE_DENSITY * STANDARD_GRAVITY);
    if (!this.eta) return undefined;
    const smallest = 1e-6 * this.lastFlow;
    const q = Math.max(flow, smallest);
    const eta = this.eta.value(q);
    return eta > 1e-9 ? (q * this.head.value(q)) / eta : undefined;
  }
}
