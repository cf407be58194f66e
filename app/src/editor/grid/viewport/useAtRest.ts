import { useEffect, useRef } from 'react';
import type { Viewport } from './viewport';

/** Calls `act` when the view has been still for a number of milliseconds, and once to begin with; again where `depends` changes. */
export function useAtRest(viewport: Viewport, restMs: number, act: () => void, depends: unknown): void {
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    const later = () => {
      if (timer) clearTimeout(timer);
      timer = setTimeout(() => latest.current(), restMs);
    };
    later();
    const stop = viewport.subscribe(later);
    return () => {
      if (timer) clearTimeout(timer);
      stop();
    };
  }, [viewport, restMs, depends]);
}
