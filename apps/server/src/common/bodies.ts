import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';

const BODY_LIMIT = '8mb';
/** of requests that carry no document */
const SMALL_LIMIT = '100kb';

/** addresses whose bodies hold a document: they stay bytes, and are read in a worker */
const WITH_DOCUMENT = /^\/api\/studies(?:\/import|\/[^/]+)?\/?$/;

/** whole catalogues, spreadsheets, pictures and manuals */
const LARGE_LIMIT = '64mb';
const LARGE = /^\/api\/catalogue\/(?:import|sheets|rank|models\/[^/]+\/attachments)\/?$/;
/** one entry of the catalogue, or a template with its picture */
const ENTRY = /^\/api\/(?:catalogue\/(?:models(?:\/[^/]+)?|export|find)|report-templates(?:\/[^/]+)?)\/?$/;

const large = express.raw({ type: () => true, limit: LARGE_LIMIT });
const entry = express.json({ limit: BODY_LIMIT });
const raw = express.raw({ type: () => true, limit: BODY_LIMIT });
const json = express.json({ limit: SMALL_LIMIT });

export const readBodies: RequestHandler = (request: Request, response: Response, next: NextFunction) => {
  const { pathname } = new URL(request.url, 'http://localhost');
  const isWrite = request.method === 'POST' || request.method === 'PUT';
  if (isWrite && WITH_DOCUMENT.test(pathname)) raw(request, response, next);
  else if (isWrite && LARGE.test(pathname)) large(request, response, next);
  else if (isWrite && ENTRY.test(pathname)) entry(request, response, next);
  else json(request, response, next);
};

/** a body that stayed bytes; none at all is an empty one */
export function bytesOf(body: unknown): Uint8Array {
  return body instanceof Uint8Array ? body : new Uint8Array();
}
