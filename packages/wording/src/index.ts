export { shortNumber, prettyUnit, inUnits } from './numbers.js';
export { problemText, WORDED_REASONS } from './problems.js';
export { findingText, marginReason, CHECK_NAMES } from './findings.js';
