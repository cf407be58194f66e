import { useEffect, useRef } from 'react';
import { Press, type PressProps } from './Press';

/** How long a button is held before it repeats, and how often it then does. */
const REPEAT_AFTER_MS = 350;
const REPEAT_EVERY_MS = 70;

interface RepeatPressProps extends Omit<PressProps, 'onPress' | 'onHoldStart' | 'onHoldEnd'> {
  readonly onStep: () => void;
  /** It was let go. */
  readonly onEnd: () => void;
}

/** A button that acts at once, and again and again while it is held. */
export function RepeatPress({ onStep, onEnd, ...press }: RepeatPressProps) {
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const latest = useRef({ onStep, onEnd });
  useEffect(() => {
    latest.current = { onStep, onEnd };
  });
  const again = () => {
    latest.current.onStep();
    timer.current = setTimeout(again, REPEAT_EVERY_MS);
  };
  const start = () => {
    if (timer.current) return;
    latest.current.onStep();
    timer.current = setTimeout(again, REPEAT_AFTER_MS);
  };
  const end = () => {
    if (!timer.current) return;
    clearTimeout(timer.current);
    timer.current = null;
    latest.current.onEnd();
  };
  useEffect(() => end, []);
  return <Press {...press} onHoldStart={start} onHoldEnd={end} />;
}
