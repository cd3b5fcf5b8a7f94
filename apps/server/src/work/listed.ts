import { createHash } from 'node:crypto';
import { MODEL_COLUMNS } from '@cedar-knot/core';

/** what a list keeps of each model, as a mark: one made by other columns is made anew at the start */
export const LISTED_COLUMNS = createHash('sha256')
  .update(
    JSON.stringify(Object.entries(MODEL_COLUMNS).map(([kind, columns]) => [kind, columns.map(({ key, path }) => [key, path])])),
  )
  .digest('hex')
  .slice(0, 12);
