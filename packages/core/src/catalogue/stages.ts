/** below that an impeller becomes too narrow to be good: the head is shared out */
const LEAST_SPECIFIC_SPEED = 15;
/** m that one stage makes at most; the tip of the impeller is too fast beyond */
const MOST_STAGE_HEAD = 250;
const MOST_STAGES = 200;

/** Fewest stages whose specific speed is worth while, for a flow m³/s, a head m and a speed rpm. */
export function splitStages(flow: number, head: number, speed: number): number {
  for (let stages = 1; stages < MOST_STAGES; stages++) {
    const each = head / stages;
    if (each <= MOST_STAGE_HEAD && (speed * Math.sqrt(flow)) / each ** 0.75 >= LEAST_SPECIFIC_SPEED) return stages;
  }
  return MOST_STAGES;
}
