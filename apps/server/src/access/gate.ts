import { createHash, timingSafeEqual } from 'node:crypto';
import { Logger } from '@nestjs/common';
import type { Request, RequestHandler } from 'express';
import type { AccountLookup } from './account.js';
import { refuse } from './refuse.js';
import { SESSION_MS, type SessionsService } from './sessions.service.js';
import { bodyOf } from '../common/problem.js';
import { worded } from '../words.js';

/*
 * Other accounts of the same machine reach every loopback port, so the API asks who it is. A program names the key, which is made anew
 * at each start and stands in a file that only the owner of the data folder can read. A browser has a session in a cookie: a page of the
 * account that runs the application is given one when it is loaded, a page of another account by the address with `?key=`. Cookies go to
 * every port of a host, so a session is worth nothing on a connection of another account.
 */

/** answered to anybody, and exactly as written: it says nothing of the studies */
export const OPEN = '/api/health';
/** cookies of one name that are looked at: another server of this host may have set some too */
const MOST_COOKIES = 5;

/** cookies do not tell ports apart: two instances on one machine need two names */
const cookieName = (request: Request): string => `cedar-knot-${request.socket.localPort ?? 0}`;

const digest = (text: string): Buffer => createHash('sha256').update(text).digest();

function cookiesOf(request: Request): string[] {
  const start = `${cookieName(request)}=`;
  const all = request.headers.cookie?.split(/;\s*/) ?? [];
  return all.filter((c) => c.startsWith(start)).map((c) => c.slice(start.length)).slice(0, MOST_COOKIES); // prettier-ignore
}

const bearerOf = (request: Request): string | undefined => /^Bearer (\S+)$/.exec(request.headers.authorization ?? '')?.[1];

/** Lets in whoever has the key or a session of its own account. */
export class Gate {
  private readonly logger = new Logger('access');

  constructor(
    private readonly key: string,
    private readonly sessions: SessionsService,
    private readonly accountOf: AccountLookup,
  ) {}

  /** Refuses requests to the API of nobody known. */
  readonly guard: RequestHandler = (request, response, next) => {
    const isRead = request.method === 'GET' || request.method === 'HEAD';
    if (isRead && request.originalUrl === OPEN) return next();
    if (this.isKey(bearerOf(request))) return next();
    this.sessionOf(request).then((session) => {
      if (session !== undefined) return next();
      refuse(request, response, 401, bodyOf('no-session', worded('server.accessDeniedNoSessionReload')));
    }, next);
  };

  /** Gives a page its session: to one of the account that runs the application, or to one that names the key. */
  readonly admit: RequestHandler = (request, response, next) => {
    const { searchParams } = new URL(request.originalUrl, 'http://localhost');
    const named = searchParams.get('key');
    searchParams.delete('key');
    const rest = searchParams.toString();
    const isNamed = named !== null && this.isKey(named);
    this.give(request, isNamed).then(
      (secret) => {
        if (secret !== undefined) response.cookie(cookieName(request), secret, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: SESSION_MS }); // prettier-ignore
        if (isNamed) response.redirect(303, `${request.path}${rest === '' ? '' : `?${rest}`}`);
        else next();
      },
      // a page can be shown without a database; what it asks then is answered with what is wrong
      (error: unknown) => {
        this.logger.warn(`no session could be given: ${String(error)}`);
        next();
      },
    );
  };

  /** the secret of a new session, where one is due */
  private async give(request: Request, isNamed: boolean): Promise<string | undefined> {
    const account = await this.accountOf(request.socket);
    if (account === undefined || (!isNamed && account !== process.getuid?.())) return undefined;
    return (await this.sessionOf(request)) === 'fresh' ? undefined : this.sessions.open(account);
  }

  private async sessionOf(request: Request): Promise<'fresh' | 'old' | undefined> {
    const cookies = cookiesOf(request);
    if (cookies.length === 0) return undefined;
    const account = await this.accountOf(request.socket);
    const found = await Promise.all(cookies.map((c) => this.sessions.stateOf(c, account)));
    return found.find((s) => s === 'fresh') ?? found.find((s) => s === 'old');
  }

  private isKey(given: string | undefined): boolean {
    return given !== undefined && timingSafeEqual(digest(given), digest(this.key));
  }
}
