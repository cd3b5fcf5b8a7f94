import { createHash, timingSafeEqual } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { accountOf } from './account.js';

/*
 * Other accounts of the same machine reach every loopback port, so the API asks for a token that only the owner of the data folder can
 * read. A page of the same account is handed it as a cookie when it is loaded; a page of another is let in by the address with `?key=`.
 */

const YEAR_SECONDS = 31_536_000;
/** answered without a token: they say nothing of the studies */
const OPEN = new Set(['/api/health']);

/** cookies do not tell ports apart: two instances on one machine need two names */
const cookieName = (request: Request): string => `cedar-knot-${request.socket.localPort ?? 0}`;

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

function isSame(given: string | undefined, token: string): boolean {
  return given !== undefined && timingSafeEqual(digest(given), digest(token));
}

function cookieOf(request: Request): string | undefined {
  const wanted = `${cookieName(request)}=`;
  return request.headers.cookie
    ?.split(/;\s*/)
    .find((c) => c.startsWith(wanted))
    ?.slice(wanted.length);
}

function bearerOf(request: Request): string | undefined {
  return /^Bearer (\S+)$/.exec(request.headers.authorization ?? '')?.[1];
}

/** Refuses requests to the API that do not carry the token. */
export function needToken(token: string): RequestHandler {
  return (request: Request, response: Response, next: NextFunction) => {
    const isOpen = !request.path.startsWith('/api') || OPEN.has(request.path);
    if (isOpen || isSame(cookieOf(request), token) || isSame(bearerOf(request), token)) return next();
    response.status(401).json({
      error: 'no-token',
      message:
        'This page was opened by another account than the one that started Cedar Knot. Open the address with the key that the start printed.',
    });
  };
}

/** Hands a page the token: to one of the account that runs the application, or to one that names it. */
export function handToken(token: string): RequestHandler {
  return (request: Request, response: Response, next: NextFunction) => {
    const url = new URL(request.url, 'http://localhost');
    const key = url.searchParams.get('key') ?? undefined;
    if (isSame(key, token)) {
      url.searchParams.delete('key');
      setCookie(request, response, token);
      response.redirect(303, `${url.pathname}${url.search}`);
      return;
    }
    if (isSame(cookieOf(request), token)) return next();
    accountOf(request.socket).then((account) => {
      if (account !== undefined && account === process.getuid?.()) setCookie(request, response, token);
      next();
    }, next);
  };
}

function setCookie(request: Request, response: Response, token: string): void {
  response.cookie(cookieName(request), token, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: YEAR_SECONDS * 1000 });
}
