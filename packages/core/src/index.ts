/* The public list of the core: what server, command line and web may use. */
export {
  CHOSEN_UNITS,
  NAMED_SYSTEMS,
  PERSON_UNITS,
  systemWith,
  DISPLAY_UNITS,
  findUnit,
  UNITS,
  unitsOf,
  unitsToChoose,
  type Dimension,
  type SystemName,
  type Unit,
  type UnitSystem,
} from './units/units.js';
export { apart } from './numerics/apart.js';
export {
  readQuantity,
  writeQuantity,
  isQuantity,
  toUnit,
  displayUnit,
  splitNumber,
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
export { type Field, type Fields, type ListField, type NumberField, type QuantityField } from './fields/field.js';
export { defaultOf } from './fields/defaults.js';
export { RATING_KEYS } from './fields/rating-fields.js';
export { readPercent } from './fields/number-text.js';
export {
  plainSigns,
  quantityOf,
  readCommas,
  readTyped,
  readTypedRecord,
  typedText,
  unitIn,
  type TypedMarks,
  type TypedReading,
} from './fields/typed.js';
export { type Assumption, type ShortFormNames, type ShortFormProblem, type ShortFormReading } from './fields/short-form.js';
export { FLUID_KINDS, fluidKind, type FluidKindName } from './fluids/fluid.js';
export { ELEMENT_KINDS, isElementKind, type ElementKindName } from './elements/index.js';
export { type ElementKind, type Givens } from './elements/kind.js';
export { isPointKind, LEVEL_WORDS, LINE, POINT_KINDS, type PointKind, type PointKindName } from './document/points.js';
export {
  ECONOMICS_FIELDS,
  LARGEST_COLLECTION,
  LONGEST_LOGO,
  PUMP_ENTRY_FIELDS,
  SCENARIO_FIELDS,
  SCENARIO_ROLES,
  SITE_FIELDS,
  VALVE_ENTRY_FIELDS,
} from './document/fields.js';
export {
  allElements,
  elementPath,
  MOST_OF_UNIT,
  placedElements,
  UNIT_KINDS,
  UNIT_PIPING,
  UNIT_SIDES,
  unitElements,
  withUnits,
  type UnitSide,
} from './document/unit-piping.js';
export { installedUnits } from './checks/standby.js';
export { thingKind, type ThingKind } from './document/things.js';
export type {
  AttachmentHead,
  FieldProblem,
  ImportResult,
  ModelEntry,
  ModelHead,
  ModelKind,
  ModelWhole,
  ModelWords,
  KeptTemplate,
  OwnBeginning,
  OwnBeginningHead,
  PackageOpened,
  Person,
  ReportTemplate,
  Provenance,
  RevisionHead,
  StudyHead,
  StudyPage,
  StudyWhole,
  VersionHead,
  VersionPage,
} from './document/stored.js';
export {
  CORE_VERSION,
  issuedDocument,
  nextRevision,
  preparedReport,
  standingOf,
  type IssuedPaper,
  type IssuedRevision,
  type IssueWords,
  type Standing,
  type Stands,
} from './document/issued.js';
export { entryLabel } from './document/entry-label.js';
export { isId } from './document/ids.js';
export { doubtsOf } from './doubts/doubts.js';
export { type Doubt, type DoubtCode } from './doubts/doubt.js';
export {
  blankStudy,
  writeStudy,
  LARGEST_STUDY,
  STUDY_FORMAT,
  STUDY_VERSION,
  type RawElement,
  type RawEntry,
  type RawLimit,
  type RawReading,
  type RawLedger,
  type RawReport,
  type RawRevision,
  type RawUncertainty,
  type RawLine,
  type RawEconomics,
  type RawScenario,
  type Study,
} from './document/study.js';
export { parseStudyText } from './document/read-study.js';
export { FITTING_TYPES, neededEntry, sumFittings } from './fittings/fitting.js';
export { REFERENCE_DENSITY, STANDARD_GRAVITY, WATER_AT_20_DENSITY } from './units/standard.js';
export { insideOf, pipeDimensions, pipeWeight, sizeSeries, type SizeCandidate } from './pipes/size.js';
export { MATERIALS } from './pipes/material.js';
export { PumpPerformance, type PumpInput, type PumpSetting } from './pumps/pump.js';
export { entrySpeed, standing } from './pumps/standing.js';
export { performanceAt } from './catalogue/configure.js';
export { electricityOf, inputPower } from './pumps/input-power.js';
export { KV_PER_CV } from './units/flow-coefficient.js';
export { noiseOf, type ValveNoise } from './valves/noise.js';
export { dropAtFlow, kvAtOpening, pipingFactors, type ValveInput } from './valves/valve.js';
export {
  worstMargins,
  worstOverall,
  type Incomplete,
  type Limit,
  type Margin,
  type Overall,
  type Verdict,
} from './results/margin.js';
export { CHECK_CODES, CHECKS, isCheckCode, type CheckCode } from './checks/index.js';
export { type Check, type Reason } from './checks/check.js';
export { readTypedLimit } from './checks/limits.js';
export { prepareStudy, isFatal } from './scenarios/prepare.js';
export { type ElementDetail, type PreparedStudy, type ScenarioModel } from './scenarios/model.js';
export { runStudy, fatalProblems, type SolvedScenario, type StudyRun } from './scenarios/run.js';
export { Recalculation } from './scenarios/recalculation.js';
export { overallVerdict, studyVerdict } from './scenarios/overall.js';
export {
  type ElementResult,
  type HeadBreakdown,
  type LossResult,
  type PipeResult,
  type PlaceResult,
  type PointResult,
  type PumpResult,
  type ScenarioResult,
  type ValveResult,
} from './results/results.js';
export { systemCurve, type CurvePoint, type ValveStand } from './scenarios/system-curve.js';
export { diffDocuments, isSameDocument, type DocumentChange } from './document/diff.js';
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
export { endNamed, kindNamed, readShortForm, writeShortForm } from './document/short-form.js';
export { serviceCurves, type PumpTrace, type ScenarioTrace, type ServiceCurves } from './scenarios/service-curves.js';
export { studySchema } from './document/json-schema.js';
export { usedEntries, workedFigures, working, workingChain } from './scenarios/working.js';
export { inFormula, shownStep, type ShownStep, type WorkingStep, type WorkingValue } from './results/working.js';
export { inputAt, inputsOf, movedStudy, valueIn, writtenValue, type StudyInput } from './reach/inputs.js';
export {
  columnsOf,
  dimensionShown,
  FIGURE_TABLE,
  FIGURE_KEYS,
  isFigure,
  sweptOf,
  usageOf,
  type Digits,
  type FigureKey,
  type FigureShown,
  type Holder,
  type ReadFigure,
  type ResultFigure,
} from './results/figures.js';
export { insideBy, insideShare, nearestLimit } from './checks/inside.js';
export { headroomOf, largestOf, marginIn, Probe, type Headroom, type Largest, type Range } from './reach/headroom.js';
export { bringingToLimit, nearestOfAll, type Bringing, type Nearest } from './reach/nearest.js';
export { handleAt, type Handle } from './reach/moved.js';
export { GRADE_TOLERANCE, readUncertainty, type CurveGrade, type Uncertain } from './reach/uncertain.js';
export { quantilesOf, sampleStudy, type Axis, type Sampled, type SampledMargin, type SampledScenario } from './reach/sampling.js';
export {
  besideModel,
  figuresAt,
  reachProblems,
  readDimension,
  readReadings,
  type ReadBeside,
  type Reading as InstrumentReading,
} from './reach/readings.js';
export { fitReadings, type Fit, type Fitted, type NoFit } from './reach/fit.js';
export { takesMost, type Takes } from './scenarios/takes.js';
export { suctionState, type SuctionState } from './scenarios/suction-state.js';
export { suctionBuild, type SuctionBuild, type SuctionPart } from './scenarios/suction-build.js';
export {
  fieldOf,
  readAt,
  readingOf,
  sweepRange,
  sweepRows,
  type Field as SweepField,
  type SweepReading,
  type SweepRow,
} from './reach/sweep.js';
export {
  annuity,
  compareLineSizes,
  costPerMetre,
  share,
  sizeOperations,
  type LineSizes,
  type LineSizesRequest,
  type SizedLine,
  type SizedScenario,
} from './sizing/line-sizes.js';
export { judgeTable, severityOf, type RowProblem } from './catalogue/judge-table.js';
export { countsOf, judgeCatalogue, type CurveWarning, type JudgedCatalogue } from './catalogue/judge.js';
export {
  byDeparture,
  findPumps,
  FOUND_ORDERS,
  noFindCounts,
  orderFound,
  type Finding as FoundPumps,
  type FoundOrder,
  type FoundPump,
  type Wanted,
} from './catalogue/find.js';
export { PUMP_TYPES, VALVE_TYPES } from './document/fields.js';
export {
  meantNumber,
  readSheets,
  readTable,
  type Layout,
  type Mend,
  type ReadTable,
  type TableOptions,
  type TableProblem,
} from './catalogue/table.js';
export { optionsOfTemplate, type ImportTemplate, type KeptImportTemplate } from './catalogue/import-template.js';
export { questionsOf, type Choice as ReadingChoice, type Fact, type Question, type TableReading } from './catalogue/readings.js';
export { figuresOf, isPlausible, type Figure, type Plausibility } from './catalogue/plausible.js';
export { placeOfRow, rowIn, sheetOf, type Sheet, type SheetCell, type SheetRow } from './catalogue/cells.js';
export { COLUMNS, knownHeads, type ColumnName, type MatchedColumn } from './catalogue/columns.js';
export { ENTRY_FIELDS, MORE_COLUMNS, type TableKind } from './catalogue/more-columns.js';
export { writeTable, type Cell, type WrittenTable } from './catalogue/write-table.js';
export { canonicalEntry } from './catalogue/canonical.js';
export {
  FIELD,
  summariseModel,
  summarisePump,
  summariseValve,
  stageCounts,
  type PumpSummary,
  type Reach as PumpReach,
  type ValveSummary,
} from './catalogue/summary.js';
export {
  curveSheet,
  readOut,
  type Contour,
  type CurveSheet,
  type ReadOut,
  type SheetCurve,
  type SheetSetting,
} from './catalogue/curve-sheet.js';
export {
  attainableEfficiency,
  typicalPump,
  typicalShape,
  TYPICAL_RANGE,
  type TypicalDuty,
  type TypicalPump,
} from './catalogue/typical.js';
export { splitStages } from './catalogue/stages.js';
export { describeEntry, filtersOf, narrowed, type Filtered } from './catalogue/filter.js';
export {
  coverageFields,
  facetsOf,
  familiesOf,
  found,
  ordered,
  overviewOf,
  type CoverageField,
  type CoverageFields,
  type Facet,
  type Facets,
  type FamilyHead,
  type ListFilter,
  type ListOrder,
  type ListRow,
  type Overview,
} from './catalogue/list.js';
export { knownOf, spoken, type ColumnFilter, type Described, type Known, type ModelColumn } from './catalogue/model-column.js';
export { MODEL_COLUMNS, wordsOf, type ModelFilter, type PumpFilter } from './catalogue/model-columns.js';
export { MOTOR_ENTRY_FIELDS } from './catalogue/format.js';
export { flowOfHeat, flowOfMass, flowOfUse, flowOfVolume, headOf } from './selection/estimate.js';
export { PictureAxes, type AxesProblem, type AxisMark, type Corners, type PictureAxis } from './digitise/axes.js';
export { followStroke, snapTo, type Followed } from './digitise/follow.js';
export { efficiencyOfContours, residuals, rowsOf, thinned, type PickedRow, type Reading } from './digitise/points.js';
export type { Picture, Place } from './digitise/picture.js';
export { toPump, toValve, usableValve } from './scenarios/equipment.js';
export { catalogueSchema } from './catalogue/schema.js';
export type { Catalogue } from './catalogue/format.js';
export { hasMassFlow, mergeRankings, nearestFallen, Ranker, rankPumps, type RankedEntry } from './selection/rank.js';
export type {
  Candidate as RankedPump,
  Fallen as FallenPump,
  Objective,
  Ranking,
  RankOptions,
  Vary,
} from './selection/ranking.js';
export { USUAL_YEARS } from './selection/cost.js';
export { ECONOMICS } from './document/economics.js';
export { byRank } from './selection/order.js';
export { OBJECTIVES } from './selection/ranking.js';
export { readMoney, type Money } from './units/money.js';
export { wholeStudy, type WholeStudy } from './selection/whole.js';
export { stepTest, type StepTest, type TestStep } from './network/well.js';
export { leastUnits } from './selection/running-units.js';
export { tripOf, type Tripped } from './selection/trip.js';
export { neededFor, type Needed } from './selection/needed.js';
export { controlSchemes, energyByCause, type ControlScheme, type EnergyByCause } from './selection/drive.js';
export {
  clearCurve,
  efficiencyContours,
  overallAt,
  quadraticFit,
  runOut,
  speedFamily,
  unitFamily,
  type FamilyCurve,
  type QuadraticFit,
  type RunOut,
} from './catalogue/curve-family.js';
export { typicalDerating, usableShare } from './pumps/derating.js';
export { marginGuidance, SERVICE_WORDS, type MarginGuidance, type Service } from './pumps/suction-energy.js';
export { MOTOR_RATINGS, nextRating } from './pumps/motor-ratings.js';
export { regionsOf } from './pumps/regions.js';
export { motorFactor } from './checks/motor-power.js';
export { stageLadder, type LadderOptions, type StageLadder } from './selection/stages.js';
export {
  chooseValves,
  ValvePosition,
  type FallenValve,
  type ValveChoice,
  type ValveNeed,
  type ValveRow,
  type ValveAt,
} from './selection/valves.js';
export { SIZED_VALVE, VALVE_DUTIES, valveDutyStudy, type DutyName, type ValveDuty } from './selection/valve-duty.js';
export { withFlowThrough } from './selection/suppose.js';
export { SPLIT_AT, splitRange, type SplitStand } from './selection/split-range.js';
export type { ValveWindow } from './scenarios/valve-window.js';
export { readyForSearch, usable } from './catalogue/find.js';
export { readGround, type Ground, type GroundOptions, type GroundProblem } from './document/ground.js';
export { longLine, mainWay, type LongLine, type LongPlace, type Station } from './scenarios/long-line.js';
export { allowablePressure, GRADES } from './pipes/barlow.js';
export { typicalMotorEfficiency } from './pumps/typical-motor.js';
export { STANDARD_ATMOSPHERE } from './units/standard.js';
export { word, type Word } from './words/word.js';
export { compareStudies, USUAL_TOLERANCE, type CompareOptions, type Comparison } from './comparison/compare.js';
export { changedInputs, entryInScenario, type ChangedInput, type Entered } from './comparison/inputs.js';
export {
  changedFigures,
  changedVerdicts,
  moved,
  turn,
  type ChangedFigure,
  type ChangedVerdict,
  type Turned,
} from './comparison/results.js';
export { beginStudy, usualSize, type BeginningHead, type Begun } from './beginnings/begin.js';
export { askableInputs, askedInputs, beginOwn, MOST_ASKED, usualAsks, type AskedInput, type BegunOwn } from './beginnings/own.js';
export { enteredText, readBeginning, type EntryProblem } from './beginnings/entries.js';
export { BEGINNINGS, beginningOf, type BeginningName } from './beginnings/services.js';
export { type Beginning, type BeginningField, type Given } from './beginnings/beginning.js';
export { Kit, type BeginningUnits, type Say } from './beginnings/kit.js';
export {
  LINE_COLUMNS,
  placesOfList,
  readLineList,
  ROLES,
  studyOfList,
  systemsOf,
  type LineColumn,
  type ListColumn,
  type ListedPipe,
  type ListedStudy,
  type ListOptions,
  type ListProblem,
  type Place as ListedPlace,
  type PlaceRole,
  type ReadList,
} from './line-list/index.js';
