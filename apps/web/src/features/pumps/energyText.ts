export const KWH = 3.6e6;

export const megawattHours = (joules: number): string => (joules / 1000 / KWH).toFixed(Math.abs(joules) < 36e9 ? 1 : 0);
