import { useNavigate } from 'react-router';
import { api } from '../../api/client.js';
import { Button, Modal } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { brief } from './brief.js';
import { msg } from './words.js';

/** Someone else has saved: their changes are listed, and nothing is written over without a choice. */
export function Conflict() {
  const save = useStudy((s) => s.save);
  const study = useStudy((s) => s.study);
  const rebase = useStudy((s) => s.rebase);
  const discard = useStudy((s) => s.discard);
  const navigate = useNavigate();
  if (save.kind !== 'conflict') return null;
  const keepAsCopy = async (): Promise<void> => {
    const copy = await api.createFrom({
      ...study,
      title: msg('view.frame.myChanges', { title: study.title ?? msg('view.frame.untitled') }),
    });
    await discard();
    await navigate(`/studies/${copy.id}/system`);
  };
  const takeTheirs = async (): Promise<void> => {
    await discard();
    window.location.reload();
  };
  return (
    <Modal open onClose={() => undefined} title={msg('view.frame.thisStudyWasChangedElsewhere')} wide>
      <p className="mb-2">{msg('view.frame.versionWasSavedWhileYou', { version: save.version })}</p>
      <ul className="border-soft mb-3 max-h-[180px] overflow-auto border-y py-1 font-mono text-[12px]">
        {save.changes.map((c) => (
          <li key={c.path}>
            {c.path}: {brief(c.before)} → {brief(c.after)}
          </li>
        ))}
      </ul>
      <div className="flex justify-end gap-2">
        <Button onClick={() => void takeTheirs()}>{msg('view.frame.useTheirVersionDiscardMine')}</Button>
        <Button onClick={() => void keepAsCopy()}>{msg('view.frame.saveMineAsACopy')}</Button>
        <Button tone="danger" onClick={() => rebase(save.version)}>
          {msg('view.frame.overwriteTheirVersionWithMine')}
        </Button>
      </div>
    </Modal>
  );
}
