import { NavLink } from 'react-router';
import type { ReactElement } from 'react';

interface Item {
  to: string;
  name: string;
  icon: ReactElement;
}

const line = { fill: 'none', stroke: 'currentColor', strokeWidth: 1.6, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;

/** The views of a study in the order of work. */
export const VIEWS: readonly Item[] = [
  { to: 'system', name: 'System', icon: <path d="M2 16h4l3-9h5l3 4h5M3 21h18" {...line} /> },
  { to: 'scenarios', name: 'Scenarios', icon: <path d="M8 6h13M8 12h13M8 18h13M3 6h1M3 12h1M3 18h1" {...line} /> },
  {
    to: 'curves',
    name: 'Curves',
    icon: <path d="M3 5c7 0 13 3 17 13M3 20c8 0 14-5 18-16M14.500 12.500a2.200 2.200 0 1 0 .1 0" {...line} />,
  },
  { to: 'pumps', name: 'Pumps', icon: <path d="M12 4a8 8 0 1 0 .1 0M8 5l12 7-12 7" {...line} /> },
  { to: 'valves', name: 'Valves', icon: <path d="M3 9v10l18-10v10L3 9M12 14V6M8 6a4 4 0 0 1 8 0z" {...line} /> },
  { to: 'suction', name: 'Suction', icon: <path d="M3 5v7h9V5M3 8h9M7 12v7h7M18 15a4 4 0 1 0 .1 0" {...line} /> },
  { to: 'margins', name: 'Margins', icon: <path d="M2 12h20M6 8v8M18 8v8M12 5v14" {...line} /> },
  { to: 'report', name: 'Report', icon: <path d="M6 3h8l4 4v14H6zM14 3v4h4M9 12h6M9 16h6" {...line} /> },
];

const CATALOGUES = <path d="M4 4h4v16H4zM10 4h4v16h-4zM16.500 5l3.600-.8 3 15.200-3.600.8z" {...line} />;

/**
 * @param base address of the study to which the views belong; null where none is known
 * @param attention views in which something wants it
 */
export function Rail({ base, attention = {} }: { base: string | null; attention?: Readonly<Record<string, boolean>> }) {
  return (
    <nav aria-label="Views" className="border-line bg-deep no-print flex w-[72px] flex-none flex-col border-r pt-1.5">
      {VIEWS.map((item) => {
        const to = base === null ? null : `${base}/${item.to}`;
        const why = 'open a study first';
        return <RailItem key={item.name} to={to} name={item.name} icon={item.icon} why={why} dot={attention[item.to] ?? false} />;
      })}
      <span className="mt-auto" />
      <RailItem to="/catalogues" name="Catalogues" icon={CATALOGUES} why="" dot={false} />
    </nav>
  );
}

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
        <span role="img" aria-label="wants attention" className="bg-fails absolute top-2 right-4 h-[6px] w-[6px] rounded-full" />
      )}
    </NavLink>
  );
}
