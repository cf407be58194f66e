import { useEffect, useRef, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Words } from './words';

interface SliderProps {
  readonly title: string;
  readonly low: number;
  readonly high: number;
  readonly step?: number;
  readonly value: number;
  /** A value in words, with its unit. */
  readonly words: (value: number) => string;
  readonly width?: number;
  /** Told of each value on the way. */
  readonly onChange: (value: number) => void;
  /** Told of the one it is let go at, where that alone counts; until then the slider shows values on the way by itself. */
  readonly onCommit?: (value: number) => void;
}

/** The width of a letter on average, in widths of a nought. */
const LETTER_CH = 0.85;

/** The browser's own slider: it comes with touch, keys and names. */
export function Slider({ title, low, high, step = 1, value, words, width = 160, onChange, onCommit }: SliderProps) {
  const [held, setHeld] = useState<number | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const commit = useRef(onCommit);
  useEffect(() => {
    commit.current = onCommit;
  });
  useEffect(() => {
    const element = input.current;
    // The browser says "change" when the slider is let go, and at each key; React says it on the way.
    const letGo = () => {
      setHeld(null);
      commit.current?.(Number(element!.value));
    };
    element?.addEventListener('change', letGo);
    return () => element?.removeEventListener('change', letGo);
  }, []);
  const shown = held ?? value;
  // Room for the longest words from the start: were they to wrap on the way, the slider would slip from under the finger.
  const longest = LETTER_CH * Math.max(...[low, high, value].map((each) => words(each).length));
  const slide = (to: number) => {
    if (onCommit) setHeld(to);
    onChange(to);
  };
  return (
    <XStack alignItems="center" gap={8} minHeight="$touch">
      <input
        ref={input}
        type="range"
        aria-label={title}
        aria-valuetext={words(shown)}
        min={low}
        max={high}
        step={step}
        value={shown}
        onChange={(event) => slide(Number(event.target.value))}
        style={{ width, height: 44, accentColor: 'var(--act)', touchAction: 'none' }}
      />
      <Words strong minWidth={`max(56px, ${longest}ch)`}>
        {words(shown)}
      </Words>
    </XStack>
  );
}
