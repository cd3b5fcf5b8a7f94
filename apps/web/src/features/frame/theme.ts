const KEY = 'cedar-knot-theme';

/** The theme a person chose, else that of the system. */
export function applyTheme(): void {
  const chosen = localStorage.getItem(KEY);
  const dark = chosen ? chosen === 'dark' : window.matchMedia('(prefers-color-scheme: dark)').matches;
  document.documentElement.dataset.theme = dark ? 'dark' : 'light';
}

export function switchTheme(): void {
  localStorage.setItem(KEY, document.documentElement.dataset.theme === 'dark' ? 'light' : 'dark');
  applyTheme();
  // charts resolve their colours when they are drawn
  window.dispatchEvent(new Event('cedar-knot-theme'));
}
