const KEY = 'cedar-knot-last-study';

/** the study to which the rail leads from the catalogue */
export function rememberStudy(id: string): void {
  localStorage.setItem(KEY, id);
}

export function lastStudy(): string | null {
  return localStorage.getItem(KEY);
}
