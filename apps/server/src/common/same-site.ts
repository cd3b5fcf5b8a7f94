import type { NextFunction, Request, Response } from 'express';

const LOCAL = /^(?:127\.0\.0\.1|localhost|\[::1\])(?::\d+)?$/;

/**
 * Only pages of this application may talk to it: a name that resolves to loopback (DNS rebinding) or another site's form is
 * refused.
 */
export function sameSite(request: Request, response: Response, next: NextFunction): void {
  const host = request.headers.host ?? '';
  const origin = request.headers.origin;
  const fromElsewhere = origin !== undefined && origin !== `http://${host}`;
  if (LOCAL.test(host) && !fromElsewhere) return next();
  response.status(403).json({ error: 'other-site', message: 'Only the application itself, on this machine, is answered.' });
}
