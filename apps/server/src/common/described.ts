import type Joi from 'joi';
import joiToSwagger from 'joi-to-swagger';

/** Named shapes that were described so far, for the description of the API as a whole. */
export const COMPONENTS: Record<string, object> = {};

/** A shape as the description of the API has it. */
export function described(of: Joi.AnySchema): Record<string, unknown> {
  const { swagger, components } = joiToSwagger.default(of, COMPONENTS);
  Object.assign(COMPONENTS, components?.schemas);
  return swagger as Record<string, unknown>;
}
