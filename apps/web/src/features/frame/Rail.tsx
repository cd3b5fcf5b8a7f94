import { NavLink } from 'react-router';
import { memo, type ReactElement } from 'react';
import { LINE, VIEWS } from '../../views.js';
import { msg } from './words.js';

const CATALOGUES = <path d="M4 4h4v16H4zM10 4h4v16h-4zM16.500 5l3.600-.8 3 15.200-3.600.8z" {...LINE} />;

/**
 * @param base address of the study to which the views belong; null where none is known
 * @param attention views in which something wants it
 */
export const Rail = memo(function Rail({
  base,
  attention = {},
}: {
  base: string | null;
  attention?: Readonly<Record<string, boolean>>;
}) {
  return (
    <nav
      aria-label={msg('view.frame.views')}
      className="rail border-line bg-deep no-print flex w-[72px] flex-none flex-col border-r pt-1.5"
    >
      {VIEWS.map((item) => {
        const to = base === null ? null : `${base}/${item.to}`;
        const why = msg('view.frame.openAStudyFirst');
        return <RailItem key={item.name} to={to} name={item.name} icon={item.icon} why={why} dot={attention[item.to] ?? false} />;
      })}
      <span className="mt-auto" />
      <RailItem to="/catalogues" name={msg('app.catalogues')} icon={CATALOGUES} why="" dot={false} />
    </nav>
  );
});

function RailItem({
  to,
  name,
  icon,
  why,
  dot,
}: {
  to: string | null;
  name: string;
  icon: ReactElement;
  why: string;
  dot: boolean;
}) {
  const inside = (
    <>
      <svg width={24} height={24} viewBox="0 0 24 24" aria-hidden="true">
        {icon}
      </svg>
      <span className="text-[12px] leading-4">{name}</span>
    </>
  );
  if (to === null)
    return (
      <span
        aria-disabled="true"
        title={`${name}: ${why}`}
        className="text-ghost flex h-[56px] flex-col items-center justify-center gap-0.5"
      >
        {inside}
      </span>
    );
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `relative flex h-[56px] flex-col items-center justify-center gap-0.5 border-l-[3px] ${isActive ? 'border-cedar bg-panel text-cedardeep font-semibold' : 'text-ink2 border-transparent'}`
      }
    >
      {inside}
      {dot && (
        <span
          role="img"
          aria-label={msg('view.frame.needsAttention')}
          className="bg-fails absolute top-2 right-4 h-[6px] w-[6px] rounded-full"
        />
      )}
    </NavLink>
  );
}
