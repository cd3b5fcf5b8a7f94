import { ApiProblem } from '../common/problem.js';
import { msg } from '../words.js';

export const diskFull = (): ApiProblem =>
  new ApiProblem(507, { error: 'disk-full', message: msg('server.theDiskIsFullNothing') });

/** @param isWrite whether something was to be changed */
export function databaseAway(isWrite: boolean): ApiProblem {
  const unsure = isWrite ? msg('server.whetherTheChangeWasSaved') : '';
  return new ApiProblem(503, {
    error: 'database',
    message: msg('server.theDatabaseDoesNotRespond', { unsure }),
  });
}
