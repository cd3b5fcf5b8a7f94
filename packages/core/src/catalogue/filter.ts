/** In trade terms, what a pump of a catalogue has to be. */
export interface PumpFilter {
  type?: string;
  /** of the mains, Hz */
  frequency?: number;
  liquid?: string;
  material?: string;
  use?: string;
  /** of the mains, 1 or 3 */
  phases?: number;
  /** rpm */
  maxSpeed?: number;
}

/** Hz by which the mains of two makers may differ in writing */
const SAME_MAINS = 0.5;

/** Whether an entry (SI) is not what is asked for; one that does not say may be it, but for its type. */
export function isFiltered(entry: Readonly<Record<string, unknown>>, wanted: PumpFilter): boolean {
  const { frequency, liquids, materials, uses, speed, motor } = entry as {
    frequency?: number;
    liquids?: readonly string[];
    materials?: readonly string[];
    uses?: readonly string[];
    motor?: { phases?: number };
    speed?: number;
  };
  if (wanted.type !== undefined && entry.type !== wanted.type) return true;
  if (wanted.frequency !== undefined && frequency !== undefined && Math.abs(frequency - wanted.frequency) > SAME_MAINS)
    return true;
  if (wanted.maxSpeed !== undefined && speed !== undefined && speed > wanted.maxSpeed) return true;
  if (wanted.liquid !== undefined && liquids !== undefined && !liquids.includes(wanted.liquid)) return true;
  if (wanted.use !== undefined && uses !== undefined && !uses.includes(wanted.use)) return true;
  if (wanted.phases !== undefined && motor?.phases !== undefined && motor.phases !== wanted.phases) return true;
  return wanted.material !== undefined && materials !== undefined && !materials.includes(wanted.material);
}
