import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';

const BODY_LIMIT = '8mb';
/** of requests that carry no document */
const SMALL_LIMIT = '100kb';

/** addresses whose bodies hold a document: they stay bytes, and are read in a worker */
const WITH_DOCUMENT = /^\/api\/studies(?:\/import|\/[^/]+)?\/?$/;

const raw = express.raw({ type: () => true, limit: BODY_LIMIT });
const json = express.json({ limit: SMALL_LIMIT });

export const readBodies: RequestHandler = (request: Request, response: Response, next: NextFunction) => {
  const { pathname } = new URL(request.url, 'http://localhost');
  const hasDocument = (request.method === 'POST' || request.method === 'PUT') && WITH_DOCUMENT.test(pathname);
  if (hasDocument) raw(request, response, next);
  else json(request, response, next);
};

/** a body that stayed bytes; none at all is an empty one */
export function bytesOf(body: unknown): Uint8Array {
  return body instanceof Uint8Array ? body : new Uint8Array();
}
