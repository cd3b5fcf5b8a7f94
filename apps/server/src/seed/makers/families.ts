/*
 * The invented makers of the demo catalogue: what each builds, in which sizes. Curves come from `pumps.ts`.
 */

export interface Family {
  maker: string;
  family: string;
  type: string;
  /** pairs of poles of the motors it is sold with */
  poles: readonly number[];
  mains: readonly (50 | 60)[];
  /** nominal discharge bores mm, with the best-efficiency flow m³/h at two poles and 50 Hz */
  bores: readonly (readonly [bore: number, flow: number])[];
  /** nominal impeller diameters, mm */
  impellers: readonly number[];
  /** suction eyes */
  eyes: 1 | 2;
  /** n·√Q/H^0.75 of a stage between which it is built */
  specificSpeeds: readonly [number, number];
  /** n·√Q/NPSHR^0.75 by eye around which its suction lies */
  suction: number;
  /** least diameter over the largest */
  trim: number;
  stages?: readonly number[];
  liquids: readonly string[];
  uses: readonly string[];
  materials: readonly (readonly string[])[];
  /** bar gauge, °C */
  casing: number;
  hottest: number;
  /** of what a size reaches: simple pumps are below it */
  quality: number;
  /** it goes down a well: the bowl's diameter over the impeller's */
  bowl?: number;
}

const WATER = ['clean-water', 'hot-water'];
const PROCESS = ['clean-water', 'hot-water', 'brine', 'sea-water', 'chemical', 'hydrocarbon'];
const IRON = [['cast-iron'], ['cast-iron', 'bronze']];
const STEEL = [['cast-steel'], ['stainless-316'], ['duplex']];

const SMALL = [[32, 13], [40, 26], [50, 52], [65, 100], [80, 160], [100, 250], [125, 390], [150, 600]] as const; // prettier-ignore
const LARGE = [[150, 620], [200, 980], [250, 1500], [300, 2300], [350, 3400], [400, 4800]] as const; // prettier-ignore

export const FAMILIES: readonly Family[] = [
  { maker: 'Hollin', family: 'TC',
    uses: ['process', 'transfer', 'cooling'], type: 'end-suction', poles: [1, 2], mains: [50, 60], bores: SMALL, impellers: [125, 160, 200, 250, 315, 400], eyes: 1, specificSpeeds: [9, 75], suction: 190, trim: 0.8, liquids: PROCESS, materials: STEEL, casing: 16, hottest: 140, quality: 1 },
  { maker: 'Brackwell', family: 'H',
    uses: ['heating', 'cooling', 'water-supply', 'irrigation'], type: 'end-suction', poles: [1, 2], mains: [50, 60], bores: SMALL, impellers: [140, 180, 225, 280, 355], eyes: 1, specificSpeeds: [10, 70], suction: 175, trim: 0.82, liquids: WATER, materials: IRON, casing: 10, hottest: 110, quality: 0.98 },
  { maker: 'Hollin', family: 'VL',
    uses: ['heating', 'cooling', 'booster'], type: 'inline', poles: [1, 2], mains: [50, 60], bores: SMALL.slice(0, 6), impellers: [110, 140, 180, 225], eyes: 1, specificSpeeds: [10, 65], suction: 180, trim: 0.82, liquids: WATER, materials: IRON, casing: 16, hottest: 120, quality: 0.97 },
  { maker: 'Oskane', family: 'U',
    uses: ['cooling', 'water-supply', 'fire-fighting'], type: 'axially-split', poles: [2, 3], mains: [50, 60], bores: LARGE, impellers: [315, 400, 500, 630], eyes: 2, specificSpeeds: [12, 70], suction: 200, trim: 0.8, liquids: ['clean-water', 'sea-water', 'cooling-water', 'brine', 'hot-water'], materials: [['cast-iron', 'bronze'], ['duplex']], casing: 16, hottest: 105, quality: 1.01 },
  { maker: 'Oskane', family: 'R',
    uses: ['process', 'boiler-feed', 'pipeline'], type: 'between-bearings', poles: [1, 2], mains: [50, 60], bores: LARGE.slice(0, 4), impellers: [280, 355, 450, 560], eyes: 2, specificSpeeds: [9.5, 60], suction: 205, trim: 0.82, liquids: ['hydrocarbon', 'boiler-feed', 'brine', 'clean-water'], materials: [['cast-steel'], ['duplex'], ['super-duplex']], casing: 60, hottest: 260, quality: 1 },
  { maker: 'Veldmark', family: 'PN',
    uses: ['booster', 'boiler-feed', 'irrigation'], type: 'ring-section', poles: [1, 2], mains: [50, 60], bores: SMALL.slice(0, 7), impellers: [150, 190, 240, 300], eyes: 1, specificSpeeds: [12, 45], suction: 170, trim: 0.87, stages: [2, 3, 4, 5, 6, 7, 8, 10, 12], liquids: ['clean-water', 'boiler-feed', 'hot-water', 'brine'], materials: [['cast-iron'], ['stainless-316'], ['duplex']], casing: 63, hottest: 160, quality: 0.99 },
  { maker: 'Spruce', family: 'B',
    uses: ['water-supply', 'irrigation'], type: 'borehole-multistage', poles: [1], mains: [50, 60], bores: [[40, 9], [50, 18], [65, 36], [80, 65], [100, 105], [125, 165], [150, 260]], impellers: [82, 104, 128, 160, 200], eyes: 1, specificSpeeds: [18, 75], suction: 150, trim: 0.9, stages: [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 18, 22, 26, 30, 36, 42], liquids: ['clean-water', 'sea-water'], materials: [['stainless-304'], ['stainless-316']], casing: 60, hottest: 40, quality: 0.97, bowl: 1.35 },
  { maker: 'Oskane', family: 'VT',
    uses: ['water-supply', 'cooling', 'fire-fighting'], type: 'vertical-turbine', poles: [2, 3], mains: [50, 60], bores: LARGE, impellers: [250, 315, 400, 500], eyes: 1, specificSpeeds: [30, 90], suction: 180, trim: 0.86, stages: [1, 2, 3, 4, 5, 6, 8, 10], liquids: ['clean-water', 'sea-water', 'cooling-water'], materials: [['cast-iron', 'bronze'], ['duplex']], casing: 25, hottest: 60, quality: 1, bowl: 1.5 },
  { maker: 'Rowan', family: 'S',
    uses: ['drainage', 'waste-water'], type: 'sump', poles: [2, 3], mains: [50, 60], bores: [[80, 110], [100, 200], [150, 420], [200, 800], [250, 1300], [300, 2000]], impellers: [200, 250, 315, 400], eyes: 1, specificSpeeds: [20, 100], suction: 165, trim: 0.85, liquids: ['waste-water', 'storm-water'], materials: [['cast-iron'], ['cast-iron', 'hard-iron']], casing: 10, hottest: 40, quality: 0.92 },
  { maker: 'Rowan', family: 'M',
    uses: ['drainage', 'cooling', 'irrigation'], type: 'other', poles: [2, 3, 4], mains: [50, 60], bores: [[300, 2600], [400, 4600], [500, 7800], [600, 11500]], impellers: [250, 315, 400, 500], eyes: 1, specificSpeeds: [80, 155], suction: 185, trim: 0.92, liquids: ['clean-water', 'storm-water', 'cooling-water'], materials: [['cast-iron', 'bronze'], ['duplex']], casing: 6, hottest: 50, quality: 1 },
  { maker: 'Spruce', family: 'BH',
    uses: ['water-supply', 'process'], type: 'borehole-multistage', poles: [1], mains: [50, 60], bores: [[100, 105], [125, 165], [150, 260]], impellers: [128, 160, 200], eyes: 1, specificSpeeds: [18, 75], suction: 155, trim: 0.9, stages: [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 18, 22], liquids: ['clean-water', 'hot-water', 'brine'], materials: [['duplex'], ['super-duplex']], casing: 60, hottest: 130, quality: 0.98, bowl: 1.35 },
]; // prettier-ignore
