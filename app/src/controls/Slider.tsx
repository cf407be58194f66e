import { useEffect, useRef, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { KNOB, knobShare, useKnobDrag } from './useKnobDrag';
import { Words } from './words';

interface SliderProps {
  readonly title: string;
  readonly low: number;
  readonly high: number;
  readonly step?: number;
  readonly value: number;
  /** A value in words, with its unit. */
  readonly words: (value: number) => string;
  readonly width?: number | string;
  /** Whether its words stand small above its right end, not beside it. */
  readonly isCompact?: boolean;
  /** Told of each value on the way. */
  readonly onChange: (value: number) => void;
  /** Told of the one it is let go at, where that alone counts; until then the slider shows values on the way by itself. */
  readonly onCommit?: (value: number) => void;
  /** Told in words of a value that was set by a press beside the knob, which may have been meant otherwise. */
  readonly onJump?: (said: string) => void;
}

/** The width of a letter on average, in widths of a nought. */
const LETTER_CH = 0.85;
/** Half the width of the knob as browsers draw it, in pixels. */
const INSET = 8;

/** The browser's own slider, with its keys and names. Fingers and the mouse take it by its knob (see `useKnobDrag`). */
export function Slider(props: SliderProps) {
  const { title, low, high, step = 1, value, words, width = 160, isCompact = false, onChange, onCommit, onJump } = props;
  const [held, setHeld] = useState<number | null>(null);
  const shown = held ?? value;
  const slide = (to: number) => {
    if (onCommit) setHeld(to);
    onChange(to);
  };
  const commit = (to: number) => {
    setHeld(null);
    if (to !== value) onCommit?.(to);
  };
  const hand = useKnobDrag(
    {
      ...{ low, high, step, value: shown },
      onSlide: slide,
      onLetGo: (to, isJump) => {
        commit(to);
        if (isJump && to !== value) onJump?.(`${title}: ${words(to)}.`);
      },
      onCalledOff: () => {
        setHeld(null);
        if (shown !== value) onChange(value);
      },
    },
    INSET,
  );
  // Room for the longest words from the start: were they to wrap on the way, the slider would slip from under the finger.
  const longest = LETTER_CH * [low, high, value].reduce((most, each) => Math.max(most, words(each).length), 0);
  return (
    <XStack alignItems="center" gap={8} minHeight="$touch" flexShrink={1} flexGrow={width === '100%' ? 1 : 0}>
      <div data-slider={title} style={{ ...TRACK, width, minWidth: isCompact ? 0 : 120 }} {...hand}>
        <Range {...{ title, low, high, step }} value={shown} words={words(shown)} onSlide={slide} onCommit={commit} />
        <Knob share={knobShare({ low, high, value: shown })} />
        {isCompact ? (
          <Words tiny strong style={{ lineHeight: '12px', position: 'absolute', top: 0, right: 0, pointerEvents: 'none' }}>
            {words(shown)}
          </Words>
        ) : null}
      </div>
      {isCompact ? null : (
        <Words strong style={{ minWidth: `max(56px, ${longest}ch)` }}>
          {words(shown)}
        </Words>
      )}
    </XStack>
  );
}

const TRACK = { position: 'relative', flexShrink: 1, touchAction: 'pan-y', cursor: 'pointer' } as const;

interface RangeProps {
  readonly title: string;
  readonly low: number;
  readonly high: number;
  readonly step: number;
  readonly value: number;
  readonly words: string;
  readonly onSlide: (value: number) => void;
  readonly onCommit: (value: number) => void;
}

/** The slider's visible parts and its keys. */
function Range({ title, low, high, step, value, words, onSlide, onCommit }: RangeProps) {
  const input = useRef<HTMLInputElement>(null);
  const commit = useRef(onCommit);
  useEffect(() => {
    commit.current = onCommit;
  });
  useEffect(() => {
    const element = input.current;
    // The browser says "change" at each key that has done something; React says it on the way.
    const letGo = () => commit.current(Number(element!.value));
    element?.addEventListener('change', letGo);
    return () => element?.removeEventListener('change', letGo);
  }, []);
  return (
    <input
      ref={input}
      type="range"
      aria-label={title}
      aria-valuetext={words}
      min={low}
      max={high}
      step={step}
      value={value}
      onChange={(event) => onSlide(Number(event.target.value))}
      style={{ display: 'block', width: '100%', height: 44, margin: 0, accentColor: 'var(--act)', pointerEvents: 'none' }}
    />
  );
}

/** Where a finger takes hold of the knob: no scrolling begins there. */
function Knob({ share }: { readonly share: number }) {
  const left = `calc(${INSET - KNOB / 2}px + ${share} * (100% - ${2 * INSET}px))`;
  return <div style={{ position: 'absolute', top: 0, left, width: KNOB, height: 44, touchAction: 'none', cursor: 'grab' }} />;
}
