/* The public list of the core: what server, command line and web may use. */
export { UNITS, DISPLAY_UNITS, findUnit, type Dimension, type Unit, type UnitSystem } from './units/units.js';
export {
  readQuantity,
  writeQuantity,
  isQuantity,
  toUnit,
  displayUnit,
  type Quantity,
  type QuantityProblem,
} from './units/quantity.js';
export {
  FINDING_SEVERITY,
  type Finding,
  type FindingCode,
  type Problem,
  type ProblemCode,
  type Severity,
} from './issues/issues.js';
export {
  CHECKS,
  ELEMENT_FIELDS,
  FLUID_FIELDS,
  LINE_FIELDS,
  MOST,
  POINT_FIELDS,
  LEVEL_WORDS,
  ECONOMICS_FIELDS,
  PUMP_ENTRY_FIELDS,
  SCENARIO_FIELDS,
  SCENARIO_ROLES,
  SITE_FIELDS,
  VALVE_ENTRY_FIELDS,
  type CheckCode,
  type Field,
  type Fields,
} from './document/fields.js';
export {
  blankStudy,
  writeStudy,
  LARGEST_STUDY,
  STUDY_FORMAT,
  STUDY_VERSION,
  type RawElement,
  type RawEntry,
  type RawLine,
  type RawEconomics,
  type RawScenario,
  type Study,
} from './document/study.js';
export { parseStudyText } from './document/read-study.js';
export { sumFittings } from './fittings/fitting.js';
export { PIPE_SIZES, insideOf, sizeSeries, type PipeSize, type SizeCandidate } from './pipes/size.js';
export { MATERIALS } from './pipes/material.js';
export { FITTING_TYPES } from './fittings/fitting.js';
export { PumpPerformance, type PumpInput, type PumpSetting } from './pumps/pump.js';
export { kvAtOpening, openingAtKv, KV_PER_CV, type ValveInput } from './valves/valve.js';
export { type Margin, type Verdict } from './checks/margin.js';
export { CHECK_RULES, ALLOWABLE_REGION, PREFERRED_REGION, motorFactor, type Limit } from './checks/defaults.js';
export { prepareStudy, isFatal } from './scenarios/prepare.js';
export { type ElementDetail, type PreparedStudy, type ScenarioModel } from './scenarios/model.js';
export { runStudy, fatalProblems, type SolvedScenario, type StudyRun } from './scenarios/run.js';
export {
  type ElementResult,
  type LossResult,
  type PipeResult,
  type PlaceResult,
  type PointResult,
  type PumpResult,
  type ScenarioResult,
  type ValveResult,
} from './scenarios/results.js';
export { systemCurve, type CurvePoint, type ValveStand } from './scenarios/system-curve.js';
export { diffDocuments, type DocumentChange } from './document/diff.js';
export {
  applyOperation,
  applyOperations,
  type InsertOperation,
  type MoveOperation,
  type Operation,
  type Path,
  type RemoveOperation,
  type SetOperation,
} from './document/operations.js';
export {
  readShortForm,
  writeShortForm,
  TYPED_KINDS,
  type ShortFormProblem,
  type ShortFormReading,
} from './document/short-form.js';
export { readExpression } from './units/expression.js';
export { serviceCurves, type PumpTrace, type ScenarioTrace, type ServiceCurves } from './scenarios/service-curves.js';
export { studySchema } from './document/json-schema.js';
export { type HeadBreakdown } from './scenarios/breakdown.js';
export { working, WORKED, type WorkingStep, type WorkingValue } from './scenarios/working.js';
export { reachOf, type Reach, type ReachRequest } from './scenarios/reach.js';
export {
  annuity,
  compareLineSizes,
  costPerMetre,
  ECONOMICS,
  share,
  sizeOperations,
  type LineSizes,
  type LineSizesRequest,
  type SizedLine,
  type SizedScenario,
} from './sizing/line-sizes.js';
