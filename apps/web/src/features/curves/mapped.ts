export type Scale = (v: number) => number;

/** from SI to the units that are shown, and from those to the plot, px */
export interface Mapped {
  x: Scale;
  y: Scale;
  flow: (si: number) => number;
  metres: (si: number) => number;
}
