import type { ModelWhole, RawEntry } from '@cedar-knot/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { EMPTY_PICTURE, type PictureState } from '../../state/picture.js';
import { useDropped } from '../../state/dropped.js';
import { Button } from '../../ui/controls.js';
import { FilePick } from '../../ui/FilePick.js';
import { AxesPanel } from './AxesPanel.js';
import { CurvesPanel } from './CurvesPanel.js';
import { dropDraft, keepDraft, readDraft } from './draft.js';
import { PickedPump } from './PickedPump.js';
import { Residual } from './Residual.js';
import { Sheet } from './Sheet.js';
import type { Opened } from './source.js';
import { usePicking } from './usePicking.js';
import { msg } from './words.js';

const QUIET_MS = 600;

/** A printed curve made into data: axes set, strokes followed, what is left over drawn back, checked as it comes. */
export function PictureView() {
  const { id = 'new' } = useParams();
  const navigate = useNavigate();
  const [past, setPast] = useState<readonly PictureState[]>([EMPTY_PICTURE]);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [draft, setDraft] = useState<Awaited<ReturnType<typeof readDraft>>>(undefined);
  const file = useRef<HTMLInputElement>(null);
  const state = past.at(-1)!;
  const put = useCallback(
    (change: (s: PictureState) => PictureState) => setPast((p) => [...p.slice(-200), change(p.at(-1)!)]),
    [],
  );
  const { opened, doing, setDoing, curve, open, follow, place, snap } = usePicking({
    state,
    put,
    onKept: setPast,
    onProblem: setProblem,
  });

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
  const coming = useDropped((s) => s.file);
  useEffect(() => {
    const taken = useDropped.getState().take('picture');
    if (taken) void open(taken.file, taken.file.name);
    // the file that was dropped, once
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [coming]);
  // nothing is lost by a reload
  useEffect(() => {
    if (!opened || past.length < 2) return;
    const wait = setTimeout(() => {
      void keepDraft(id, { file: opened.file, name: opened.name, page: opened.page, state }).catch(() => undefined);
    }, QUIET_MS);
    return () => clearTimeout(wait);
  }, [id, opened, state, past.length]);

  const keep = async (entry: RawEntry): Promise<void> => {
    if (!opened) return;
    setBusy(true);
    try {
      const model = await keptModel(id, entry, opened, state.page);
      await dropDraft(id).catch(() => undefined);
      await navigate(`/catalogues/pumps/${model.id}`);
    } catch (e) {
      setProblem(wordsOf(e));
      setBusy(false);
    }
  };

  return (
    <div className="flex min-h-0 flex-1 gap-2">
      <h1 className="sr-only-text">{msg('view.picture.digitiseACurve')}</h1>
      <section aria-label={msg('view.picture.picture')} className="panel flex min-w-0 flex-1 flex-col">
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
            snap={snap}
          />
        ) : (
          <NoPicture
            draft={draft}
            onChoose={() => file.current?.click()}
            onGoOn={(d) => void open(d.file, d.name, d.page, d.state)}
          />
        )}
        <FilePick
          input={file}
          label={msg('view.picture.pictureOfACurve')}
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
        <PickedPump
          state={state}
          onChange={put}
          isBusy={isBusy}
          onUndo={past.length < 2 ? undefined : () => setPast((p) => p.slice(0, -1))}
          onKeep={(entry) => void keep(entry)}
        />
      </div>
    </div>
  );
}

type Draft = NonNullable<Awaited<ReturnType<typeof readDraft>>>;

function NoPicture({
  draft,
  onChoose,
  onGoOn,
}: {
  draft: Draft | undefined;
  onChoose: () => void;
  onGoOn: (draft: Draft) => void;
}) {
  return (
    <div className="m-auto flex max-w-[420px] flex-col items-center gap-3 text-center">
      <p className="text-[14px] font-semibold">{msg('view.picture.aPrintedCurveAsA')}</p>
      <p className="text-inkq">{msg('view.picture.setTwoPointsOnEach')}</p>
      <Button tone="main" onClick={onChoose}>
        {msg('view.picture.selectAPicture')}
      </Button>
      {draft && <Button onClick={() => onGoOn(draft)}>{msg('view.picture.continueWith', { draft: draft.name })}</Button>}
    </div>
  );
}

/** the model in the catalogue, new or a further revision, with its picture attached */
async function keptModel(id: string, entry: RawEntry, opened: Opened, page: string): Promise<ModelWhole> {
  const said = {
    source: opened.name,
    from: 'picture',
    note: msg('view.picture.digitisedCurve'),
    ...(page ? { page } : {}),
  };
  const before = id === 'new' ? null : await api.model(id);
  const model = before
    ? await api.reviseModel(id, { revision: before.revision, entry: merged(before.entry, entry), ...said })
    : await api.createModel({ kind: 'pumps', entry, ...said });
  const name = /\.(?:png|jpe?g)$/i.test(opened.name)
    ? opened.name
    : msg('view.picture.pagePng', { opened: opened.name.replace(/\.pdf$/i, ''), page: opened.page });
  await api.attach(model.id, name, 'curve', opened.file);
  return model;
}

/** what was known of a pump stays; its curves are those of the picture */
function merged(before: RawEntry, picked: RawEntry): RawEntry {
  const { curve: _curve, curves: _curves, diameter: _diameter, typical: _typical, ...rest } = before;
  return { ...rest, ...picked };
}
