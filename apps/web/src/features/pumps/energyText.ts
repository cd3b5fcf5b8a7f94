import { fixed } from '@cedar-knot/wording';
export const KWH = 3.6e6;

export const megawattHours = (joules: number): string => fixed(joules / 1000 / KWH, Math.abs(joules) < 36e9 ? 1 : 0);
