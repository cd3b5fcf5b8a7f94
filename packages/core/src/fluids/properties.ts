import { named, number, quantity, yesNo } from '../fields/field.js';
import { word, type Word } from '../words/word.js';

/* Fields that several kinds of fluid have. */

/** of every fluid */
export const common = {
  ...named,
  solids: yesNo(word('field.settling-solids')),
  solidSize: quantity('diameter', 1e-7, 1, word('field.largest-solid')),
  pourPoint: quantity('temperature', 1, 1000, word('field.pour-or-freezing-point')),
};

/** of every fluid whose method gives no specific heat */
export const heated = { ...common, specificHeat: quantity('specificHeat', 100, 20_000, word('field.specific-heat')) };

export const density = (label = word('field.density'), min = 1, max = 25_000) =>
  quantity('density', min, max, label, { required: true, bare: true });
export const viscosity = () => quantity('viscosity', 1e-7, 1e4, word('field.viscosity'));
export const kinematicViscosity = () => quantity('kinematicViscosity', 1e-9, 10, word('field.kinematic-viscosity'));
export const vapourPressure = (min = 0) =>
  quantity('absolutePressure', min, 1e8, word('field.vapour-pressure'), { required: true });
export const criticalPressure = () =>
  quantity('absolutePressure', 1e4, 1e9, word('field.critical-pressure'), { default: '22.064 MPa(a)' });
export const strength = (most: number, label: Word) => number(0, most, label, { required: true, percent: true });
