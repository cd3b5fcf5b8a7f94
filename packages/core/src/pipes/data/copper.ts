/** Copper tube: walls, mm, in which each outside diameter is made, the usual one first. Source: EN 1057, table 3. */
export const EN_1057: Readonly<Record<number, readonly number[]>> = {
  12: [1, 0.8, 0.7],
  15: [1, 0.8, 0.7],
  18: [1, 0.8],
  22: [1, 1.2, 1.5, 0.9],
  28: [1.5, 1.2, 1, 0.9],
  35: [1.5, 1.2, 1],
  42: [1.5, 1.2, 1],
  54: [2, 1.5, 1.2, 1],
  66.7: [2, 1.2],
  76.1: [2, 1.5],
  88.9: [2],
  108: [2.5, 1.5],
  133: [3, 1.5],
  159: [3, 2],
};
