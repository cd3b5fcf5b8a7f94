/** What stands on the plot beside the curves as they run. */
export interface Shows {
  made: boolean;
  window: boolean;
  zoom: boolean;
  /** beside the curve as it runs: lines of equal efficiency, other speeds, other counts of units, the new pump on water, the motor */
  contours: boolean;
  speeds: boolean;
  units: boolean;
  clear: boolean;
  motor: boolean;
  quadratic: boolean;
  /** the control valve wide open and at the edges of its band */
  edges: boolean;
}

/** nothing beside the curves */
export const BARE: Shows = {
  made: false,
  window: false,
  zoom: false,
  contours: false,
  speeds: false,
  units: false,
  clear: false,
  motor: false,
  quadratic: false,
  edges: false,
};
