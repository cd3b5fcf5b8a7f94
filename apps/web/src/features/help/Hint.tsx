import type { ReactNode } from 'react';

/** What an empty view says, with the one thing to do about it. */
export const Hint = ({
  text,
  action,
  onAct,
  children,
}: {
  text: string;
  action: string;
  onAct: () => void;
  children?: ReactNode;
}) => (
  <div className="panel flex flex-1 flex-col items-center justify-center gap-3 px-4 text-center" data-hint>
    <p className="text-inkq">{text}</p>
    <button
      type="button"
      onClick={onAct}
      className="bg-cedar text-panel inline-flex h-[28px] items-center rounded-[3px] px-3 text-[13px] font-semibold"
    >
      {action}
    </button>
    {children}
  </div>
);
