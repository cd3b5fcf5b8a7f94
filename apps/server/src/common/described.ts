import type Joi from 'joi';
import joiToSwagger from 'joi-to-swagger';

/** Named shapes that were described so far, for the description of the API as a whole. */
export const COMPONENTS: Record<string, object> = {};

const known = new WeakMap<Joi.AnySchema, Record<string, unknown>>();

/** A shape as the description of the API has it. */
export function described(of: Joi.AnySchema): Record<string, unknown> {
  let found = known.get(of);
  if (found) return found;
  // what is known already is not handed in: it would be merged with every call
  const { swagger, components } = joiToSwagger.default(of);
  Object.assign(COMPONENTS, components?.schemas);
  known.set(of, (found = swagger as Record<string, unknown>));
  return found;
}
