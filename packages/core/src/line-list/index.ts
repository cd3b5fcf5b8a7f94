export { LINE_COLUMNS, type LineColumn, type ListColumn } from './columns.js';
export { placesOf as placesOfList, ROLES, systemsOf, type Place, type PlaceRole } from './places.js';
export { readLineList, type ListOptions, type ListProblem, type ListedPipe, type ReadList } from './read.js';
export { studyOfList, type ListedStudy } from './study.js';
