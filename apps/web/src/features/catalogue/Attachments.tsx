import { fixed } from '@cedar-knot/wording';
import type { ModelWhole } from '@cedar-knot/core';
import { Paperclip, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { FilePick } from '../../ui/FilePick.js';
import { msg } from './words.js';

/** Drawings, manuals and printed curves of a model. */
export function Attachments({ model, onChanged }: { model: ModelWhole; onChanged: () => void }) {
  const file = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const act = (work: Promise<unknown>): void => {
    work.then(
      () => {
        setProblem(null);
        onChanged();
      },
      (e: unknown) => setProblem(wordsOf(e)),
    );
  };
  const size = (bytes: number): string => (bytes > 1e6 ? `${fixed(bytes / 1e6, 1)} MB` : `${Math.ceil(bytes / 1000)} kB`);
  return (
    <section className="border-soft border-t pt-1.5 text-[12px]" aria-label={msg('view.catalogue.attachments')}>
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <b className="font-semibold">{msg('view.catalogue.attached')}</b>
        {model.attachments.map((a) => (
          <span key={a.id} className="inline-flex items-center gap-1">
            <a
              href={`/api/catalogue/attachments/${a.id}`}
              target="_blank"
              rel="noreferrer"
              className="text-cedar hover:underline"
            >
              {a.name}
            </a>
            <span className="text-inkq">
              {a.role === 'other' ? '' : `${a.role}, `}
              {size(a.size)}
            </span>
            <button
              type="button"
              aria-label={msg('view.catalogue.remove3', { a: a.name })}
              onClick={() => act(api.detach(a.id))}
              className="no-print text-inkq"
            >
              <X size={11} aria-hidden="true" />
            </button>
          </span>
        ))}
        {model.attachments.length === 0 && <span className="text-inkq">{msg('view.catalogue.nothing')}</span>}
        <button
          type="button"
          onClick={() => file.current?.click()}
          className="text-cedar no-print inline-flex items-center gap-1 hover:underline"
        >
          <Paperclip size={11} aria-hidden="true" /> {msg('view.catalogue.attachADrawingOrManual')}
        </button>
        <FilePick
          input={file}
          label={msg('view.catalogue.fileToAttach')}
          accept="application/pdf,image/png,image/jpeg"
          onFile={(f) => act(api.attach(model.id, f.name, f.type === 'application/pdf' ? 'manual' : 'drawing', f))}
        />
      </p>
      {problem && <p className="text-fails">▲ {problem}</p>}
    </section>
  );
}
