import { useEffect, useRef } from 'react';
import { useEffects } from '../../../state/effects';

/** The range of a meter, in dB; and how fast it falls, in dB a second. */
const LEAST_DB = -48;
const FALL_DB = 24;

/** How loud a track is right now, or the whole by the name of the sum: it jumps to each peak and falls back. Drawn outside of React. */
export function Meter({ of, label, isThin = false }: { readonly of: string; readonly label: string; readonly isThin?: boolean }) {
  const { sound } = useEffects();
  const meter = useRef<HTMLDivElement>(null);
  const bar = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let shown = LEAST_DB;
    let last = performance.now();
    let frame = 0;
    const turn = (now: number) => {
      const peak = 20 * Math.log10(Math.max(1e-6, sound.peakOf(of)));
      const next = Math.max(LEAST_DB, peak, shown - (FALL_DB * (now - last)) / 1000);
      last = now;
      if (next !== shown && bar.current && meter.current) {
        shown = next;
        bar.current.style.transform = `scaleX(${Math.min(1, (shown - LEAST_DB) / -LEAST_DB)})`;
        bar.current.style.background = shown > -1 ? 'var(--act)' : 'var(--head)';
        meter.current.setAttribute('aria-valuenow', String(Math.round(shown)));
      }
      frame = requestAnimationFrame(turn);
    };
    frame = requestAnimationFrame(turn);
    return () => cancelAnimationFrame(frame);
  }, [sound, of]);
  return (
    <div
      ref={meter}
      role="meter"
      aria-label={label}
      aria-valuemin={LEAST_DB}
      aria-valuemax={0}
      aria-valuenow={LEAST_DB}
      style={{ flex: '1 1 80px', minWidth: 60, height: isThin ? 4 : 8, background: 'var(--lineWeak)', borderRadius: 4, overflow: 'hidden' }}
    >
      <div ref={bar} style={{ height: '100%', transform: 'scaleX(0)', transformOrigin: 'left', background: 'var(--head)' }} />
    </div>
  );
}
