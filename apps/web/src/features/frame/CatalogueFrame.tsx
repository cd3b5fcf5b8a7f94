import { Suspense, useEffect } from 'react';
import { Link, Outlet, useLocation } from 'react-router';
import { isKind, KINDS } from '../../state/catalogueList.js';
import { lastStudy } from '../../state/lastStudy.js';
import { useUnits } from '../../state/units.js';
import { PersonMark } from '../person/Person.js';
import { Rail } from './Rail.js';
import { UnitsMenu } from '../person/UnitsMenu.js';
import { msg } from './words.js';

/** What stands around the catalogue: bar and rail, no scenarios. */
export function CatalogueFrame() {
  const numbers = useUnits((s) => s.numbers);
  const { pathname } = useLocation();
  const [, , part, of, last] = pathname.split('/');
  const place = isKind(part) ? KINDS.find((k) => k.kind === part)!.name : part === 'find' ? msg('view.frame.findForADuty') : '';
  const study = lastStudy();
  useEffect(() => {
    document.title = msg('view.frame.cedarKnot3', { place: place || msg('view.frame.catalogues') });
  }, [place]);
  return (
    <div className="flex h-full flex-col overflow-hidden">
      <header className="topbar border-line bg-paper no-print flex h-[44px] flex-none items-center gap-3 border-b px-3">
        <Link to="/" className="flex items-center gap-3" title={msg('view.frame.allStudies')}>
          <span className="flex w-[46px] justify-center">
            <img src="/mark.svg" width={26} height={26} alt="" />
          </span>
          <span className="text-[15px] font-semibold whitespace-nowrap">{msg('view.frame.cedarKnot2')}</span>
        </Link>
        <span className="bg-line h-[18px] w-px" />
        <nav aria-label={msg('view.frame.place')} className="flex min-w-0 items-baseline gap-2">
          <Link to="/catalogues" className="text-inkq hover:text-cedar">
            {msg('view.frame.catalogues')}
          </Link>
          {place && (
            <>
              <span className="text-inkq" aria-hidden="true">
                ›
              </span>
              <span className={last === 'picture' ? '' : 'font-semibold'}>{place}</span>
            </>
          )}
          {of === 'sizing' && (
            <>
              <span className="text-inkq" aria-hidden="true">
                ›
              </span>
              <span className="font-semibold">{msg('view.frame.sizing')}</span>
            </>
          )}
          {last === 'picture' && (
            <>
              <span className="text-inkq" aria-hidden="true">
                ›
              </span>
              <span className="font-semibold">{msg('view.frame.digitise')}</span>
            </>
          )}
        </nav>
        <span className="ml-auto" />
        <UnitsMenu />
        <PersonMark />
      </header>
      <div className="frame-body flex min-h-0 flex-1">
        <Rail base={study === null ? null : `/studies/${study}`} />
        <main className="frame-main flex min-w-0 flex-1 flex-col gap-2 p-2.5">
          <Suspense fallback={<p className="text-inkq p-4">{msg('view.frame.opening')}</p>}>
            {/* what is written is written anew */}
            <Outlet key={numbers} />
          </Suspense>
        </main>
      </div>
    </div>
  );
}
