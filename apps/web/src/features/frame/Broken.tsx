import { useRouteError } from 'react-router';
import { Button } from '../../ui/controls.js';

/** When a view fails to draw: the study is stored, and the way back is one press. */
export function Broken() {
  const error = useRouteError();
  return (
    <main className="flex h-full flex-col items-center justify-center gap-3 p-8 text-center">
      <h1 className="text-[16px] font-semibold">This view could not be drawn</h1>
      <p className="text-inkq max-w-[520px]">
        Your study is stored as it was last saved; nothing of it is lost. Load it again, or open another one.
      </p>
      <p className="text-fails font-mono text-[12px]">{error instanceof Error ? error.message : String(error)}</p>
      <div className="flex gap-2">
        <Button onClick={() => window.location.assign('/')}>All studies</Button>
        <Button tone="main" onClick={() => window.location.reload()}>
          Load it again
        </Button>
      </div>
    </main>
  );
}
