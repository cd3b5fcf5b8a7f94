import type { Person } from '@cedar-knot/core';
import Joi from 'joi';

export const PERSON = Joi.object<Person>({
  name: Joi.string().trim().min(1).max(200).required(),
  initials: Joi.string().trim().min(1).max(10).required(),
}).required();
