import { XStack } from '@tamagui/stacks';
import { Words } from './words';

interface SliderProps {
  readonly title: string;
  readonly low: number;
  readonly high: number;
  readonly step?: number;
  readonly value: number;
  /** The value in words, with its unit. */
  readonly shown: string;
  readonly width?: number;
  readonly onChange: (value: number) => void;
}

/** The browser's own slider: it comes with touch, keys and names. */
export function Slider({ title, low, high, step = 1, value, shown, width = 160, onChange }: SliderProps) {
  return (
    <XStack alignItems="center" gap={8} minHeight="$touch">
      <input
        type="range"
        aria-label={title}
        aria-valuetext={shown}
        min={low}
        max={high}
        step={step}
        value={value}
        onChange={(event) => onChange(Number(event.target.value))}
        style={{ width, height: 44, accentColor: 'var(--act)', touchAction: 'none' }}
      />
      <Words strong minWidth={56}>
        {shown}
      </Words>
    </XStack>
  );
}
