import { ALL_KEYS } from '../../state/keys.js';
import { Modal } from '../../ui/controls.js';
import { msg } from './words.js';

/** Every key of the program. */
export function Shortcuts({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Modal open={open} onClose={onClose} title={msg('view.frame.keyboardShortcuts')}>
      <dl className="grid grid-cols-[130px_1fr] gap-y-1.5">
        {ALL_KEYS.map(({ shown, what }) => (
          <div key={shown} className="contents">
            <dt>
              <kbd className="border-line rounded-[2px] border px-1.5 text-[12px]">{shown}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
