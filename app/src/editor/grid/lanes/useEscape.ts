import { useEffect, useRef } from 'react';

/** Calls `cancel` at Escape, which goes no further where that called something off. */
export function useEscape(cancel: () => boolean): void {
  const latest = useRef(cancel);
  useEffect(() => {
    latest.current = cancel;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && latest.current()) event.stopPropagation();
    };
    globalThis.addEventListener('keydown', onKey, true);
    return () => globalThis.removeEventListener('keydown', onKey, true);
  }, []);
}
