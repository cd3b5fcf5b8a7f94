import type { Person } from '@cedar-knot/core';
import { named, object, orNull, text, type Shape } from '../common/shape.js';

export const PERSON: Shape<Person> = named('Person', object({ name: text(200, 1), initials: text(10, 1) }));
export const PERSON_ANSWER = named('PersonAnswer', object({ person: orNull(PERSON) }));
