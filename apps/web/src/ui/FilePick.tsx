import type { RefObject } from 'react';

/** The hidden part of a button that asks for a file; the same file can be chosen twice in a row. */
export function FilePick({
  input,
  label,
  accept,
  onFile,
}: {
  input: RefObject<HTMLInputElement | null>;
  label: string;
  accept: string;
  onFile: (file: File) => void;
}) {
  return (
    <input
      ref={input}
      type="file"
      aria-label={label}
      accept={accept}
      className="hidden"
      onChange={(e) => {
        const [chosen] = e.target.files ?? [];
        if (chosen) onFile(chosen);
        e.target.value = '';
      }}
    />
  );
}
