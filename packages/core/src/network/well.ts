/** A well as the solver has it: head = rest − Q/capacity − loss·Q·|Q|, Q out of it. Source: Jacob 1947, Trans. ASCE 112, 1047–1070. */
export interface WellHead {
  kind: 'well';
  /** level of the water at rest, m above elevation 0 */
  rest: number;
  /** m³/s per metre of drawdown in the aquifer */
  capacity: number;
  /** s²/m⁵, of the turbulent flow through screen and well */
  loss: number;
}

/** Head of a well at a flow out of it, m³/s; a flow into it builds up. */
export function wellHead(w: WellHead, outflow: number): number {
  return w.rest - outflow / w.capacity - w.loss * outflow * Math.abs(outflow);
}

/** Flow out of a well at a head, m³/s, and how it falls with the head, m²/s. */
export function wellOutflow(w: WellHead, head: number): { outflow: number; perHead: number } {
  const drawdown = w.rest - head;
  if (w.loss === 0 || drawdown === 0) return { outflow: w.capacity * drawdown, perHead: w.capacity };
  const b = 1 / w.capacity;
  const size = (2 * Math.abs(drawdown)) / (b + Math.sqrt(b * b + 4 * w.loss * Math.abs(drawdown)));
  return { outflow: Math.sign(drawdown) * size, perHead: 1 / (b + 2 * w.loss * size) };
}

/** One step of a pumping test: drawdown, m, after pumping at a flow, m³/s. */
export interface TestStep {
  flow: number;
  drawdown: number;
}

/** What a step test tells of a well: s = B·Q + C·Q². */
export interface StepTest {
  /** B, s/m²: of the aquifer */
  aquifer: number;
  /** C, s²/m⁵: of screen and well */
  loss: number;
  /** measured less fitted drawdown of each step, m */
  residuals: number[];
  /** a coefficient that would have come out negative, and is taken as nothing */
  left?: 'aquifer' | 'loss';
}

/** s/m² below which an aquifer takes nothing that could be measured */
const LEAST_AQUIFER = 1e-4;

/**
 * Fits the drawdown of two or more steps by least squares of s/Q over Q. A test whose s/Q falls with the flow has no well loss, one whose line
 * meets the axis below nothing no aquifer loss: the other coefficient is fitted alone. Source: Jacob 1947, Trans. ASCE 112, 1047–1070;
 * Bierschenk 1963. Example: 10 and 20 L/s with 2.5 and 6 m give s/Q of 250 and 300 s/m², so B = 200 s/m² and C = 5000 s²/m⁵.
 */
export function stepTest(steps: readonly TestStep[]): StepTest {
  const n = steps.length;
  const x = steps.map((s) => s.flow);
  const y = steps.map((s) => s.drawdown / s.flow);
  const mean = (v: readonly number[]): number => v.reduce((a, b) => a + b, 0) / n;
  const [mx, my] = [mean(x), mean(y)];
  const sxx = x.reduce((sum, v) => sum + (v - mx) ** 2, 0);
  const slope = sxx > 0 ? x.reduce((sum, v, i) => sum + (v - mx) * (y[i]! - my), 0) / sxx : 0;
  const done = (aquifer: number, loss: number, left?: StepTest['left']): StepTest => ({
    aquifer,
    loss,
    residuals: steps.map((s) => s.drawdown - aquifer * s.flow - loss * s.flow ** 2),
    ...(left ? { left } : {}),
  });
  if (slope < 0) return done(my, 0, 'loss');
  const own = my - slope * mx;
  if (own >= LEAST_AQUIFER) return done(own, slope);
  const through = x.reduce((sum, v, i) => sum + v * y[i]!, 0) / x.reduce((sum, v) => sum + v * v, 0);
  return done(LEAST_AQUIFER, through - LEAST_AQUIFER / mx, 'aquifer');
}
