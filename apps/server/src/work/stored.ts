import type { Study } from '@cedar-knot/core';
import { modelsTaken } from '../database/models-taken.js';
import type { Accepted } from './task.js';

/** A study as it is kept. */
export function stored(study: Study): Accepted {
  return {
    title: (study.title ?? 'Untitled').slice(0, 300),
    tag: (study.tag ?? '').slice(0, 100),
    document: JSON.stringify(study),
    taken: modelsTaken(study),
  };
}
