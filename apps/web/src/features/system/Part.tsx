import type { ReactNode } from 'react';

/** A part of a panel that is folded away until something of it is entered. */
export function Part({
  title,
  isOpen,
  onOpen,
  children,
}: {
  title: string;
  isOpen: boolean;
  onOpen?: (isOpen: boolean) => void;
  children: ReactNode;
}) {
  return (
    <details
      className="border-soft flex-none border-t px-3 py-1.5"
      open={isOpen}
      onToggle={(e) => onOpen?.(e.currentTarget.open)}
    >
      <summary className="h-[22px] cursor-pointer font-semibold">{title}</summary>
      <div className="pt-1">{children}</div>
    </details>
  );
}
