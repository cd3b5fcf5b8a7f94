/*
 * Every key of the program, once: what is pressed, what it does, where it holds. The lists that are shown and the handlers are
 * made from it.
 */

export type FrameAction = 'commands' | 'undo' | 'redo' | 'keys';
export type SheetAction = 'branch' | 'split' | 'join' | 'up' | 'down' | 'shut';

interface Key {
  /** as the person reads it */
  shown: string;
  what: string;
}

/** `press` in the manner of tinykeys: `$mod` is Ctrl, or Cmd on a Mac; letters by their place on the keyboard where Alt is held */
export const FRAME_KEYS: readonly (Key & { action: FrameAction; press: readonly string[]; whileTyping?: boolean })[] = [
  { action: 'commands', press: ['$mod+KeyK'], shown: 'Ctrl K', what: 'search or run a command', whileTyping: true },
  { action: 'undo', press: ['$mod+KeyZ'], shown: 'Ctrl Z', what: 'undo' },
  { action: 'redo', press: ['$mod+KeyY', '$mod+Shift+KeyZ'], shown: 'Ctrl Y', what: 'redo' },
  { action: 'keys', press: ['Shift+?', '?'], shown: '?', what: 'list the keys' },
];

export const SHEET_KEYS: readonly (Key & { action: SheetAction; code: string })[] = [
  { action: 'branch', code: 'KeyB', shown: 'Alt B', what: 'branch after the chosen element, or from the chosen point' },
  { action: 'split', code: 'KeyS', shown: 'Alt S', what: 'part a pipe in two' },
  { action: 'join', code: 'KeyJ', shown: 'Alt J', what: 'join a pipe with the next' },
  { action: 'up', code: 'ArrowUp', shown: 'Alt ↑', what: 'move the element up its line' },
  { action: 'down', code: 'ArrowDown', shown: 'Alt ↓', what: 'move the element down its line' },
  { action: 'shut', code: 'KeyO', shown: 'Alt O', what: 'shut or open the chosen line in the active scenario' },
];

/** keys whose meaning is that of every sheet or of the scenarios, for the list */
const OTHERS: readonly Key[] = [
  { shown: '1 … 9', what: 'make a scenario the active one; in a cell they are typed, there with Alt' },
  { shown: 'Shift 1 … 9', what: 'compare a scenario with it' },
  { shown: '↑ ↓', what: 'along the line in the sheet' },
  { shown: 'Enter, F2', what: 'edit a cell; Enter takes it, Escape leaves it' },
  { shown: 'Tab', what: 'next cell' },
  { shown: 'Delete', what: 'take the element or the line out' },
  { shown: 'Ctrl Enter', what: 'from the sheet to the quick entry; Escape leads back' },
  { shown: 'Ctrl C, Ctrl V', what: 'rows of the sheet, cells of the matrix to and from a spreadsheet' },
  { shown: 'Shift Enter', what: 'in the matrix: fill across to the scenarios on the right' },
];

export const ALL_KEYS: readonly Key[] = [...FRAME_KEYS, ...OTHERS, ...SHEET_KEYS];

export const shownKey = (action: FrameAction | SheetAction): string =>
  [...FRAME_KEYS, ...SHEET_KEYS].find((k) => k.action === action)?.shown ?? '';
