import type { Response } from 'express';

/** A page that asks again is told that nothing has changed, and gets nothing: the answer has an ETag, of its text. */
export const revalidated = (response: Response): void => void response.setHeader('Cache-Control', 'private, no-cache');
