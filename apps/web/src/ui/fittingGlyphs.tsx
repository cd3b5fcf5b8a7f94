/*
 * Fittings drawn by their shape in the line: pipe as a heavy stroke, what is special about it as a thin one. Around 0, 0 in a
 * box of 28 by 20.
 */

const PIPE: Readonly<Record<string, string>> = {
  'elbow-90': 'M-11 5H1A4 4 0 0 0 5 1V-8',
  'elbow-90-long': 'M-11 6H-3A9 9 0 0 0 6 -3V-8',
  'elbow-45': 'M-11 5H-1L8 -6',
  'bend-180': 'M-9 -5H3A5 5 0 0 1 3 5H-9',
  'miter-90': 'M-11 5H5V-8',
  'tee-run': 'M-12 3H12M0 3V-8',
  'tee-branch': 'M-12 3H12M0 3V-8',
  gate: 'M-13 0H-7M7 0H13',
  globe: 'M-13 0H-7M7 0H13',
  angle: 'M-13 2H-4M3 3V9',
  ball: 'M-13 0H-7M7 0H13',
  butterfly: 'M-13 0H-5M5 0H13',
  plug: 'M-13 0H-7M7 0H13',
  diaphragm: 'M-13 0H-7M7 0H13',
  'check-swing': 'M-13 0H-7M7 0H13',
  'check-lift': 'M-13 0H-7M7 0H13',
  'entrance-sharp': 'M-3 0H12',
  'entrance-rounded': 'M-1 0H12',
  'entrance-projecting': 'M-9 0H12',
  exit: 'M-12 0H3',
  reducer: '',
  expansion: '',
};

const BODY = 'M-7 -5V5L7 -5V5Z';
const FINE: Readonly<Record<string, string>> = {
  'elbow-90-long': 'M-3 -3L-8 -8',
  'miter-90': 'M1 1L8 8',
  'tee-run': 'M-9 -1H8M5 -4L8 -1L5 2',
  'tee-branch': 'M-9 0H-3V-7M-6 -4L-3 -7L0 -4',
  gate: `${BODY}M0 0V-8M-4 -8H4`,
  globe: `${BODY}M-2.500 0A2.500 2.500 0 1 0 2.500 0A2.500 2.500 0 1 0 -2.500 0`,
  angle: 'M-4 -3L3 2L-4 7ZM-2 9L3 2L8 9Z',
  ball: `${BODY}M-3.500 0A3.500 3.500 0 1 0 3.500 0A3.500 3.500 0 1 0 -3.500 0`,
  butterfly: 'M-5 -6V6M5 -6V6M-5 5L5 -5M-1.200 0A1.200 1.200 0 1 0 1.200 0A1.200 1.200 0 1 0 -1.200 0',
  plug: `${BODY}M-2 -3.500H2L1.400 3.500H-1.400Z`,
  diaphragm: `${BODY}M-5 -5Q0 3 5 -5`,
  'check-swing': 'M-7 -6V6M7 -6V6M-7 -5L5 5',
  'check-lift': 'M-7 -6V6M7 -6V6M-4 3H4M0 3V-4',
  'entrance-sharp': 'M-3 -9V-3H12M-3 9V3H12',
  'entrance-rounded': 'M-5 -9Q-4 -3 3 -3H12M-5 9Q-4 3 3 3H12',
  'entrance-projecting': 'M-3 -9V-3M-9 -3H12M-3 9V3M-9 3H12',
  exit: 'M3 -9V-3H-12M3 9V3H-12M6 0H12M9 -3L12 0L9 3',
  reducer: 'M-12 -6H-4L4 -3H12M-12 6H-4L4 3H12',
  expansion: 'M-12 -3H-4L4 -6H12M-12 3H-4L4 6H12',
};

/** what is drawn alike: the same piece in another making */
const LIKE: Readonly<Record<string, string>> = {
  'elbow-90-threaded': 'elbow-90',
  'elbow-45-long': 'elbow-45',
  'bend-90-2d': 'elbow-90-long',
  'bend-90-4d': 'elbow-90-long',
  'bend-90-6d': 'elbow-90-long',
  'bend-180-long': 'bend-180',
  'bend-180-threaded': 'bend-180',
  'miter-45': 'elbow-45',
  'miter-45-two': 'elbow-45',
  'miter-90-two': 'miter-90',
  'miter-90-three': 'miter-90',
  'tee-run-threaded': 'tee-run',
  'tee-branch-threaded': 'tee-branch',
  'tee-branch-stub': 'tee-branch',
  'three-way-run': 'tee-run',
  'three-way-branch': 'tee-branch',
  'globe-y': 'globe',
  'check-tilting': 'check-swing',
  'foot-hinged': 'check-swing',
  'foot-poppet': 'check-lift',
};

export const FITTING_NAMES: Readonly<Record<string, string>> = {
  'elbow-90-threaded': 'elbow 90°, threaded',
  'elbow-45-long': 'elbow 45°, long radius',
  'bend-90-2d': 'bend 90°, r/D 2',
  'bend-90-4d': 'bend 90°, r/D 4',
  'bend-90-6d': 'bend 90°, r/D 6',
  'bend-180-long': 'return bend, r/D 1.5',
  'bend-180-threaded': 'return bend, threaded',
  'miter-45': 'mitre 45°, one weld',
  'miter-45-two': 'mitre 45°, two welds',
  'miter-90-two': 'mitre 90°, two welds',
  'miter-90-three': 'mitre 90°, three welds',
  'tee-run-threaded': 'tee, threaded, run',
  'tee-branch-threaded': 'tee, threaded, branch',
  'tee-branch-stub': 'stub-in branch',
  'three-way-run': 'three-way valve, run',
  'three-way-branch': 'three-way valve, branch',
  'globe-y': 'globe valve, Y pattern',
  'check-tilting': 'check valve, tilting disc',
  'foot-hinged': 'foot valve, hinged',
  'foot-poppet': 'foot valve, poppet',
  'elbow-90': 'elbow 90°, standard',
  'elbow-90-long': 'elbow 90°, long radius',
  'elbow-45': 'elbow 45°',
  'bend-180': 'return bend 180°',
  'miter-90': 'mitre 90°',
  'tee-run': 'tee, run through',
  'tee-branch': 'tee, through branch',
  gate: 'gate valve',
  globe: 'globe valve',
  angle: 'angle valve',
  ball: 'ball valve',
  butterfly: 'butterfly valve',
  plug: 'plug valve',
  diaphragm: 'diaphragm valve',
  'check-swing': 'check valve, swing',
  'check-lift': 'check valve, lift',
  'entrance-sharp': 'entry, sharp',
  'entrance-rounded': 'entry, rounded',
  'entrance-projecting': 'entry, projecting',
  exit: 'exit',
  reducer: 'reducer',
  expansion: 'expansion',
};

export function FittingGlyph({ type: drawn }: { type: string }) {
  const type = LIKE[drawn] ?? drawn;
  return (
    <svg width={28} height={20} viewBox="-14 -10 28 20" aria-hidden="true" className="flex-none">
      <path d={PIPE[type] ?? ''} fill="none" stroke="var(--ink)" strokeWidth={2.6} />
      <path d={FINE[type] ?? ''} fill="none" stroke="var(--ink-2)" strokeWidth={1.1} strokeLinejoin="round" />
    </svg>
  );
}
