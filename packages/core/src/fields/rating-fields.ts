import { gauge, quantity, text, type Fields, type ListField } from './field.js';
import { word } from '../words/word.js';

/** Allowed gauge pressure over temperature, as makers print it. */
export const RATING_ROWS: Fields = {
  temperature: quantity('temperature', 1, 3000, word('field.temperature'), { required: true }),
  pressure: gauge(word('field.allowed-pressure'), { min: 1, required: true }),
};

export const RATING_TABLE: ListField = {
  type: 'list',
  least: 1,
  most: 100,
  label: word('field.pressure-rating-over-temperature'),
  of: RATING_ROWS,
};

/** What a part of a line says of the pressure that it may hold; `pipes/pressure-class.ts` reads it. */
export const RATING_FIELDS: Fields = {
  pressureClass: text(word('field.pressure-class'), { short: word('field.short.class') }),
  ratedPressure: gauge(word('field.rated-pressure'), { min: 1, short: word('field.short.rated-p') }),
  materialGroup: text(word('field.material-group-of-asme-b16-5'), { short: word('field.short.group'), default: '1.1' }),
  ratingTable: RATING_TABLE,
};

/** as they stand in a panel; the table stands under them */
export const RATING_KEYS = ['pressureClass', 'ratedPressure', 'materialGroup'] as const;
