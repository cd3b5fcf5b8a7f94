import type { PipeTransform } from '@nestjs/common';
import type { Shape } from './shape.js';
import { ApiProblem } from './problem.js';

/** Validates what comes in; everything wrong is said at once, with its path. */
export class JoiPipe<T> implements PipeTransform<unknown, T> {
  constructor(private readonly shape: Shape<T>) {}

  transform(value: unknown): T {
    return validated(this.shape, value);
  }
}

export function validated<T>(shape: Shape<T>, value: unknown): T {
  const { value: read, error } = shape.required().validate(value, { abortEarly: false, convert: true });
  if (!error) return read as T;
  const errors = error.details.slice(0, 50).map((d) => ({ path: joinPath(d.path), message: `${d.message}.` }));
  throw new ApiProblem(400, {
    error: 'bad-request',
    message: errors
      .map((e) => e.message)
      .join(' ')
      .slice(0, 2000),
    errors,
  });
}

function joinPath(path: readonly (string | number)[]): string {
  return path.map((p, i) => (typeof p === 'number' ? `[${p}]` : i === 0 ? p : `.${p}`)).join('');
}
