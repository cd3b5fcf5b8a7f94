import { named, number, quantity, yesNo } from '../fields/field.js';

/* Fields that several kinds of fluid have. */

/** of every fluid */
export const common = {
  ...named,
  solids: yesNo('Carries solids that settle'),
  solidSize: quantity('diameter', 1e-7, 1, 'Largest solid'),
  pourPoint: quantity('temperature', 1, 1000, 'Pour or freezing point'),
};

/** of every fluid whose method gives no specific heat */
export const heated = { ...common, specificHeat: quantity('specificHeat', 100, 20_000, 'Specific heat') };

export const density = (label = 'Density', min = 1, max = 25_000) =>
  quantity('density', min, max, label, { required: true, bare: true });
export const viscosity = () => quantity('viscosity', 1e-7, 1e4, 'Viscosity');
export const kinematicViscosity = () => quantity('kinematicViscosity', 1e-9, 10, 'Kinematic viscosity');
export const vapourPressure = (min = 0) => quantity('absolutePressure', min, 1e8, 'Vapour pressure', { required: true });
export const criticalPressure = () => quantity('absolutePressure', 1e4, 1e9, 'Critical pressure', { default: '22.064 MPa(a)' });
export const strength = (most: number, label: string) => number(0, most, label, { required: true, percent: true });
