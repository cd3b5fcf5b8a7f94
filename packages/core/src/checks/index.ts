import type { Check } from './check.js';
import { boreFit } from './bore-fit.js';
import { cableDrop } from './cable-drop.js';
import { casingPressure } from './casing-pressure.js';
import { curveRange } from './curve-range.js';
import { deliveredFlow } from './delivered-flow.js';
import { deliveredPressure } from './delivered-pressure.js';
import { flowRegion } from './flow-region.js';
import { fluidTemperature } from './fluid-temperature.js';
import { freeGas } from './free-gas.js';
import { headReserve } from './head-reserve.js';
import { headRise } from './head-rise.js';
import { highestPressure } from './highest-pressure.js';
import { lowestPressure } from './lowest-pressure.js';
import { lowestTemperature } from './lowest-temperature.js';
import { methodRange } from './method-range.js';
import { minimumFlow } from './minimum-flow.js';
import { motorCooling } from './motor-cooling.js';
import { motorPower } from './motor-power.js';
import { motorStarts } from './motor-starts.js';
import { npshDifference } from './npsh-difference.js';
import { npshRatio } from './npsh-ratio.js';
import { pressureClass } from './pressure-class.js';
import { pumpHead } from './pump-head.js';
import { ratedFlow } from './rated-flow.js';
import { ratedHead } from './rated-head.js';
import { speedRange } from './speed-range.js';
import { dischargePressure, suctionPressure } from './station-pressure.js';
import { setPoint } from './set-point.js';
import { shaftPower } from './shaft-power.js';
import { standby } from './standby.js';
import { solidsPassage } from './solids-passage.js';
import { startingTorque } from './starting-torque.js';
import { stageLimits } from './stage-limits.js';
import { submergence } from './submergence.js';
import { suctionSpecificSpeed } from './suction-specific-speed.js';
import { temperatureRise } from './temperature-rise.js';
import { valveAuthority } from './valve-authority.js';
import { valveCavitation } from './valve-cavitation.js';
import { valveChoked } from './valve-choked.js';
import { valveDrop } from './valve-drop.js';
import { valveOpening } from './valve-opening.js';
import { valveShutOff } from './valve-shut-off.js';
import { valveVelocity } from './valve-velocity.js';
import { velocity } from './velocity.js';
import { wellLevel } from './well-level.js';

/** Every check by its code, in the order in which they are judged and listed. A further one is a further file and its name here. */
export const CHECKS = {
  'rated-head': ratedHead,
  'head-reserve': headReserve,
  'shaft-power': shaftPower,
  'casing-pressure': casingPressure,
  'bore-fit': boreFit,
  'fluid-temperature': fluidTemperature,
  'temperature-rise': temperatureRise,
  'free-gas': freeGas,
  'valve-shut-off': valveShutOff,
  'valve-velocity': valveVelocity,
  'npsh-ratio': npshRatio,
  'npsh-difference': npshDifference,
  'flow-region': flowRegion,
  'minimum-flow': minimumFlow,
  'rated-flow': ratedFlow,
  'curve-range': curveRange,
  'head-rise': headRise,
  'motor-power': motorPower,
  'valve-opening': valveOpening,
  'valve-authority': valveAuthority,
  'valve-cavitation': valveCavitation,
  'valve-choked': valveChoked,
  'valve-drop': valveDrop,
  'set-point': setPoint,
  velocity,
  'highest-pressure': highestPressure,
  'lowest-pressure': lowestPressure,
  'suction-specific-speed': suctionSpecificSpeed,
  'stage-limits': stageLimits,
  submergence,
  'well-level': wellLevel,
  'method-range': methodRange,
  'lowest-temperature': lowestTemperature,
  'speed-range': speedRange,
  'suction-pressure': suctionPressure,
  'discharge-pressure': dischargePressure,
  'delivered-flow': deliveredFlow,
  'delivered-pressure': deliveredPressure,
  standby,
  'pump-head': pumpHead,
  'pressure-class': pressureClass,
  'cable-drop': cableDrop,
  'motor-cooling': motorCooling,
  'motor-starts': motorStarts,
  'starting-torque': startingTorque,
  'solids-passage': solidsPassage,
} as const satisfies Readonly<Record<string, Check>>;

export type CheckCode = keyof typeof CHECKS;

export const CHECK_CODES = Object.keys(CHECKS) as CheckCode[];

export function isCheckCode(code: unknown): code is CheckCode {
  return typeof code === 'string' && Object.hasOwn(CHECKS, code);
}
