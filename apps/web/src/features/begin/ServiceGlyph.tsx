import type { BeginningName } from '@cedar-knot/core';
import type { ReactNode } from 'react';

/* Services as they are drawn on their cards: in the language of the profile, vessels, pump, line and hydraulic grade. */

const INK = 'var(--ink)';
const GRADE = 'var(--sc-a)';

function Tank({ x, y, h = 26, w = 24, level = 0.6 }: { x: number; y: number; h?: number; w?: number; level?: number }) {
  const top = y + h * (1 - level);
  return (
    <g>
      <rect x={x} y={top} width={w} height={h * level} fill="var(--sc-a)" opacity={0.14} />
      <path d={`M${x} ${y}V${y + h}H${x + w}V${y}`} fill="none" stroke={INK} strokeWidth={1.8} />
      <path d={`M${x + 2} ${top}H${x + w - 2}`} stroke={INK} strokeWidth={0.8} />
    </g>
  );
}
function Drum({ x, y, w = 38, h = 20 }: { x: number; y: number; w?: number; h?: number }) {
  return (
    <g>
      <rect x={x} y={y} width={w} height={h} rx={6} fill="var(--panel)" stroke={INK} strokeWidth={1.8} />
      <rect x={x + 2} y={y + h / 2} width={w - 4} height={h / 2 - 2} rx={4} fill="var(--sc-a)" opacity={0.16} />
    </g>
  );
}
const Pump = ({ x, y }: { x: number; y: number }) => (
  <g>
    <circle cx={x} cy={y} r={7} fill="var(--panel)" stroke={INK} strokeWidth={1.8} />
    <path d={`M${x - 3} ${y - 4}L${x + 6} ${y}L${x - 3} ${y + 4}`} fill="none" stroke={INK} strokeWidth={1.4} />
  </g>
);
const Valve = ({ x, y }: { x: number; y: number }) => (
  <path d={`M${x - 5} ${y - 4}V${y + 4}L${x + 5} ${y - 4}V${y + 4}Z`} fill="var(--panel)" stroke={INK} strokeWidth={1.4} />
);
const Pipe = ({ d }: { d: string }) => <path d={d} fill="none" stroke={INK} strokeWidth={2.6} strokeLinejoin="round" />;
const Grade = ({ d }: { d: string }) => <path d={d} fill="none" stroke={GRADE} strokeWidth={2} strokeLinejoin="round" />;
const Ground = ({ y = 82 }: { y?: number }) => <path d={`M8 ${y}H182`} stroke="var(--line-strong)" strokeDasharray="3 2" />;

const DRAWN: Readonly<Record<BeginningName | 'list' | 'blank' | 'copy', ReactNode>> = {
  'tank-to-tank': (
    <>
      <Ground />
      <Tank x={12} y={54} />
      <Tank x={152} y={24} />
      <Pipe d="M36 76H118L150 46H152" />
      <Pump x={64} y={76} />
      <Grade d="M24 64H60L66 22L164 32" />
    </>
  ),
  'river-to-plant': (
    <>
      <path d="M8 74C24 74 30 82 46 84" fill="none" stroke="var(--line-strong)" />
      <path d="M8 66H44" stroke={GRADE} strokeDasharray="3 2" />
      <Pipe d="M26 74H34L52 54H118L146 36H154" />
      <Pump x={70} y={54} />
      <Tank x={154} y={22} h={22} />
      <Grade d="M10 66H60L68 18L166 28" />
    </>
  ),
  'well-to-tank': (
    <>
      <Ground y={48} />
      <path d="M42 48V90M62 48V90" stroke={INK} strokeWidth={1.6} />
      <path d="M14 66C30 66 36 74 42 76M90 66C74 66 68 74 62 76" fill="none" stroke={GRADE} strokeDasharray="3 2" />
      <Pump x={52} y={82} />
      <Pipe d="M52 75V36H152" />
      <Valve x={104} y={36} />
      <Tank x={152} y={20} h={24} />
      <Grade d="M52 20L164 26" />
    </>
  ),
  'closed-circuit': (
    <>
      <Pipe d="M34 40H156V78H34Z" />
      <Pump x={92} y={40} />
      <Valve x={116} y={78} />
      <rect x={58} y={18} width={16} height={18} rx={5} fill="var(--panel)" stroke={INK} strokeWidth={1.6} />
      <Pipe d="M66 36V40" />
      <circle cx={156} cy={59} r={8} fill="var(--panel)" stroke={INK} strokeWidth={1.6} />
      <Grade d="M34 34H86L96 14L166 26" />
    </>
  ),
  'boiler-feed': (
    <>
      <Ground />
      <Drum x={14} y={24} />
      <Drum x={138} y={30} w={42} h={24} />
      <Pipe d="M30 44V76H106V60H158V54" />
      <Pipe d="M106 60V48H46V44" />
      <Valve x={74} y={48} />
      <Pump x={80} y={76} />
      <Grade d="M20 20H72L82 8L172 16" />
    </>
  ),
  'header-with-consumers': (
    <>
      <Ground y={86} />
      <Tank x={12} y={54} />
      <Pipe d="M36 76H72L86 44H178" />
      <Pump x={56} y={76} />
      {[108, 138, 168].map((x) => (
        <g key={x}>
          <Pipe d={`M${x} 44V70`} />
          <Valve x={x} y={56} />
          <path d={`M${x - 4} 70H${x + 4}L${x} 77Z`} fill={INK} />
        </g>
      ))}
      <Grade d="M24 62H52L60 16L178 28" />
    </>
  ),
  'viscous-transfer': (
    <>
      <Ground />
      <Tank x={12} y={52} />
      <Tank x={154} y={50} />
      <Pipe d="M36 74H154" />
      <Pump x={70} y={74} />
      <path d="M18 88q3-4 0-8M26 88q3-4 0-8" fill="none" stroke="var(--cedar)" strokeWidth={1.4} />
      <Grade d="M24 62H66L72 12L166 58" />
      <path d="M72 28L166 58" fill="none" stroke="var(--sc-b)" strokeDasharray="5 3" strokeWidth={1.6} />
    </>
  ),
  condensate: (
    <>
      <Ground />
      <Drum x={12} y={42} />
      <Drum x={142} y={22} w={40} />
      <path d="M20 36q3-4 6 0t6 0M32 30q3-4 6 0t6 0" fill="none" stroke={INK} strokeWidth={1} />
      <Pipe d="M30 62V76H104V34H142" />
      <Pump x={62} y={76} />
      <Grade d="M22 58H56L64 14L164 24" />
    </>
  ),
  'long-line': (
    <>
      <path d="M8 82C40 82 60 40 82 38S110 66 130 64S164 46 182 60V88H8Z" fill="var(--gauge-allow)" opacity={0.35} />
      <Pipe d="M14 80C44 78 60 44 82 42S108 68 130 66S160 50 178 58" />
      <Pump x={16} y={80} />
      <Pump x={104} y={54} />
      <Grade d="M18 74L20 18L98 44L102 20L180 48" />
    </>
  ),
  list: (
    <>
      <rect x={14} y={16} width={92} height={68} fill="var(--panel)" stroke="var(--line-strong)" />
      <path d="M14 28H106M14 42H106M14 56H106M14 70H106M44 16V84M76 16V84" stroke="var(--line-soft)" />
      <path
        d="M20 22H38M20 35H34M20 49H36M20 63H32M20 77H36M50 35H70M50 49H66M50 63H70M50 77H64M82 35H98M82 49H96M82 63H98M82 77H92"
        stroke={INK}
        strokeWidth={1.6}
      />
      <path d="M112 50H126M121 45L126 50L121 55" fill="none" stroke="var(--cedar)" strokeWidth={1.8} />
      <Pipe d="M136 74H156V52L180 36" />
      <Pump x={146} y={74} />
    </>
  ),
  blank: (
    <>
      <Ground />
      <path d="M24 82V54H48V82M146 82V34H170V82" fill="none" stroke="var(--line-strong)" strokeDasharray="3 2" />
      <path d="M48 76H146" stroke="var(--line-strong)" strokeDasharray="3 2" />
      <circle cx={96} cy={76} r={9} fill="var(--panel)" stroke="var(--cedar)" strokeWidth={1.8} />
      <path d="M96 71V81M91 76H101" stroke="var(--cedar)" strokeWidth={1.8} />
    </>
  ),
  copy: (
    <>
      <rect x={36} y={14} width={104} height={62} rx={3} fill="var(--panel)" stroke="var(--line-strong)" />
      <rect x={54} y={26} width={104} height={62} rx={3} fill="var(--panel)" stroke="var(--line-strong)" />
      <path d="M64 42C96 42 124 56 148 76" fill="none" stroke={INK} strokeWidth={1.8} />
      <Grade d="M64 82C96 80 122 64 144 36" />
      <circle cx={118} cy={59} r={4} fill="var(--panel)" stroke={GRADE} strokeWidth={1.6} />
    </>
  ),
};

/** The picture of a way to begin. */
export const ServiceGlyph = ({ name }: { name: keyof typeof DRAWN }) => (
  <svg viewBox="0 0 190 94" className="h-[78px] w-full" aria-hidden="true">
    {DRAWN[name]}
  </svg>
);
