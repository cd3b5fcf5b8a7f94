import { lastStudy } from './lastStudy.js';

const KEY = 'cedar-knot-news';

/** day of the last update of which something is told */
export const NEWEST = '2026-12-02';

/** day of the last update that was told of; empty where none was */
export const seenNews = (): string => localStorage.getItem(KEY) ?? '';

export const sawNews = (day: string): void => localStorage.setItem(KEY, day);

/** Who comes for the first time has nothing old to compare it with: nothing is told. Asked when the page begins. */
export function beginNews(): void {
  if (seenNews() === '' && lastStudy() === null) sawNews(NEWEST);
}
