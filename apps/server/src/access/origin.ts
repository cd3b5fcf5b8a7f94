import type { NextFunction, Request, Response } from 'express';
import { refuse } from './refuse.js';
import { bodyOf } from '../common/problem.js';
import { worded } from '../words.js';

const LOCAL = /^(?:127\.0\.0\.1|localhost|\[::1\])(?::\d+)?$/;
const OTHER_SITE = bodyOf('other-site', worded('server.onlyPagesOfCedarKnot'));

/**
 * Only pages of this application may talk to it: a name that resolves to loopback (DNS rebinding) or another site's form is
 * refused.
 */
export function ownOrigin(request: Request, response: Response, next: NextFunction): void {
  const host = request.headers.host ?? '';
  const origin = request.headers.origin;
  const fromElsewhere = origin !== undefined && origin !== `http://${host}`;
  if (LOCAL.test(host) && !fromElsewhere) next();
  else refuse(request, response, 403, OTHER_SITE);
}

/**
 * Nor may a page of another port of this machine, which a browser holds to be of the same site. Programs say nothing, a typed address
 * `none`: they need the key all the same. Source: W3C Fetch Metadata Request Headers.
 */
export function ownSite(request: Request, response: Response, next: NextFunction): void {
  const site = request.headers['sec-fetch-site'];
  if (site === 'cross-site' || site === 'same-site') refuse(request, response, 403, OTHER_SITE);
  else next();
}
