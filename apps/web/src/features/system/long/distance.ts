import { fixed } from '@cedar-knot/wording';
import type { Display } from '../../context.js';

/** long distances are told in kilometres and miles */
export const unitOfDistance = (d: Display): string => (d.typed('length') === 'ft' ? 'mi' : 'km');
/** metres of one of them */
export const perUnit = (d: Display): number => (d.typed('length') === 'ft' ? 1609.344 : 1000);
export const distanceText = (metres: number, d: Display): string => `${fixed(metres / perUnit(d), 1)} ${unitOfDistance(d)}`;
