import { useNavigate } from 'react-router';
import { freeId, insertElement, prefixOf } from '../../state/address.js';
import { useStudy, useStudyStore } from '../context.js';
import { Hint } from './Hint.js';
import { msg } from './words.js';

/**
 * What a view says that is about a pump or a control valve, in a system that has none: one is added and shown, to be specified. A pump comes
 * behind the first element of the first line, a valve before its last.
 */
export function AddHint({ kind, text }: { kind: 'pump' | 'control-valve'; text: string }) {
  const id = useStudy((s) => s.id);
  const isEmpty = useStudy((s) => s.study.lines.length === 0);
  const store = useStudyStore();
  const navigate = useNavigate();
  const add = (): void => {
    const { study, change, select } = store.getState();
    const [line] = study.lines;
    if (line) {
      const own = freeId(study, prefixOf(kind));
      const at = kind === 'pump' ? Math.min(1, line.elements.length) : Math.max(0, line.elements.length - 1);
      if (change(msg('view.help.add', { id: own }), insertElement(['lines', 0, 'elements'], at, { id: own, kind }))) select(own);
    }
    void navigate(`/studies/${id}/system`);
  };
  const action = isEmpty
    ? msg('view.help.toTheSystem')
    : kind === 'pump'
      ? msg('view.help.addAPump')
      : msg('view.help.addAValve');
  return <Hint text={text} action={action} onAct={add} />;
}
