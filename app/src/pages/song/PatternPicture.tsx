import type { Note, Pattern } from '@yibbo/core';
import { memo } from 'react';
import { picturePath, pitchRange } from './picture-path';

interface PatternPictureProps {
  readonly notes: readonly Note[];
  /** Those of them that are selected. */
  readonly lit: readonly Note[];
  readonly pattern: Pattern;
  /** The part of the pattern shown: start and length; it repeats. */
  readonly fromTick: number;
  readonly lengthTicks: number;
  readonly width: number;
  readonly height: number;
  readonly colour: number;
}

/** A pattern at a glance: its notes in time and pitch, as often as it goes round. */
export const PatternPicture = memo(function PatternPicture({ notes, lit, pattern, colour, ...picture }: PatternPictureProps) {
  return (
    <svg width={picture.width} height={picture.height} aria-hidden style={{ position: 'absolute', left: 0, top: 5, pointerEvents: 'none' }}>
      <path d={picturePath(notes, pattern, picture)} fill={`var(--track${colour})`} />
      {lit.length ? (
        <path data-testid="lit" d={picturePath(lit, pattern, picture, pitchRange(notes))} fill="var(--act)" stroke="var(--act)" />
      ) : null}
    </svg>
  );
});
