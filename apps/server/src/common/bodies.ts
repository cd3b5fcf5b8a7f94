import express, { Router, type NextFunction, type Request, type RequestHandler, type Response } from 'express';

const BODY_LIMIT = '8mb';
/** of requests that carry no document */
const SMALL_LIMIT = '100kb';
/** whole catalogues, spreadsheets, pictures and manuals */
const LARGE_LIMIT = '64mb';

/** addresses below `/api` whose bodies hold a document: they stay bytes, and are read in a worker */
const WITH_DOCUMENT = ['/studies', '/studies/:id'];
const LARGE = ['/catalogue/import', '/catalogue/sheets', '/catalogue/rank', '/catalogue/models/:id/attachments'];
/** one entry of the catalogue, or a template with its picture */
const WITH_ENTRY = [
  '/catalogue/models',
  '/catalogue/models/:id',
  '/catalogue/export',
  '/catalogue/find',
  '/report-templates',
  '/report-templates/:id',
];

/** Reads bodies by the route that they are sent to, each to its limit. Stands behind the guard, on the router of the API. */
export function readBodies(): Router {
  const router = Router({ caseSensitive: true });
  const large = express.raw({ type: () => true, limit: LARGE_LIMIT });
  const document = express.raw({ type: () => true, limit: BODY_LIMIT });
  const entry = express.json({ limit: BODY_LIMIT });
  for (const [paths, read] of [
    [LARGE, large],
    [WITH_DOCUMENT, document],
    [WITH_ENTRY, entry],
  ] as const)
    router.route(paths).post(read, leave).put(read, leave);
  router.use(express.json({ limit: SMALL_LIMIT }));
  return router;
}

const leave: RequestHandler = (_request: Request, _response: Response, next: NextFunction) => next('router');

/** a body that stayed bytes; none at all is an empty one */
export function bytesOf(body: unknown): Uint8Array {
  return body instanceof Uint8Array ? body : new Uint8Array();
}
