import { LONGEST_LOGO, type KeptTemplate, type RawRevision } from '@cedar-knot/core';
import { PART_NAMES, PARTS, pictureIn } from '@cedar-knot/report';
import { Plus, X } from 'lucide-react';
import { useEffect, useRef, useState, type FormEvent, type ReactNode } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { headingOf, setHeading, setReport, takeTemplate, templateOf } from '../../state/reportParts.js';
import { Button } from '../../ui/controls.js';
import { FilePick } from '../../ui/FilePick.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useStudy } from '../context.js';
import { msg } from './words.js';

/** Whose paper a report is on, in whose words, and what was changed when. */
export function Letterhead() {
  return (
    <div className="min-h-0 flex-1 overflow-auto px-3 pb-3" tabIndex={0} role="region" aria-label={msg('view.report.letterhead')}>
      <div className="mx-auto grid max-w-[860px] grid-cols-2 gap-2">
        <div className="flex flex-col gap-2">
          <Templates />
          <Paper />
          <TitleFields />
        </div>
        <Headings />
        <Revisions />
      </div>
    </div>
  );
}

function Card({ name, what, wide = false, children }: { name: string; what: string; wide?: boolean; children: ReactNode }) {
  return (
    <section aria-label={name} className={`panel flex flex-col gap-1.5 px-4 py-2.5 text-[12.5px] ${wide ? 'col-span-2' : ''}`}>
      <h2 className="text-[13.5px] font-semibold">
        {name} <span className="text-inkq text-[12px] font-normal">{what}</span>
      </h2>
      {children}
    </section>
  );
}

const LONGEST_LINE = 200;
const line = (typed: string) =>
  typed.length <= LONGEST_LINE
    ? ({ ok: true, value: typed } as const)
    : ({ ok: false, message: msg('view.report.atMostCharacters', { longestLine: LONGEST_LINE }) } as const);

/** templates that the plant keeps: one is taken into the study, or the study's own are kept for others */
function Templates() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const [kept, setKept] = useState<KeptTemplate[]>([]);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const failed = (e: unknown): void => setProblem(wordsOf(e));
  useEffect(() => void api.templates().then(setKept, failed), []);
  const own = kept.find((t) => t.template.name === study.report?.template);
  const done = (t: KeptTemplate): void => {
    setProblem(null);
    setKept((list) => [...list.filter((x) => x.id !== t.id), t].sort((a, b) => a.template.name.localeCompare(b.template.name)));
  };
  const keep = (event: FormEvent): void => {
    event.preventDefault();
    const called = name.trim() || (own?.template.name ?? '');
    if (called === '') return;
    const same = kept.find((t) => t.template.name === called);
    const template = templateOf(study, called);
    (same ? api.putTemplate(same.id, template) : api.addTemplate(template)).then((t) => {
      done(t);
      setName('');
      change(msg('view.report.templateOfTheReport'), setReport(study, 'template', called));
    }, failed);
  };
  const remove = (t: KeptTemplate): void =>
    void api.removeTemplate(t.id).then(() => setKept((list) => list.filter((x) => x.id !== t.id)), failed);
  return (
    <Card name={msg('view.report.cardTemplate')} what={msg('view.report.letterheadTitleLinesAndHeadings')}>
      <span className="flex items-center gap-2">
        <Select
          label={msg('view.report.templateUsed')}
          className="flex-1"
          value={own?.id}
          options={kept.map((t) => [t.id, t.template.name])}
          onChange={(id) => {
            const t = kept.find((x) => x.id === id);
            if (t) change(msg('view.report.reportAs', { name: t.template.name }), takeTemplate(study, t.template));
          }}
        />
        {own && (
          <button
            type="button"
            aria-label={msg('view.report.removeTheTemplate', { name: own.template.name })}
            onClick={() => remove(own)}
          >
            <X size={14} aria-hidden="true" className="text-inkq" />
          </button>
        )}
      </span>
      {kept.length === 0 && <p className="text-inkq text-[12px]">{msg('view.report.noTemplatesYetSaveThis')}</p>}
      <form onSubmit={keep} className="flex items-center gap-2">
        <input
          aria-label={msg('view.report.nameOfTheTemplate')}
          value={name}
          onChange={(e) => setName(e.target.value)}
          placeholder={own ? own.template.name : msg('view.report.name')}
          className="border-edge bg-panel h-[24px] min-w-0 flex-1 rounded-[3px] border px-1.5"
        />
        <Button type="submit" className="!h-[24px] !px-2" disabled={name.trim() === '' && !own}>
          {own && (name.trim() === '' || name.trim() === own.template.name)
            ? msg('view.report.overwrite')
            : msg('view.report.saveAsTemplate')}
        </Button>
      </form>
      {problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {problem}
        </p>
      )}
    </Card>
  );
}

/** name and picture at the head of the first page */
function Paper() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const file = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { company, logo } = study.report ?? {};
  const take = (picked: File): void => {
    const reader = new FileReader();
    reader.onload = () => {
      const data = String(reader.result);
      if (!/^data:image\/(png|jpeg);base64,/.test(data)) return setProblem(msg('view.report.expectedAPngOrJpeg'));
      if (data.length > LONGEST_LOGO)
        return setProblem(msg('view.report.thePictureHasKbAt', { size: Math.round(picked.size / 1000) }));
      createImageBitmap(picked).then(
        (picture) => {
          picture.close();
          setProblem(null);
          change(msg('view.report.logoOfTheReport'), setReport(study, 'logo', data));
        },
        () => setProblem(msg('view.report.damagedPictureExpectedAPng')),
      );
    };
    reader.readAsDataURL(picked);
  };
  return (
    <Card name={msg('view.report.cardPaper')} what={msg('view.report.onTheFirstPageThe')}>
      <TypedField
        label={msg('view.report.companyOrPlant')}
        name="report-company"
        value={company ?? ''}
        read={line}
        onCommit={(v) =>
          change(msg('view.report.companyOfTheReport'), setReport(study, 'company', v === undefined ? undefined : String(v)))
        }
        optional
        isText
      />
      <span className="flex items-center gap-3">
        {pictureIn(logo) !== null && (
          <img src={logo} alt={msg('view.report.logo')} className="max-h-[46px] max-w-[150px]" data-logo />
        )}
        <Button className="!h-[24px] !px-2" onClick={() => file.current?.click()}>
          {logo === undefined ? msg('view.report.selectALogo') : msg('view.report.anotherLogo')}
        </Button>
        {logo !== undefined && (
          <Button
            tone="bare"
            className="!h-[24px] !px-0"
            onClick={() => change(msg('view.report.noLogo'), setReport(study, 'logo', undefined))}
          >
            {msg('view.report.remove')}
          </Button>
        )}
        <FilePick input={file} label={msg('view.report.logo')} accept="image/png,image/jpeg" onFile={take} />
      </span>
      {problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {problem}
        </p>
      )}
    </Card>
  );
}

/** lines of the title block beside prepared, checked, approved, revision and date */
function TitleFields() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const fields = study.report?.titleFields ?? [];
  const put = (next: typeof fields): unknown =>
    change(msg('view.report.titleBlockOfTheReport'), setReport(study, 'titleFields', next.length === 0 ? undefined : next));
  return (
    <Card name={msg('view.report.titleBlock')} what={msg('view.report.moreLinesContractAreaDocument')}>
      {fields.map((f, i) => (
        <span key={i} className="grid grid-cols-[1fr_1.6fr_20px] items-end gap-x-2" data-title-field={f.label}>
          {(['label', 'text'] as const).map((key) => (
            <TypedField
              key={key}
              label={key === 'label' ? msg('view.report.labelOfLine', { i: i + 1 }) : msg('view.report.textOfLine', { i: i + 1 })}
              name={`title-${key}-${i}`}
              value={f[key] ?? ''}
              read={(t) =>
                key === 'label' && t.trim() === '' ? { ok: false, message: msg('view.report.missingLabel') } : line(t)
              }
              onCommit={(v) => put(fields.map((x, k) => (k === i ? { ...x, [key]: v === undefined ? '' : String(v) } : x)))}
              optional={key === 'text'}
              isText
            />
          ))}
          <button
            type="button"
            aria-label={msg('view.report.removeLine', { i: i + 1 })}
            className="mb-1"
            onClick={() => put(fields.filter((_, k) => k !== i))}
          >
            <X size={13} aria-hidden="true" className="text-inkq" />
          </button>
        </span>
      ))}
      <Button
        tone="bare"
        className="!h-[22px] self-start !px-0 text-[12px]"
        onClick={() => put([...fields, { label: msg('view.report.document') }])}
      >
        <Plus size={12} aria-hidden="true" /> {msg('view.report.addALine')}
      </Button>
    </Card>
  );
}

/** parts whose heading is said in other words */
function Headings() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  return (
    <Card name={msg('view.report.cardWording')} what={msg('view.report.headingsInThePlantsWording')}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        {PARTS.filter((p) => p !== 'cover').map((p) => (
          <TypedField
            key={p}
            label={
              <>
                <span className="sr-only-text">{msg('view.report.headingOf')} </span>
                {PART_NAMES[p]}
              </>
            }
            name={`heading-${p}`}
            value={headingOf(study, p) ?? ''}
            placeholder={PART_NAMES[p]}
            read={line}
            onCommit={(v) =>
              change(
                msg('view.report.headingOf2', { partnames: PART_NAMES[p] }),
                setHeading(study, p, v === undefined ? undefined : String(v)),
              )
            }
            optional
            isText
          />
        ))}
      </div>
    </Card>
  );
}

const COLUMNS: readonly (readonly [keyof RawRevision & string, string, string])[] = [
  ['revision', msg('view.report.revHead'), 'w-[44px]'],
  ['date', msg('view.report.dateHead'), 'w-[88px]'],
  ['text', msg('view.report.whatChanged'), ''],
  ['preparedBy', msg('view.report.preparedHead'), 'w-[84px]'],
  ['checkedBy', msg('view.report.checkedHead'), 'w-[84px]'],
  ['approvedBy', msg('view.report.approvedHead'), 'w-[84px]'],
];

/** what was changed when; the part of revisions prints it */
function Revisions() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const list = study.report?.revisions ?? [];
  const put = (next: RawRevision[]): unknown =>
    change(msg('view.report.revisionsOfTheReport'), setReport(study, 'revisions', next.length === 0 ? undefined : next));
  const add = (): void => {
    const { revision, date, checkedBy, approvedBy } = study.report ?? {};
    const isNew = revision !== undefined && !list.some((r) => r.revision === revision);
    const last = list.at(-1)?.revision ?? '';
    const next = isNew ? revision : /^[A-Y]$/.test(last) ? String.fromCharCode(last.charCodeAt(0) + 1) : /^\d+$/.test(last) ? String(Number(last) + 1) : last === '' ? 'A' : `${last}+`; // prettier-ignore
    const known = { date: date ?? new Date().toISOString().slice(0, 10), preparedBy: study.preparedBy, checkedBy, approvedBy };
    put([...list, { revision: next, ...Object.fromEntries(Object.entries(known).filter(([, v]) => v)) }]);
  };
  return (
    <Card name={msg('view.report.cardRevisions')} what={msg('view.report.printedByThePartRevisions')} wide>
      {list.length > 0 && (
        <table className="w-full">
          <thead>
            <tr className="text-inkq text-left text-[12px]">
              {COLUMNS.map(([key, name, width]) => (
                <th key={key} className={`font-normal ${width}`}>
                  {name}
                </th>
              ))}
              <td className="w-[20px]" />
            </tr>
          </thead>
          <tbody>
            {list.map((r, i) => (
              <tr key={i} data-revision={r.revision}>
                {COLUMNS.map(([key, name]) => (
                  <td key={key} className="pr-1.5">
                    <TypedField
                      label={msg('view.report.ofRevision', { name, revision: r.revision })}
                      hideLabel
                      name={`revision-${i}-${key}`}
                      value={typeof r[key] === 'string' ? r[key] : ''}
                      read={(t) => (key === 'text' ? { ok: t.length <= 1000, value: t, message: msg('view.report.atMost1000Characters') } : line(t))} // prettier-ignore
                      onCommit={(v) =>
                        put(
                          list.map((x, k) => {
                            if (k !== i) return x;
                            const { [key]: _before, ...rest } = x;
                            return (v === undefined ? rest : { ...x, [key]: String(v) }) as RawRevision;
                          }),
                        )
                      }
                      optional={key !== 'revision'}
                      isText
                    />
                  </td>
                ))}
                <td>
                  <button
                    type="button"
                    aria-label={msg('view.report.removeRevision', { revision: r.revision })}
                    onClick={() => put(list.filter((_, k) => k !== i))}
                  >
                    <X size={13} aria-hidden="true" className="text-inkq" />
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button tone="bare" className="!h-[22px] self-start !px-0 text-[12px]" onClick={add}>
        <Plus size={12} aria-hidden="true" /> {msg('view.report.addARevision')}
      </Button>
    </Card>
  );
}
