import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useTour } from '../../state/tour.js';
import { Button } from '../../ui/controls.js';
import { STOPS, type Stop } from './stops.js';
import { msg } from './words.js';

/** The tour through the study that is open: what is spoken of is ringed, the work can go on beside it. */
export function Tour({ base }: { base: string }) {
  const at = useTour((s) => s.at);
  const stop = at === null ? undefined : STOPS[at];
  return stop && at !== null ? <At key={at} stop={stop} at={at} base={base} /> : null;
}

function At({ stop, at, base }: { stop: Stop; at: number; base: string }) {
  const go = useTour((s) => s.go);
  const end = useTour((s) => s.end);
  const navigate = useNavigate();
  const title = useRef<HTMLHeadingElement>(null);
  const ring = useRing(stop.at);
  useEffect(() => {
    void navigate(`${base}/${stop.view}`);
    title.current?.focus();
  }, [base, stop, navigate]);
  return (
    <>
      {ring && (
        <div
          aria-hidden="true"
          data-ring
          className="pointer-events-none fixed z-40 rounded-[6px] border-[3px] border-[var(--focus)]"
          style={{ left: ring.left - 4, top: ring.top - 4, width: ring.width + 8, height: ring.height + 8 }}
        />
      )}
      <section
        role="dialog"
        aria-label={msg('view.help.tourStop', { n: at + 1, of: STOPS.length })}
        onKeyDown={(e) => e.key === 'Escape' && end()}
        className="panel fixed right-4 bottom-[136px] z-50 w-[min(360px,calc(100vw-32px))] p-4 shadow-[var(--shadow-lift)]"
      >
        <p className="text-inkq text-[12px]">{msg('view.help.tourStop', { n: at + 1, of: STOPS.length })}</p>
        <h2 ref={title} tabIndex={-1} className="mb-1 text-[15px] font-semibold outline-none">
          {stop.title}
        </h2>
        <p className="mb-3 leading-5">{stop.text}</p>
        <div className="flex items-center gap-2">
          <Button tone="bare" onClick={end}>
            {msg('view.help.tourEnd')}
          </Button>
          <span className="ml-auto" />
          <Button disabled={at === 0} onClick={() => go(at - 1)}>
            {msg('view.help.tourBack')}
          </Button>
          <Button tone="main" onClick={() => (at === STOPS.length - 1 ? end() : go(at + 1))}>
            {at === STOPS.length - 1 ? msg('view.help.tourDone') : msg('view.help.tourNext')}
          </Button>
        </div>
      </section>
    </>
  );
}

/** ms between two looks: views are fetched and drawn meanwhile */
const LOOK = 250;

/** where a thing stands on the screen, as long as it is spoken of */
function useRing(selector: string): DOMRect | null {
  const [ring, setRing] = useState<DOMRect | null>(null);
  useEffect(() => {
    const look = (): void => {
      const found = document.querySelector(selector)?.getBoundingClientRect();
      setRing((before) => (found && before && found.x === before.x && found.y === before.y && found.width === before.width && found.height === before.height ? before : (found ?? null))); // prettier-ignore
    };
    look();
    const timer = setInterval(look, LOOK);
    return () => clearInterval(timer);
  }, [selector]);
  return ring;
}

/** Offers the tour once, in the first study that is begun. */
export function TourOffer() {
  const isOffered = useTour((s) => s.isOffered);
  const at = useTour((s) => s.at);
  const go = useTour((s) => s.go);
  const end = useTour((s) => s.end);
  if (!isOffered || at !== null) return null;
  return (
    <p className="panel no-print flex flex-none flex-wrap items-center gap-x-3 gap-y-1 px-3 py-1" data-tour-offer>
      <span className="flex-1">{msg('view.help.tourOffer')}</span>
      <Button onClick={() => go(0)}>{msg('view.help.tourBegin')}</Button>
      <Button tone="bare" onClick={end}>
        {msg('view.help.tourNo')}
      </Button>
    </p>
  );
}
