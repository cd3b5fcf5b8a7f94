import { judgeCatalogue, severityOf, type Place, type RawEntry } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import * as Comlink from 'comlink';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { readEntry } from '../../state/entry.js';
import { axesFor, EMPTY_PICTURE, entryOf, pointsOf, type AxisName, type PictureState } from '../../state/picture.js';
import { Button, UndoButton } from '../../ui/controls.js';
import { FilePick } from '../../ui/FilePick.js';
import { TypedField } from '../../ui/TypedField.js';
import type { PictureWorkerApi } from '../../worker/picture.worker.js';
import { AxesPanel } from './AxesPanel.js';
import { ChecksPanel } from './ChecksPanel.js';
import { CurvesPanel } from './CurvesPanel.js';
import { dropDraft, keepDraft, readDraft } from './draft.js';
import { Residual } from './Residual.js';
import { nextMark, type Doing } from './doing.js';
import { Sheet } from './Sheet.js';
import { openPicture, pixelsOf, type Opened } from './source.js';

const QUIET_MS = 600;
const SPEED = { type: 'quantity' as const, dimension: 'speed' as const, min: 1, max: 1e5, label: 'Speed' };

/** A printed curve made into data: axes set, strokes followed, what is left over drawn back, checked as it comes. */
export function PictureView() {
  const { id = 'new' } = useParams();
  const navigate = useNavigate();
  const [opened, setOpened] = useState<Opened | null>(null);
  const [past, setPast] = useState<readonly PictureState[]>([EMPTY_PICTURE]);
  const [doing, setDoing] = useState<Doing>({ kind: 'mark', axis: 'flow', which: 'first' });
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [draft, setDraft] = useState<Awaited<ReturnType<typeof readDraft>>>(undefined);
  const file = useRef<HTMLInputElement>(null);
  const worker = useMemo(() => new Worker(new URL('../../worker/picture.worker.ts', import.meta.url), { type: 'module' }), []);
  const remote = useMemo(() => Comlink.wrap<PictureWorkerApi>(worker), [worker]);
  useEffect(() => () => worker.terminate(), [worker]);
  const state = past.at(-1)!;
  const put = useCallback(
    (change: (s: PictureState) => PictureState) => setPast((p) => [...p.slice(-200), change(p.at(-1)!)]),
    [],
  );

  useEffect(() => {
    void readDraft(id).then(setDraft, () => undefined);
    // an existing pump lends its name, maker and speed
    if (id !== 'new')
      api.model(id).then(
        (m) =>
          put((s) => ({
            ...s,
            name: m.name,
            maker: m.maker ?? '',
            speed: typeof m.entry.speed === 'string' ? m.entry.speed : '',
          })),
        (e: unknown) => setProblem(wordsOf(e)),
      );
  }, [id, put]);
  // nothing is lost by a reload
  useEffect(() => {
    if (!opened || past.length < 2) return;
    const wait = setTimeout(() => {
      void keepDraft(id, { file: opened.file, name: opened.name, page: opened.page, state }).catch(() => undefined);
    }, QUIET_MS);
    return () => clearTimeout(wait);
  }, [id, opened, state, past.length]);

  const open = async (chosen: Blob, name: string, page = 1, kept?: PictureState): Promise<void> => {
    try {
      const next = await openPicture(chosen, name, page);
      await remote.open(next.width, next.height, Comlink.transfer(pixelsOf(next), []));
      setOpened(next);
      setProblem(null);
      if (kept) setPast([EMPTY_PICTURE, kept]);
      else put((s) => ({ ...s, page: next.pages > 1 ? `page ${page}` : s.page }));
    } catch (e) {
      setProblem(wordsOf(e));
    }
  };

  const entry = useMemo(() => entryOf(state), [state]);
  const judged = useMemo(
    () => entry && judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { x: entry } }),
    [entry],
  );
  const wrong = judged?.problems.filter((p) => severityOf(p) === 'error') ?? [];
  const curve = doing.kind === 'curve' ? state.curves.find((c) => c.id === doing.id) : undefined;

  const follow = async (): Promise<void> => {
    if (!curve || curve.points.length === 0) return;
    const found = await remote.follow(curve.points);
    if (!found)
      return setProblem('No stroke was found at these points: click on its dark middle, or place points by hand with Alt.');
    setProblem(null);
    put((s) => ({
      ...s,
      curves: s.curves.map((c) =>
        c.id === curve.id ? { ...c, followed: found.places, points: pointsOf(s, c.kind, found.places) } : c,
      ),
    }));
  };
  const place = async (at: Place, isFree: boolean): Promise<void> => {
    if (doing.kind === 'mark') {
      const { axis, which } = doing;
      put((s) => ({ ...s, axes: { ...s.axes, [axis]: { ...s.axes[axis], [which]: { ...s.axes[axis][which], at } } } }));
      setDoing(nextMark(state, axis, which));
      return;
    }
    if (doing.kind === 'corner') {
      put((s) => ({ ...s, corners: [...s.corners, at].slice(0, 4) }));
      if (state.corners.length >= 3) setDoing({ kind: 'curve', id: state.curves[0]!.id });
      return;
    }
    const on = isFree ? at : ((await remote.snap(at)) ?? at);
    put((s) => ({ ...s, curves: s.curves.map((c) => (c.id === doing.id ? { ...c, points: [...c.points, on] } : c)) }));
  };
  const keep = async (): Promise<void> => {
    if (!entry || !opened) return;
    setBusy(true);
    try {
      const said = {
        source: opened.name,
        from: 'picture',
        note: 'curve off a picture',
        ...(state.page ? { page: state.page } : {}),
      };
      const before = id === 'new' ? null : await api.model(id);
      const model = before
        ? await api.reviseModel(id, { revision: before.revision, entry: merged(before.entry, entry), ...said })
        : await api.createModel({ kind: 'pumps', entry, ...said });
      const name = /\.(?:png|jpe?g)$/i.test(opened.name)
        ? opened.name
        : `${opened.name.replace(/\.pdf$/i, '')} page ${opened.page}.png`;
      await api.attach(model.id, name, 'curve', opened.file);
      await dropDraft(id).catch(() => undefined);
      await navigate(`/catalogues/pumps/${model.id}`);
    } catch (e) {
      setProblem(wordsOf(e));
      setBusy(false);
    }
  };

  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <h1 className="sr-only-text">Curve off a picture</h1>
      <section aria-label="Picture" className="panel flex min-w-0 flex-1 flex-col">
        {opened ? (
          <Sheet
            opened={opened}
            state={state}
            doing={doing}
            onPlace={(at, isFree) => void place(at, isFree)}
            onChange={put}
            onPage={(page) => void open(opened.file, opened.name, page)}
            onAnother={() => file.current?.click()}
            onFollow={() => void follow()}
            snap={(p) => remote.snap(p)}
          />
        ) : (
          <div className="m-auto flex max-w-[420px] flex-col items-center gap-3 text-center">
            <p className="text-[14px] font-semibold">A printed curve, as a picture or a page of a PDF</p>
            <p className="text-inkq">
              Set two points on each axis, click a few points along a stroke and let it be followed; the data are checked as they
              come, and the picture stays with the pump.
            </p>
            <Button tone="main" onClick={() => file.current?.click()}>
              Choose a picture
            </Button>
            {draft && (
              <Button onClick={() => void open(draft.file, draft.name, draft.page, draft.state)}>
                Go on with “{draft.name}”
              </Button>
            )}
          </div>
        )}
        <FilePick
          input={file}
          label="Picture of a curve"
          accept="image/png,image/jpeg,application/pdf"
          onFile={(f) => void open(f, f.name)}
        />
        {problem && (
          <p role="alert" className="text-fails px-3 py-1 text-[12px]">
            ▲ {problem}
          </p>
        )}
      </section>
      <div className="flex w-[406px] flex-none flex-col gap-2 overflow-y-auto max-[1100px]:w-[340px]">
        <AxesPanel state={state} doing={doing} onDoing={setDoing} onChange={put} />
        <CurvesPanel state={state} doing={doing} onDoing={setDoing} onChange={put} />
        <Residual state={state} curve={curve} />
        <section aria-label="Checks" className="panel flex flex-none flex-col gap-1.5 px-3 py-2">
          <header className="flex items-center gap-2">
            <h2 className="text-[14px] font-semibold">Checks</h2>
            <span className="text-inkq text-[12px]">as they come</span>
            <span className="ml-auto" />
            <UndoButton label="Undo" disabled={past.length < 2} onClick={() => setPast((p) => p.slice(0, -1))} />
            <Button
              tone="main"
              disabled={!entry || wrong.length > 0 || state.name.trim() === '' || isBusy}
              onClick={() => void keep()}
            >
              To the catalogue
            </Button>
          </header>
          <div className="grid grid-cols-[1.4fr_1fr_0.8fr] gap-2">
            <TypedField
              label="Name"
              name="name"
              isText
              value={state.name}
              read={(t) => ({ ok: true, value: t })}
              onCommit={(v) => put((s) => ({ ...s, name: String(v ?? '') }))}
            />
            <TypedField
              label="Maker"
              name="maker"
              isText
              optional
              value={state.maker}
              read={(t) => ({ ok: true, value: t })}
              onCommit={(v) => put((s) => ({ ...s, maker: String(v ?? '') }))}
            />
            <TypedField
              label="Speed"
              name="speed"
              value={state.speed}
              read={(t) => readEntry(t, SPEED, '1 rpm')}
              onCommit={(v) => put((s) => ({ ...s, speed: String(v ?? '') }))}
            />
          </div>
          <ChecksPanel entry={entry} warnings={judged?.warnings ?? []} />
          {wrong.slice(0, 3).map((p) => (
            <p key={p.path} className="text-near text-[12px]">
              ◐ still missing: {p.path.replace('pumps.x.', '')}: {problemText(p)}
            </p>
          ))}
        </section>
      </div>
    </div>
  );
}

/** what was known of a pump stays; its curves are those of the picture */
function merged(before: RawEntry, picked: RawEntry): RawEntry {
  const { curve: _curve, curves: _curves, diameter: _diameter, typical: _typical, ...rest } = before;
  return { ...rest, ...picked };
}
