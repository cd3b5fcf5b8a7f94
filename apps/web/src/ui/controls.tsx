import { Undo2 } from 'lucide-react';
import { Dialog, ToggleGroup } from 'radix-ui';
import type { ButtonHTMLAttributes, ReactNode } from 'react';

/** a drop-down menu and an item of it */
export const MENU = 'panel z-50 min-w-[150px] p-1 shadow-[var(--shadow-lift)]';
export const ITEM =
  'data-[highlighted]:bg-wash data-[state=open]:bg-wash flex h-[26px] cursor-pointer items-center rounded-[3px] px-3 outline-none';

export function Button({
  tone = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { tone?: 'plain' | 'main' | 'danger' | 'bare' }) {
  const tones = {
    plain: 'border-edge bg-panel text-ink border hover:bg-wash',
    main: 'border border-cedar bg-cedar text-panel hover:bg-cedardeep',
    danger: 'border-fails text-fails bg-panel border hover:bg-failswash',
    bare: 'text-cedar hover:underline',
  };
  return (
    <button
      type="button"
      className={`inline-flex h-[28px] items-center gap-1.5 rounded-[3px] px-3 text-[13px] whitespace-nowrap disabled:opacity-45 ${tones[tone]} ${className}`}
      {...rest}
    />
  );
}

/** Dialogs only for what destroys, imports or needs a choice between two states of a study. */
export function Modal({
  open,
  onClose,
  title,
  children,
  wide = false,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/25" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`dialog panel fixed top-[18%] left-1/2 z-50 max-h-[70vh] -translate-x-1/2 overflow-auto p-5 shadow-[var(--shadow-lift)] ${wide ? 'w-[640px]' : 'w-[460px]'}`}
        >
          <Dialog.Title className="mb-2 text-[16px] leading-5 font-semibold">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

export function Segmented<T extends string>({
  value,
  options,
  onChange,
  label,
}: {
  value: T;
  options: readonly { value: T; text: string }[];
  onChange: (v: T) => void;
  label: string;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      // pressed again it stays: one of them always holds
      onValueChange={(v) => v !== '' && onChange(v as T)}
      className="border-line flex overflow-hidden rounded-[3px] border"
    >
      {options.map((o) => (
        <ToggleGroup.Item
          key={o.value}
          value={o.value}
          className="bg-panel text-inkq data-[state=on]:bg-wash data-[state=on]:text-cedardeep h-[24px] px-2.5 text-[12px] data-[state=on]:font-semibold"
        >
          {o.text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

export function UndoButton({ label, disabled, onClick }: { label: string; disabled: boolean; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onClick}
      className="p-1 disabled:opacity-35"
    >
      <Undo2 size={16} aria-hidden="true" />
    </button>
  );
}
