import { ApiProblem, bodyOf } from '../common/problem.js';
import { msg, worded } from '../words.js';

export const diskFull = (): ApiProblem => new ApiProblem(507, bodyOf('disk-full', worded('server.theDiskIsFullNothing')));

/** @param isWrite whether something was to be changed */
export function databaseAway(isWrite: boolean): ApiProblem {
  const unsure = isWrite ? msg('server.whetherTheChangeWasSaved') : '';
  return new ApiProblem(503, bodyOf('database', worded('server.theDatabaseDoesNotRespond', { unsure })));
}
