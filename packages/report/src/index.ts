export { buildReport, contextOf, firstParts, isPart, reportName, type ReportOptions } from './build.js';
export { cellText, isNumber, pageOf, PART_NAMES, PARTS, printed, REPORT_FORMATS, type Block, type Cell, type Column, type NumberCell, type Part, type ReportDocument, type ReportFormat, type Section } from './document.js'; // prettier-ignore
export { pictureIn } from './letterhead.js';
export { ledger, type LedgerRow } from './ledger.js';
export type { ReportContext } from './context.js';
export { changedCurves, type Side } from './changed-curves.js';
export { standingText } from './issue.js';
export { reportSchema } from './report-schema.js';
export { offersReport, readOffers, type Offer, type OfferedRow, type OffersRead } from './offers.js';
