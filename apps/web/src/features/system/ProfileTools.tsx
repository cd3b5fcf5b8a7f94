import { Download, Maximize, Minus, Plus, Printer, Waypoints } from 'lucide-react';
import type { ReactNode, RefObject } from 'react';
import { download, fileName, standaloneSvg } from '../../ui/exportSvg.js';
import { msg } from './words.js';

interface ToolsProps {
  scale: number;
  onStep: (direction: 1 | -1) => void;
  onWhole: () => void;
  drawing: RefObject<SVGSVGElement | null>;
  title: string;
  /** the total head is drawn over the hydraulic grade */
  isEnergy: boolean;
  onEnergy: (isEnergy: boolean) => void;
}

/** Zoom, and the drawing on paper or as a file. */
export function ProfileTools({ scale, onStep, onWhole, drawing, title, isEnergy, onEnergy }: ToolsProps) {
  const name = msg('view.system.profile', { title: title || 'study' });
  const save = (): void => {
    if (!drawing.current) return;
    download(standaloneSvg(drawing.current, name), `${fileName(name)}.svg`, 'image/svg+xml');
  };
  const print = (): void => {
    // the style sheet leaves only what is named here on the page
    document.body.dataset.printing = 'profile';
    window.addEventListener('afterprint', () => delete document.body.dataset.printing, { once: true });
    window.print();
  };
  const size = { size: 14, 'aria-hidden': true } as const;
  return (
    <div className="profile-tools no-print absolute top-[5px] left-[262px] flex items-center gap-0.5">
      <Tool label={msg('view.system.zoomOut')} onClick={() => onStep(-1)} disabled={scale <= 1}>
        <Minus {...size} />
      </Tool>
      <Tool label={msg('view.system.zoomInOrTheWheel')} onClick={() => onStep(1)}>
        <Plus {...size} />
      </Tool>
      <Tool label={msg('view.system.theWholeLength0')} onClick={onWhole} disabled={scale <= 1}>
        <Maximize {...size} />
      </Tool>
      <Tool
        label={isEnergy ? msg('view.system.hideTheEnergyGradeLine') : msg('view.system.showTheEnergyGradeLine')}
        onClick={() => onEnergy(!isEnergy)}
      >
        <Waypoints {...size} />
      </Tool>
      <Tool label={msg('view.system.saveTheProfileAsSvg')} onClick={save}>
        <Download {...size} />
      </Tool>
      <Tool label={msg('view.system.printTheProfile')} onClick={print}>
        <Printer {...size} />
      </Tool>
    </div>
  );
}

function Tool({
  label,
  onClick,
  disabled = false,
  children,
}: {
  label: string;
  onClick: () => void;
  disabled?: boolean;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      onClick={onClick}
      disabled={disabled}
      className="text-inkq hover:bg-wash hover:text-ink flex h-[24px] w-[24px] items-center justify-center rounded-[3px] disabled:opacity-35"
    >
      {children}
    </button>
  );
}
