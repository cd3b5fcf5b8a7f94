import { useMemo, useState } from 'react';
import { Modal } from '../../ui/controls.js';

export interface Command {
  name: string;
  keys?: string;
  run: () => void;
}

/** Search over everything that can be done or gone to; arrows choose, Enter runs. */
export function Commands({ open, onClose, commands }: { open: boolean; onClose: () => void; commands: readonly Command[] }) {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const found = useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    return commands.filter((c) => words.every((w) => c.name.toLowerCase().includes(w))).slice(0, 40);
  }, [text, commands]);
  const run = (command: Command | undefined): void => {
    if (!command) return;
    setText('');
    setAt(0);
    onClose();
    command.run();
  };
  return (
    <Modal open={open} onClose={onClose} title="Search or run a command">
      <input
        autoFocus
        value={text}
        aria-label="Command"
        role="combobox"
        aria-expanded="true"
        aria-controls="command-list"
        aria-activedescendant={found[at] ? `command-${at}` : undefined}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1));
          else if (e.key === 'ArrowUp') setAt(Math.max(at - 1, 0));
          else if (e.key === 'Enter') run(found[at]);
          else return;
          e.preventDefault();
        }}
        className="border-edge bg-panel h-[30px] w-full rounded-[3px] border px-2"
      />
      <ul id="command-list" role="listbox" aria-label="Commands" className="mt-2 max-h-[300px] overflow-auto">
        {found.map((c, i) => (
          <li
            key={c.name}
            id={`command-${i}`}
            role="option"
            aria-selected={i === at}
            onMouseEnter={() => setAt(i)}
            onClick={() => run(c)}
            className={`flex h-[28px] cursor-pointer items-center justify-between rounded-[3px] px-2 ${i === at ? 'bg-wash' : ''}`}
          >
            <span>{c.name}</span>
            {c.keys && <kbd className="text-inkq text-[11px]">{c.keys}</kbd>}
          </li>
        ))}
        {found.length === 0 && <li className="text-inkq px-2 py-1">Nothing is called so.</li>}
      </ul>
    </Modal>
  );
}
