import { CHECKS } from '@cedar-knot/core';

/** least distance from boiling that a study is held to where it names none, Pa */
export const SAFE_OVER_VAPOUR = CHECKS['lowest-pressure'].limit as number;
