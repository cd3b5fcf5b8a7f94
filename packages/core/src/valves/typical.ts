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
