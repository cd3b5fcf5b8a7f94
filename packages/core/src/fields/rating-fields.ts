import { gauge, quantity, text, type Fields, type ListField } from './field.js';

/** Allowed gauge pressure over temperature, as makers print it. */
export const RATING_ROWS: Fields = {
  temperature: quantity('temperature', 1, 3000, 'Temperature', { required: true }),
  pressure: gauge('Allowed pressure', { min: 1, required: true }),
};

export const RATING_TABLE: ListField = {
  type: 'list',
  least: 1,
  most: 100,
  label: 'Pressure rating over temperature',
  of: RATING_ROWS,
};

/** What a part of a line says of the pressure that it may hold; `pipes/pressure-class.ts` reads it. */
export const RATING_FIELDS: Fields = {
  pressureClass: text('Pressure class', { short: 'Class' }),
  ratedPressure: gauge('Rated pressure', { min: 1, short: 'Rated p' }),
  materialGroup: text('Material group of ASME B16.5', { short: 'Group', default: '1.1' }),
  ratingTable: RATING_TABLE,
};

/** as they stand in a panel; the table stands under them */
export const RATING_KEYS = ['pressureClass', 'ratedPressure', 'materialGroup'] as const;
