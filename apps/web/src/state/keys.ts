import { msg } from '../words.js';

/*
 * Every key of the program, once: what is pressed, what it does, where it holds. The lists that are shown and the handlers are
 * made from it.
 */

export type FrameAction = 'commands' | 'undo' | 'redo' | 'keys' | 'help';
export type SheetAction = 'branch' | 'split' | 'join' | 'up' | 'down' | 'shut';

interface Key {
  /** as the person reads it */
  shown: string;
  what: string;
}

/** `press` in the manner of tinykeys: `$mod` is Ctrl, or Cmd on a Mac; letters by their place on the keyboard where Alt is held */
export const FRAME_KEYS: readonly (Key & { action: FrameAction; press: readonly string[]; whileTyping?: boolean })[] = [
  { action: 'commands', press: ['$mod+KeyK'], shown: 'Ctrl K', what: msg('app.searchOrRunACommand'), whileTyping: true },
  { action: 'undo', press: ['$mod+KeyZ'], shown: 'Ctrl Z', what: msg('app.undo') },
  { action: 'redo', press: ['$mod+KeyY', '$mod+Shift+KeyZ'], shown: 'Ctrl Y', what: msg('app.redo') },
  { action: 'keys', press: ['Shift+?', '?'], shown: '?', what: msg('app.showKeyboardShortcuts') },
  { action: 'help', press: ['F1'], shown: 'F1', what: msg('app.explainTheTermInFocus'), whileTyping: true },
];

export const SHEET_KEYS: readonly (Key & { action: SheetAction; code: string })[] = [
  { action: 'branch', code: 'KeyB', shown: 'Alt B', what: msg('app.branchDownstreamOfTheSelected') },
  { action: 'split', code: 'KeyS', shown: 'Alt S', what: msg('app.splitAPipe') },
  { action: 'join', code: 'KeyJ', shown: 'Alt J', what: msg('app.joinAPipeWithThe') },
  { action: 'up', code: 'ArrowUp', shown: 'Alt ↑', what: msg('app.moveTheElementUpstream') },
  { action: 'down', code: 'ArrowDown', shown: 'Alt ↓', what: msg('app.moveTheElementDownstream') },
  { action: 'shut', code: 'KeyO', shown: 'Alt O', what: msg('app.closeOrOpenTheSelected') },
];

/** keys whose meaning is that of every sheet or of the scenarios, for the list */
const OTHERS: readonly Key[] = [
  { shown: '1 … 9', what: msg('app.activateAScenarioWithAlt') },
  { shown: 'Shift 1 … 9', what: msg('app.compareAScenarioWithThe') },
  { shown: '↑ ↓', what: msg('app.moveAlongTheLineIn') },
  { shown: 'Enter, F2', what: msg('app.editACellEnterConfirms') },
  { shown: 'Tab', what: msg('app.nextCell') },
  { shown: msg('app.delete'), what: msg('app.removeTheElementOrThe') },
  { shown: 'Ctrl Enter', what: msg('app.goToQuickEntryEscape') },
  { shown: 'Ctrl C, Ctrl V', what: msg('app.copyAndPasteRowsOr') },
  { shown: 'Shift Enter', what: msg('app.fillRightAcrossTheScenarios') },
];

export const ALL_KEYS: readonly Key[] = [...FRAME_KEYS, ...OTHERS, ...SHEET_KEYS];

export const shownKey = (action: FrameAction | SheetAction): string =>
  [...FRAME_KEYS, ...SHEET_KEYS].find((k) => k.action === action)?.shown ?? '';
