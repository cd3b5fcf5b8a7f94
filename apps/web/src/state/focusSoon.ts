/** frames to wait for a field that appears with a choice: the panel is drawn in a task of its own */
const MOST_FRAMES = 30;

/** Gives a field the focus as soon as it is there. */
export function focusSoon(selector: string, frames = MOST_FRAMES): void {
  requestAnimationFrame(() => {
    const field = document.querySelector<HTMLElement>(selector);
    if (field) field.focus();
    else if (frames > 0) focusSoon(selector, frames - 1);
  });
}
