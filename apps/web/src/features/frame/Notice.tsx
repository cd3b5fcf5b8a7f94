import { Button } from '../../ui/controls.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** Why something was not done; it goes with the next change, or when it is closed. */
export function Notice() {
  const notice = useStudy((s) => s.notice);
  const say = useStudy((s) => s.say);
  if (notice === null) return null;
  return (
    <div className="panel border-near fixed bottom-[132px] left-1/2 z-30 flex max-w-[640px] -translate-x-1/2 items-center gap-3 px-3 py-2 shadow-[var(--shadow-lift)]">
      <span role="alert">◐ {notice}</span>
      <Button tone="bare" onClick={() => say(null)}>
        {msg('app.close')}
      </Button>
    </div>
  );
}
