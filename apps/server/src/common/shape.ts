import Joi from 'joi';

/*
 * What stands in a body, a query or an answer, written once: Joi judges it, and its type and its description follow from it. A field is
 * asked for unless it is `may` or has what it is `usually`.
 */

declare const SAYS: unique symbol;
declare const MAY: unique symbol;
export type Shape<T> = Joi.AnySchema & { readonly [SAYS]: T };
/** Of a field that can be left out. */
export type May<T> = Shape<T> & { readonly [MAY]: true };
/** The type of what was judged. */
export type Of<S> = S extends { readonly [SAYS]: infer T } ? T : never;

type Fields = Readonly<Record<string, Shape<unknown>>>;
type ObjectOf<F extends Fields> = { [K in keyof F as F[K] extends May<unknown> ? never : K]: Of<F[K]> } & {
  [K in keyof F as F[K] extends May<unknown> ? K : never]?: Of<F[K]>;
};

const NULL = Joi.any()
  .valid(null)
  .meta({ swagger: { type: 'null' }, swaggerOverride: true });

/** those that may be left out: to ask Joi for it takes as long as to read a body */
const LEFT = new WeakSet<Joi.AnySchema>();
const left = <J extends Joi.AnySchema>(joi: J): J => {
  LEFT.add(joi);
  return joi;
};

const shape = <T>(joi: Joi.AnySchema): Shape<T> => joi as unknown as Shape<T>;

/** Of at most so many letters, without blanks at its ends; an empty one only where none is asked for. */
export const text = (most?: number, least = 0): Shape<string> => {
  const joi = least > 0 ? Joi.string().trim().min(least) : Joi.string().trim().allow('');
  return shape(most === undefined ? joi : joi.max(most));
};
export const like = (pattern: RegExp, name: string, most: number): Shape<string> =>
  shape(Joi.string().max(most).pattern(pattern, name));
export const id = (): Shape<string> => shape(Joi.string().guid({ version: 'uuidv4' }));
/** ISO 8601 */
export const time = (): Shape<string> => shape(Joi.string().isoDate());
export const figure = (least?: number, most?: number): Shape<number> => shape(within(Joi.number(), least, most));
export const whole = (least?: number, most?: number): Shape<number> => shape(within(Joi.number().integer(), least, most));
/** counts from 1 */
export const version = (): Shape<number> => whole(1, 2 ** 31 - 1);
/** more than nothing */
export const positive = (most: number): Shape<number> => shape(Joi.number().positive().max(most));
export const yesNo = (): Shape<boolean> => shape(Joi.boolean());
export const oneOf = <const T extends string | number>(values: readonly T[]): Shape<T> =>
  shape((typeof values[0] === 'number' ? Joi.number() : Joi.string()).valid(...values));
export const list = <T>(of: Shape<T>, most?: number, least = 0): Shape<T[]> => {
  const joi = Joi.array().items(of.optional()).min(least);
  return shape(most === undefined ? joi : joi.max(most));
};
export const map = <T>(of: Shape<T>, longestKey = 100): Shape<Record<string, T>> =>
  shape(Joi.object().pattern(Joi.string().max(longestKey), of));
/** Anything with keys: judged elsewhere, or not at all. @param says what it is */
export const open = <T = Record<string, unknown>>(says?: string): Shape<T> =>
  shape(says === undefined ? Joi.object().unknown(true) : Joi.object().unknown(true).description(says));
export const anything = (): Shape<unknown> => shape(Joi.any());

export const object = <const F extends Fields>(fields: F): Shape<{ [K in keyof ObjectOf<F>]: ObjectOf<F>[K] }> =>
  shape(Joi.object(Object.fromEntries(Object.entries(fields).map(([key, of]) => [key, LEFT.has(of) ? of : of.required()]))));

/** At least one of some that may be left out. */
export const withOneOf = <T>(of: Shape<T>, ...keys: (keyof T & string)[]): Shape<T> =>
  shape((of as Joi.AnySchema as Joi.ObjectSchema).or(...keys));

/** An object with a name of its own in the description. */
export const named = <T>(name: string, of: Shape<T>): Shape<T> => shape(of.meta({ className: name }));
export const may = <T>(of: Shape<T>): May<T> => left(of.optional()) as May<T>;
export const usually = <T extends string | number | boolean>(of: Shape<T>, value: NoInfer<T>): Shape<T> =>
  shape(left(of.default(value)));
export const orNull = <T>(of: Shape<T>): Shape<T | null> => shape(Joi.alternatives().try(of, NULL));
export const saying = <T>(of: Shape<T>, description: string): Shape<T> => shape(of.description(description));

function within(joi: Joi.NumberSchema, least: number | undefined, most: number | undefined): Joi.NumberSchema {
  const from = least === undefined ? joi : joi.min(least);
  return most === undefined ? from : from.max(most);
}
