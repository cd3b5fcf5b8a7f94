/** Hue and dash of the scenario at a place in the list; the letter carries the rest beyond eight. */
interface LineStyle {
  color: string;
  /** CSS variable of the hue, for places that resolve colours themselves */
  variable: string;
  /** svg stroke-dasharray at 2 px */
  dash: string;
  onColor: string;
}

const DASHES = ['', '9 4', '2.5 3', '10 3 2.5 3', '16 4', '5 3', '8 3 2 3 2 3', '1.5 4'] as const;
/** hues too light for white letters */
const LIGHT = new Set([5, 6]);

export function lineStyle(index: number): LineStyle {
  const i = index % DASHES.length;
  const variable = `--sc-${'abcdefgh'[i]}`;
  return { variable, color: `var(${variable})`, dash: DASHES[i]!, onColor: LIGHT.has(i) ? 'var(--ink)' : 'var(--on-sc)' };
}

/** A colour variable as the page has it now, for drawing that takes no CSS variables. */
export function resolved(variable: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(variable).trim() || '#000';
}
