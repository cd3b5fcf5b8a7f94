import { prettyUnit, type WordedValue } from '@cedar-knot/wording';
import { useStudy } from '../context.js';
import { typedAt } from '../../state/figure.js';
import { msg } from './words.js';

/** a value, and what was typed where it is an entry */
export function Value({ value }: { value: WordedValue }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const found =
    value.from === undefined
      ? undefined
      : typedAt(
          study,
          study.scenarios.find((s) => s.id === active),
          value.from,
        );
  const [number, ...unit] = (found ?? '').split(' ');
  const typed = found === undefined ? undefined : `${number} ${prettyUnit(unit.join(' '))}`.trim();
  return (
    <>
      <span className="text-ink whitespace-nowrap">
        {typed !== undefined && isRounded(typed, value.text) ? typed : value.text}
      </span>
      {typed !== undefined && !isRounded(typed, value.text) ? (
        <span className="text-inkq"> {msg('view.working.entered', { typed })}</span>
      ) : (
        value.also !== null && <span className="text-inkq"> = {value.also}</span>
      )}
    </>
  );
}

/** whether a text is what was typed, with fewer digits */
function isRounded(typed: string, text: string): boolean {
  const [a, ...unitA] = typed.split(' ');
  const [b, ...unitB] = text.split(' ');
  return unitA.join(' ') === unitB.join(' ') && Math.abs(Number(a) - Number(b)) <= 1e-4 * Math.abs(Number(a));
}
