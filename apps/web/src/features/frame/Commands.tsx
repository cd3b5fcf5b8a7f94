import { Command as Palette } from 'cmdk';
import { Modal } from '../../ui/controls.js';
import type { Command } from './useCommands.js';
import { msg } from './words.js';

/** Search or run: everything that can be done by name. */
export function Commands({ open, onClose, commands }: { open: boolean; onClose: () => void; commands: readonly Command[] }) {
  const run = (command: Command): void => {
    onClose();
    command.run();
  };
  return (
    <Modal open={open} onClose={onClose} title={msg('view.frame.searchOrRunACommand')}>
      <Palette label={msg('view.frame.command')} loop filter={everyWord}>
        <Palette.Input
          autoFocus
          aria-label={msg('view.frame.command')}
          className="border-edge bg-panel h-[30px] w-full rounded-[3px] border px-2"
          placeholder={msg('view.frame.typeACommandOrA')}
        />
        <Palette.List className="mt-2 max-h-[300px] overflow-auto">
          <Palette.Empty className="text-inkq px-2 py-1">{msg('view.frame.noCommandFound')}</Palette.Empty>
          {commands.map((c) => (
            <Palette.Item
              key={c.name}
              value={c.name}
              onSelect={() => run(c)}
              className="data-[selected=true]:bg-wash flex h-[28px] cursor-pointer items-center justify-between rounded-[3px] px-2"
            >
              <span>{c.name}</span>
              {c.keys && <kbd className="text-inkq text-[11px]">{c.keys}</kbd>}
            </Palette.Item>
          ))}
        </Palette.List>
      </Palette>
    </Modal>
  );
}

/** a command fits when it holds every word that is typed; one that begins with them comes first */
function everyWord(name: string, search: string): number {
  const text = name.toLowerCase();
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.every((w) => text.includes(w))) return 0;
  return text.startsWith(words.join(' ')) ? 1 : 0.5;
}
