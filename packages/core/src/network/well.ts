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
  if (w.loss === 0) return { outflow: w.capacity * drawdown, perHead: w.capacity };
  const b = 1 / w.capacity;
  const size = (2 * Math.abs(drawdown)) / (b + Math.sqrt(b * b + 4 * w.loss * Math.abs(drawdown)));
  return { outflow: Math.sign(drawdown) * size, perHead: 1 / (b + 2 * w.loss * size) };
}
