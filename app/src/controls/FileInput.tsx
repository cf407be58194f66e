import type { RefObject } from 'react';

interface FileInputProps {
  /** Pressed by `input.current?.click()`, for the browser opens its files only at a press. */
  readonly input: RefObject<HTMLInputElement | null>;
  readonly label: string;
  /** The kinds of files it takes, as the browser writes them. */
  readonly accept: string;
  readonly onFile: (file: File) => void;
}

/** The browser's own way to a file, out of sight. */
export function FileInput({ input, label, accept, onFile }: FileInputProps) {
  return (
    <input
      ref={input}
      type="file"
      accept={accept}
      aria-label={label}
      style={{ display: 'none' }}
      onChange={(event) => {
        const file = event.target.files?.[0];
        if (file) onFile(file);
        // The same file may be chosen again.
        event.target.value = '';
      }}
    />
  );
}
