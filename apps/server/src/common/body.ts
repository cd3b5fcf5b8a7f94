import {
  applyDecorators,
  Injectable,
  SetMetadata,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { ApiBody, ApiConsumes } from '@nestjs/swagger';
import express, { type Request, type RequestHandler, type Response } from 'express';
import type { Observable } from 'rxjs';
import { validated } from './joi.pipe.js';
import { described } from './described.js';
import type { Shape } from './shape.js';

/** How much a body may hold. */
export const LIMITS = {
  /** what carries no document */
  small: '100kb',
  /** a study, an entry of the catalogue, a template with its picture */
  document: '8mb',
  /** whole catalogues, spreadsheets, pictures and manuals */
  large: '64mb',
  /** a study with all that goes with it */
  package: '200mb',
} as const;
type Limit = keyof typeof LIMITS;

const each = <T>(of: (limit: string) => T): Record<Limit, T> =>
  Object.fromEntries(Object.entries(LIMITS).map(([name, limit]) => [name, of(limit)])) as Record<Limit, T>;
const JSONS = each((limit) => express.json({ limit }));
const BYTES = each((limit) => express.raw({ type: () => true, limit }));

const BODY = 'cedar-knot-body';
interface Taken {
  read: RequestHandler;
  /** none: it stays bytes, and who reads them judges them */
  judge?: Shape<unknown>;
}

/** The route takes a body of a shape: it is read up to its limit, judged, and so described. */
export const takes = (shape: Shape<unknown>, limit: Limit = 'small'): MethodDecorator =>
  applyDecorators(SetMetadata(BODY, { read: JSONS[limit], judge: shape } satisfies Taken), ApiBody({ schema: described(shape) }));

/** The route takes JSON with a document, which stays bytes: a worker thread reads and judges it. */
export const takesBytes = (shape: Shape<unknown>, limit: Limit = 'document'): MethodDecorator =>
  applyDecorators(SetMetadata(BODY, { read: BYTES[limit] } satisfies Taken), ApiBody({ schema: described(shape) }));

/** The route takes a file as it is. */
export const takesFile = (type: string, limit: Limit = 'large'): MethodDecorator =>
  applyDecorators(
    SetMetadata(BODY, { read: BYTES[limit] } satisfies Taken),
    ApiConsumes(type),
    ApiBody({ schema: type.startsWith('text/') ? { type: 'string' } : { type: 'string', format: 'binary' } }),
  );

/** Reads the body that a route takes, behind the guard and before its handler; a route that takes none is not sent any. */
@Injectable()
export class BodyReader implements NestInterceptor {
  constructor(private readonly reflector: Reflector) {}

  async intercept(context: ExecutionContext, next: CallHandler): Promise<Observable<unknown>> {
    const taken = this.reflector.get<Taken | undefined>(BODY, context.getHandler());
    if (taken) {
      const http = context.switchToHttp();
      const request = http.getRequest<Request>();
      await read(taken.read, request, http.getResponse<Response>());
      if (taken.judge) request.body = validated(taken.judge, request.body);
    }
    return next.handle();
  }
}

const read = (by: RequestHandler, request: Request, response: Response): Promise<void> =>
  new Promise((resolve, reject) => {
    void by(request, response, (error?: unknown) => (error ? reject(error) : resolve()));
  });

/** a body that stayed bytes; none at all is an empty one */
export function bytesOf(body: unknown): Uint8Array {
  return body instanceof Uint8Array ? body : new Uint8Array();
}
