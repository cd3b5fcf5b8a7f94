/**
 * FL and Fd at full travel that are typical of a body where the maker gives none.
 * Source: IEC 60534-2-1:2011, table D.2 (flow to open where the direction matters; ball and butterfly at 70°).
 */
const TYPICAL: Readonly<Record<string, { fl: number; fd: number }>> = {
  globe: { fl: 0.9, fd: 0.46 },
  'globe-cage': { fl: 0.9, fd: 0.41 },
  angle: { fl: 0.9, fd: 0.46 },
  'eccentric-rotary': { fl: 0.85, fd: 0.42 },
  'segment-ball': { fl: 0.6, fd: 0.98 },
  ball: { fl: 0.74, fd: 0.99 },
  butterfly: { fl: 0.62, fd: 0.57 },
};

/** Typical data of a body by its name as the catalogue has it (`globe-cage`; case, spaces and underscores do not matter). */
export function typicalOf(body: string | undefined): { fl: number; fd: number } | undefined {
  const name = body
    ?.trim()
    .toLowerCase()
    .replace(/[\s_]+/g, '-');
  return name !== undefined && Object.hasOwn(TYPICAL, name) ? TYPICAL[name] : undefined;
}

const N34 = 1.17;

/**
 * Onset of cavitation xFz that is typical at a coefficient where the maker gives none: 0.9/√(1 + 3·Fd·√(Kv/(N34·FL))).
 * Source: IEC 60534-8-4:2015, eq. 3 (all but multi-hole trims); N34 1.17 for Kv.
 */
export function typicalXfz(valve: { fl: number; fd?: number }, kv: number): number {
  return 0.9 / Math.sqrt(1 + 3 * (valve.fd ?? TYPICAL.globe!.fd) * Math.sqrt(kv / (N34 * valve.fl)));
}
