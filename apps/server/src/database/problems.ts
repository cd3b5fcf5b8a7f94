import { ApiProblem } from '../common/problem.js';

export const diskFull = (): ApiProblem =>
  new ApiProblem(507, { error: 'disk-full', message: 'The disk is full: nothing was changed. Make room, then try again.' });

/** @param isWrite whether something was to be changed */
export function databaseAway(isWrite: boolean): ApiProblem {
  const unsure = isWrite ? ' It is not known whether it was kept: look, or send it again.' : '';
  return new ApiProblem(503, {
    error: 'database',
    message: `The database does not answer; it is being started again.${unsure}`,
  });
}
