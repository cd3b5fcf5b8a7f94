import { useRouteError } from 'react-router';
import { Button } from '../../ui/controls.js';
import { msg } from './words.js';

/** When a view fails to draw: the study is stored, and the way back is one press. */
export function Broken() {
  const error = useRouteError();
  return (
    <main className="flex h-full flex-col items-center justify-center gap-3 p-8 text-center">
      <h1 className="text-[16px] font-semibold">{msg('view.frame.thisViewCouldNotBe')}</h1>
      <p className="text-inkq max-w-[520px]">{msg('view.frame.yourStudyIsSavedAs')}</p>
      <p className="text-fails font-mono text-[12px]">{error instanceof Error ? error.message : String(error)}</p>
      <div className="flex gap-2">
        <Button onClick={() => window.location.assign('/')}>{msg('view.frame.allStudies')}</Button>
        <Button tone="main" onClick={() => window.location.reload()}>
          {msg('view.frame.reload')}
        </Button>
      </div>
    </main>
  );
}
