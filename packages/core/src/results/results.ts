import type { Finding } from '../issues/issues.js';
import type { Incomplete, Margin, Overall } from './margin.js';

/** Results of one scenario, SI: m, m³/s, Pa absolute at a place, W, rpm; null where nothing determines a number. */
export interface ScenarioResult {
  id: string;
  status: 'solved' | 'limited' | 'failed';
  findings: Finding[];
  points: Record<string, PointResult>;
  lines: Record<string, LineResult>;
  elements: Record<string, ElementResult>;
  /** places of each line for drawing the grade lines */
  places: Record<string, PlaceResult[]>;
  solved: Record<string, number>;
  /** of each pump: what its head goes into; the parts sum to the head */
  breakdowns: Record<string, HeadBreakdown>;
  /** of each pump: the lines along which its head is broken down, from the place of known head before it to the one behind */
  ways: Record<string, { line: string; forward: boolean }[]>;
  margins: Margin[];
  /** what belongs to it and could not be judged */
  incomplete: Incomplete[];
  /** the worst of its margins, of what is incomplete, and of a solution that there is not */
  verdict: Overall;
  /** of a scenario that follows its temperature */
  heatBalance?: HeatBalance;
  convergence?: { iterations: number; massResidual: number; energyResidual: number };
}

export interface PointResult {
  totalHead: number | null;
  staticPressure: number | null;
  totalPressure: number | null;
  outflow: number;
  /** K, where temperature is followed; null where nothing flows */
  temperature?: number | null;
  /** kg/m³ there, where the liquid is followed along its way */
  density?: number;
  /** of a well, m, all negative where water goes into it: below its level at rest, and what aquifer and well take of that */
  drawdown?: number | null;
  aquiferLoss?: number;
  wellLoss?: number;
  /** at a junction that is a tee: what it takes from the flows of its legs */
  tee?: TeeResult;
}

export interface TeeResult {
  /** the line that carries the whole flow, and whether it feeds the others; null where nothing flows */
  common: string | null;
  divides: boolean;
  /** of the common leg, m */
  bore: number | null;
  /** the other two */
  legs: TeeLegResult[];
}

export interface TeeLegResult {
  line: string;
  isBranch: boolean;
  /** m */
  bore: number;
  /** on the velocity head of the common leg */
  k: number;
  /** between it and the common leg in the direction of the flow, m */
  headLoss: number;
}

/**
 * Where the heat of a followed system comes from and goes to, W; enthalpies are those over 0 °C, integrals of cp. `in` is what is fed, the
 * heating and the friction together, `out` what is received, the cooling and what is lost.
 */
export interface HeatBalance {
  in: number;
  out: number;
  /** enthalpy of what points feed, and of what they receive */
  fed: number;
  received: number;
  /** by devices; what pipes take from warmer surroundings counts as heating */
  heating: number;
  cooling: number;
  /** friction, and what the efficiency of pumps leaves of their shaft power */
  friction: number;
  /** through the walls of pipes */
  lost: number;
}

export interface LineResult {
  /** m³/s; of a liquid that changes on its way, as it is at the line's first point */
  flow: number;
  /** volume of its liquid as it is at the surface, m³/s, for one that changes with the pressure */
  surfaceFlow?: number;
  /** in how many cells its pipes were followed, where the liquid changes on its way */
  cells?: number;
}

export interface PlaceResult {
  elevation: number;
  totalHead: number | null;
  /** static head above elevation 0: the hydraulic grade, m */
  grade: number | null;
  /** K, where temperature is followed; kg/m³ there */
  temperature?: number | null;
  density?: number;
}

interface Common {
  flow: number;
  headLoss: number | null;
  inletPressure: number | null;
  outletPressure: number | null;
  /** K, where temperature is followed; null where nothing flows */
  inletTemperature?: number | null;
  outletTemperature?: number | null;
  /** density, kg/m³, and kinematic viscosity, m²/s, of the liquid in it where it is followed along its way */
  density?: number;
  kinematicViscosity?: number;
  vapourPressure?: number;
  /** free gas at its inlet by volume, for a liquid that holds gas */
  freeGas?: number;
}

export interface PipeResult extends Common {
  kind: 'pipe';
  velocity: number;
  reynolds: number;
  frictionFactor: number | null;
  frictionLoss: number;
  fittingLoss: number;
  /** at the given profile points: the loss is spread along the length */
  profile?: ProfilePoint[];
}

interface ProfilePoint {
  /** m from the pipe's inlet */
  distance: number;
  elevation: number;
  /** static, Pa absolute */
  pressure: number | null;
  /** K, Pa: where the liquid is followed along its way */
  temperature?: number;
  vapourPressure?: number;
  /** by volume */
  freeGas?: number;
}

export interface PumpResult extends Omit<Common, 'headLoss'> {
  kind: 'pump';
  head: number | null;
  npsha: number | null;
  npshr: number | null;
  efficiency: number | null;
  shaftPower: number | null;
  hydraulicPower: number | null;
  speed: number | null;
  diameter: number | null;
  stages: number | null;
  running: number;
  /** best-efficiency flow of one unit and the share of one unit in it */
  bestFlow: number | null;
  flowRatio: number | null;
  /** viscosity parameter and factors on flow, head and efficiency; 1 where the curve is that on water */
  b?: number;
  cq?: number;
  ch?: number;
  ceta?: number;
  /** n·√Q/H^0.75 of a stage and an eye at best efficiency, and n·√Q/NPSHR^0.75 there: rpm, m³/s, m (ISO 17769-1) */
  specificSpeed?: number;
  suctionSpecificSpeed?: number;
  /** De·N·S·SG of ANSI/HI 9.6.1 in its US units, and how high that is; where the eye or the suction nozzle is known */
  suctionEnergy?: number;
  suctionEnergyLevel?: 'low' | 'high' | 'very high';
  /** drawn from the mains by all running units, W; current of one, A; only with a motor in the catalogue entry */
  inputPower?: number;
  motorEfficiency?: number;
  powerFactor?: number;
  current?: number;
  /** voltage that the cable takes over the rated one, and what is left at the motor, V */
  cableDrop?: number;
  motorVoltage?: number;
  /** of the liquid past a motor in its bore, m/s */
  motorVelocity?: number;
  /** least torque of the motor over that of the pump while they run up against a shut valve */
  startTorque?: number;
  /** its speed follows the duty: it is fed by a drive */
  variableSpeed?: true;
  /** lost in the drive of variable speed, of all running units, W */
  driveLoss?: number;
  /** head over the pressure at which dissolved gas comes out, at the inlet, m */
  gasHead?: number;
  /** greatest shaft power of all running units along the published curve, W */
  greatestPower?: number;
}

export interface ValveResult extends Common {
  kind: 'control-valve';
  drop: number | null;
  kv: number | null;
  cv: number | null;
  opening: number | null;
  chokedDrop: number | null;
  choked: boolean;
  belowRange?: boolean;
  /** Reynolds number factor at the coefficient, and piping geometry factor */
  fr?: number;
  fp?: number;
  /** FL or Fd are typical, not the maker's */
  typical?: boolean;
}

/** exchangers, filters, meters, orifices, hand valves, non-returns: whatever takes pressure and nothing else */
export interface LossResult extends Common {
  kind: 'loss';
  drop: number | null;
  /** heat given to the liquid, W, its own friction heat not counted */
  heatDuty?: number;
}

export type ElementResult = PipeResult | PumpResult | ValveResult | LossResult;

/** What a pump's head goes into, m. The parts sum to the head. */
export interface HeadBreakdown {
  /** difference of elevation between the places of known head */
  lift: number;
  /** difference of pressure there */
  pressure: number;
  /** velocity head at static boundaries */
  velocity: number;
  /** drawdown and build-up in wells */
  well: number;
  pipes: number;
  /** fittings, hand valves, non-returns, orifices */
  fittings: number;
  devices: number;
  valves: number;
  /** head given by other pumps on the way, negative */
  otherPumps: number;
  /** columns that are heavier or lighter than those of the scenario's liquid, where it is followed along its way */
  columns: number;
}
