import { useEffect } from 'react';
import { tinykeys } from 'tinykeys';
import { FRAME_KEYS, type FrameAction } from '../../state/keys.js';
import { useGlossary } from '../../state/glossary.js';
import { useStudy } from '../context.js';

const isTyping = (event: KeyboardEvent): boolean =>
  event.target instanceof HTMLInputElement ||
  event.target instanceof HTMLTextAreaElement ||
  event.target instanceof HTMLSelectElement;

/** What the glossary says of the row or group that has the focus; the whole of it where that has no term. */
function explainFocus(): void {
  const focus = document.activeElement;
  const near = focus?.closest('tr, li, [role=group], section, aside')?.querySelector<HTMLElement>('[data-explains]');
  const own = focus instanceof HTMLElement ? focus.dataset.explains : undefined;
  useGlossary.getState().show(own ?? near?.dataset.explains ?? '');
}

/** Keys that hold in every view: those of the table, and the digits of the scenarios. */
export function useFrameKeys(open: { commands: () => void; keys: () => void }): void {
  const undo = useStudy((s) => s.undo);
  const redo = useStudy((s) => s.redo);
  const activate = useStudy((s) => s.activate);
  const compare = useStudy((s) => s.compare);
  const scenarios = useStudy((s) => s.study.scenarios);
  const { commands, keys } = open;
  useEffect(() => {
    const run: Readonly<Record<FrameAction, () => void>> = { commands, undo, redo, keys, help: explainFocus };
    const bindings: Record<string, (event: KeyboardEvent) => void> = {};
    for (const { action, press, whileTyping } of FRAME_KEYS) {
      for (const pattern of press) {
        bindings[pattern] = (event) => {
          if (isTyping(event) && !whileTyping) return;
          event.preventDefault();
          run[action]();
        };
      }
    }
    scenarios.slice(0, 9).forEach((s, i) => {
      const bind = (modifier: string, act: (id: string) => void, whileTyping = false): void => {
        bindings[`${modifier}Digit${i + 1}`] = (event) => {
          if (isTyping(event) && !whileTyping) return;
          event.preventDefault();
          act(s.id);
        };
      };
      bind('', activate);
      bind('Alt+', activate, true);
      bind('Shift+', compare);
    });
    return tinykeys(window, bindings);
  }, [undo, redo, activate, compare, scenarios, commands, keys]);
}
