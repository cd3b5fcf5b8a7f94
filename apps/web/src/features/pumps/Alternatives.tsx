import type { Study, StudyHead, WholeStudy } from '@cedar-knot/core';
import { checkName, checkValue, fixed } from '@cedar-knot/wording';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { api, wordsOf } from '../../api/client.js';
import { letterOf } from '../../state/address.js';
import { Button } from '../../ui/controls.js';
import { ScenarioLetter, VerdictMark } from '../../ui/marks.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

const countsText = (fails: number, near: number): string =>
  [fails > 0 && `${fails} ${fails === 1 ? 'fails' : 'fail'}`, near > 0 && msg('view.pumps.near', { near })]
    .filter(Boolean)
    .join(', ') || 'holds';

interface Side {
  head: StudyHead;
  study: Study;
  whole: WholeStudy | undefined;
}

/**
 * The study and its alternatives as wholes: in every scenario the duty of the pump that is followed, the verdict and the worst
 * check, and the electricity of a year. This study as it stands on the screen, the others as they are kept.
 */
export function Alternatives({ pump, kept }: { pump: string; kept: number }) {
  const { id, others, sides, problem, remove } = useAlternatives(kept);
  if (problem !== null)
    return (
      <p role="alert" className="text-fails px-3 py-3">
        ▲ {problem}
      </p>
    );
  if (others === null) return <p className="text-inkq px-3 py-4">{msg('view.pumps.reading')}</p>;
  if (others.length < 2) return <p className="text-inkq px-3 py-4">{msg('view.pumps.noAlternativesYetSaveAs')}</p>;
  const names = [...new Map(sides.flatMap((s) => s.whole?.scenarios.map((x) => [x.id, x.name] as const) ?? []))];
  return (
    <table className="text-[12.5px]" data-alternatives={sides.length}>
      <Heads sides={sides} open={id} onRemove={remove} />
      <tbody>
        {names.map(([scenario, name]) => (
          <ScenarioRow key={scenario} scenario={scenario} name={name} sides={sides} pump={pump} />
        ))}
        <EnergyRow sides={sides} />
      </tbody>
    </table>
  );
}

/** the alternatives of the open study, it among them, each worked out whole; read anew when one was kept */
function useAlternatives(kept: number) {
  const id = useStudy((s) => s.id);
  const study = useStudy((s) => s.study);
  const compare = useStudy((s) => s.compareWhole);
  const [others, setOthers] = useState<readonly { head: StudyHead; study: Study }[] | null>(null);
  const [sides, setSides] = useState<readonly Side[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    const read = async (): Promise<void> => {
      const near = (await api.list({ of: id })).studies;
      const root = near.find((s) => s.id === id)?.alternativeOf ?? id;
      const heads: StudyHead[] = root === id ? near : (await api.list({ of: root })).studies;
      heads.sort((a, b) => Number(b.id === root) - Number(a.id === root) || (a.title < b.title ? -1 : 1));
      const whole = await Promise.all(heads.map((head) => api.get(head.id)));
      if (!gone) setOthers(heads.map((head, i) => ({ head, study: whole[i]!.document })));
    };
    read().catch((e: unknown) => !gone && setProblem(wordsOf(e)));
    return () => {
      gone = true;
    };
  }, [id, kept]);
  useEffect(() => {
    if (!others) return;
    let gone = false;
    const list = others.map((o) => (o.head.id === id ? { ...o, study } : o));
    void compare(list.map((o) => o.study)).then(
      (wholes) => !gone && setSides(list.map((o, i) => ({ ...o, whole: wholes[i] }))),
      (e: unknown) => !gone && setProblem(wordsOf(e)),
    );
    return () => {
      gone = true;
    };
  }, [others, study, id, compare]);
  const remove = (head: StudyHead): void => {
    api.remove(head.id).then(
      () => setOthers((o) => o?.filter((x) => x.head.id !== head.id) ?? null),
      (e: unknown) => setProblem(wordsOf(e)),
    );
  };
  return { id, others, sides, problem, remove };
}

function Heads({ sides, open: id, onRemove }: { sides: readonly Side[]; open: string; onRemove: (head: StudyHead) => void }) {
  return (
    <thead>
      <tr className="bg-panel border-soft sticky top-0 border-b align-bottom">
        <td className="w-[150px]" />
        {sides.map(({ head }) => (
          <th key={head.id} className="min-w-[170px] px-3 py-1.5 text-left font-semibold">
            {head.id === id ? (
              <>
                {head.title} <span className="text-inkq font-normal">{msg('view.pumps.open')}</span>
              </>
            ) : (
              <Link to={`/studies/${head.id}/pumps`} className="text-cedar hover:underline">
                {head.title}
              </Link>
            )}
            {head.alternativeOf !== null && head.id !== id && (
              <Button tone="bare" className="!h-[18px] !px-1 text-[11px]" onClick={() => onRemove(head)}>
                {msg('app.delete')}
              </Button>
            )}
          </th>
        ))}
      </tr>
    </thead>
  );
}

/** one scenario in every alternative: verdict, worst check, the pump's duty */
function ScenarioRow({ scenario, name, sides, pump }: { scenario: string; name: string; sides: readonly Side[]; pump: string }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const index = study.scenarios.findIndex((s) => s.id === scenario);
  return (
    <tr className="border-soft border-b align-top" data-alternative-scenario={scenario}>
      <td className="px-3 py-1.5">
        <ScenarioLetter index={index} letter={letterOf(index)} small /> {name}
      </td>
      {sides.map(({ head, whole }) => {
        const s = whole?.scenarios.find((x) => x.id === scenario);
        const duty = s?.duties[pump];
        return (
          <td key={head.id} className="px-3 py-1.5 whitespace-nowrap">
            {s?.verdict == null ? (
              <span className="text-inkq">{msg('view.pumps.notSolved')}</span>
            ) : (
              <>
                <VerdictMark kind={s.verdict} size={9} /> {countsText(s.fails, s.near)}
                {s.worst && (
                  <span className="text-inkq block text-[12px]">
                    {s.worst.where}: {checkName(s.worst.check)} {checkValue(s.worst.check, s.worst.value, d.system)}
                  </span>
                )}
                <span className="block">
                  {duty
                    ? msg('view.pumps.at2', {
                        flow: d.number(duty.flow, 'flow'),
                        unit: d.unit('flow'),
                        head: d.number(duty.head, 'head'),
                        unit2: d.unit('head'),
                        shaftPower: d.number(duty.shaftPower, 'power'),
                        unit3: d.unit('power'),
                      })
                    : msg('view.pumps.isOff', { pump })}
                </span>
              </>
            )}
          </td>
        );
      })}
    </tr>
  );
}

function EnergyRow({ sides }: { sides: readonly Side[] }) {
  const base = sides[0]?.whole;
  return (
    <tr className="align-top">
      <td className="px-3 py-1.5 font-semibold">{msg('view.pumps.mwhYearAllPumps')}</td>
      {sides.map(({ head, whole }, i) => {
        const energy = whole?.energyPerYear ?? null;
        const less = energy !== null && base?.energyPerYear != null && i > 0 ? energy - base.energyPerYear : null;
        return (
          <td key={head.id} className="px-3 py-1.5">
            <b className="font-semibold">{energy === null ? '–' : fixed(energy / 3.6e9, 1)}</b>
            {less !== null && (
              <span className="text-inkq">
                {' '}
                {less <= 0 ? '−' : '+'}
                {fixed(Math.abs(less / 3.6e9), 1)}
              </span>
            )}
            {whole?.isTypical && <span className="text-inkq block text-[11px]">{msg('view.pumps.typicalMotor')}</span>}
          </td>
        );
      })}
    </tr>
  );
}
