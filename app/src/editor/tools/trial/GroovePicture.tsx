import { GROOVE_STEP, type StepsOfGroove } from '@yibbo/core';
import Svg, { Path } from 'react-native-svg';

/** Width of a step and height of a note as loud as it is written, in pixels. */
const STEP = 9;
const LOUD = 26;
/** Room for notes that are louder. */
const HEIGHT = 44;

/** A groove drawn: the steps of the bar as faint lines, and on them each note as late and as loud as it would be. */
export function GroovePicture({ groove: { late, loud }, title }: { readonly groove: StepsOfGroove; readonly title: string }) {
  const width = late.length * STEP + STEP;
  const x = (step: number) => STEP / 2 + step * STEP;
  const lines = late.map((_, step) => `M${x(step)} ${HEIGHT}v${step % 4 === 0 ? -HEIGHT : -5}`);
  const notes = late.map(
    (ticks, step) => `M${(x(step) + (ticks / GROOVE_STEP) * STEP).toFixed(1)} ${HEIGHT}v${(-(loud[step]! / 100) * LOUD).toFixed(1)}`,
  );
  return (
    <Svg
      width="100%"
      height={HEIGHT}
      viewBox={`0 0 ${width} ${HEIGHT}`}
      preserveAspectRatio="xMinYMid meet"
      accessibilityRole="image"
      accessibilityLabel={title}
    >
      <Path d={lines.join('')} stroke="var(--line)" fill="none" />
      <Path d={notes.join('')} stroke="var(--act)" strokeWidth={2.5} fill="none" />
    </Svg>
  );
}
