export { resultsDocument, type ResultsDocument } from './results.js';
export { prettyUnit, inUnits } from './numbers.js';
export * from './marks.js';
export { problemText, WORDED_REASONS } from './problems.js';
export {
  findingText,
  marginReason,
  checkName,
  checkShort,
  checkValue,
  missingText,
  neededText,
  notJudgedText,
} from './findings.js';
export { assumptionText, shortFormText } from './short-form.js';
export { figureName, wordedStep, workingText, type WordedStep, type WordedValue } from './working.js';
export {
  columnText,
  curveWarningText,
  factText,
  readingText,
  rowProblemText,
  tableFileText,
  tableText,
  WORDED_TABLE_CODES,
  type TableFault,
} from './catalogue.js';
export { doubtText } from './doubts.js';
export { letterOf, named } from './names.js';
export { noFitText, takesText } from './reach.js';
export { register, said, text, worded, type Worded, type Key, type TextOf, type ValuesOf } from './messages.js';
export { glossary, glossaryEntry, termOfEntry, type GlossaryEntry, type Term } from './glossary.js';
export {
  briefly,
  changedFigureText,
  changedInputText,
  changedVerdictText,
  enteredText,
  figureText,
  fromTo,
  judgedName,
  partsOfText,
  turnedText,
  whereText,
  type NameOf,
} from './comparison.js';
