import type { StudyHead } from '@cedar-knot/core';
import { X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useCallback, useEffect, useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { letterOf } from '../../state/address.js';
import { previewOf } from '../../worker/preview.js';
import { ITEM, MENU } from '../../ui/controls.js';
import type { Duty } from './FlowStrip.js';
import { msg } from './words.js';

export interface Laid {
  study: StudyHead | null;
  duties: readonly Duty[];
  problem: string | null;
  lay: (study: StudyHead | null) => void;
}

const KEY = 'cedar-knot-laid-over';

/** The duties of a study's pump, laid over chart and list. */
export function useDuties(): Laid {
  const [study, setStudy] = useState<StudyHead | null>(null);
  const [duties, setDuties] = useState<readonly Duty[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const lay = useCallback((head: StudyHead | null): void => {
    setStudy(head);
    setProblem(null);
    if (head === null) {
      setDuties([]);
      sessionStorage.removeItem(KEY);
      return;
    }
    sessionStorage.setItem(KEY, head.id);
    dutiesOf(head.id).then(
      (d) => {
        setDuties(d);
        if (d.length === 0) setProblem(msg('view.catalogue.noScenarioOfItHas'));
      },
      (e: unknown) => setProblem(wordsOf(e)),
    );
  }, []);
  useEffect(() => {
    const id = sessionStorage.getItem(KEY);
    if (id === null) return;
    void api.list({ of: id }).then(
      ({ studies }) => lay(studies.find((s) => s.id === id) ?? null),
      () => undefined,
    );
  }, [lay]);
  return { study, duties, problem, lay };
}

async function dutiesOf(id: string): Promise<Duty[]> {
  const { document } = await api.get(id);
  const outcome = await previewOf(document);
  return outcome.scenarios.flatMap((s, index): Duty[] => {
    const r = outcome.pump === null ? undefined : s.result?.elements[outcome.pump];
    if (r?.kind !== 'pump' || r.head === null || !(r.flow > 0) || !(r.running > 0)) return [];
    const name = document.scenarios[index]?.name ?? s.id;
    return [{ index, letter: letterOf(index), name, flow: r.flow / r.running, head: r.head }];
  });
}

/** studies in the menu, the last saved first */
const MOST = 500;

export function LaidOver({ laid: { study, problem, lay } }: { laid: Laid }) {
  const [studies, setStudies] = useState<StudyHead[]>([]);
  const read = (open: boolean): void => {
    if (open) void api.list({ count: MOST }).then(({ studies: all }) => setStudies(all), () => setStudies([])); // prettier-ignore
  };
  return (
    <span className="flex items-center gap-1.5 text-[12px]">
      {problem && <span className="text-near">{problem}</span>}
      {study ? (
        <span className="border-cedar bg-wash text-cedardeep flex h-[22px] max-w-[220px] items-center gap-1 rounded-full border pr-1 pl-2.5">
          <span className="truncate">{study.tag || study.title}</span>
          <button
            type="button"
            aria-label={msg('view.catalogue.remove', { tag: study.tag || study.title })}
            onClick={() => lay(null)}
            className="p-0.5"
          >
            <X size={12} aria-hidden="true" />
          </button>
        </span>
      ) : (
        <DropdownMenu.Root onOpenChange={read}>
          <DropdownMenu.Trigger className="text-cedar border-line h-[22px] rounded-full border border-dashed px-2.5 whitespace-nowrap">
            {msg('view.catalogue.overlayAStudy')}
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className={`${MENU} max-h-[320px] overflow-auto`}>
              {studies.map((s) => (
                <DropdownMenu.Item key={s.id} className={ITEM} onSelect={() => lay(s)}>
                  <b className="mr-2 font-semibold">{s.tag}</b>
                  {s.title}
                </DropdownMenu.Item>
              ))}
              {studies.length === 0 && <p className="text-inkq px-3 py-1">{msg('view.catalogue.noStudyYet')}</p>}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      )}
    </span>
  );
}
