import type { NextFunction, Request, Response } from 'express';
import { refuse } from './refuse.js';
import { bodyOf } from '../common/problem.js';
import { worded } from '../words.js';

/** `//host`, `/.//host`, `/x/../y`, `\`: addresses that another reader takes for something else than we do */
const AMBIGUOUS = /^(?!\/)|^[^?]*(?:\/\/|\\)|^[^?]*\/\.{1,2}(?:[/?]|$)/;

/** Whether an address of a request can be read in one way only. */
export function isPlain(url: string): boolean {
  try {
    return !AMBIGUOUS.test(url) && !AMBIGUOUS.test(decodeURIComponent(url.split('?', 1)[0]!)) && URL.canParse(url, 'http://x');
  } catch {
    return false;
  }
}

/** Refuses addresses that can be read in two ways, before anything is decided by them. */
export function plainAddress(request: Request, response: Response, next: NextFunction): void {
  if (isPlain(request.url)) return next();
  refuse(request, response, 400, bodyOf('bad-address', worded('server.invalidAddressExpectedAPath')));
}
