import type { Place } from '@yibbo/core';
import { useEffect, useState, type CSSProperties } from 'react';
import { selectShownNotes, type OpenPart } from '../../state/session/selectors';
import { useAppSelector } from '../../state/store';
import { placeWords } from './place-words';

interface PlaceChipProps {
  readonly part: OpenPart;
  /** Where keys act; null until one is used. */
  readonly place: Place | null;
  /** Whether it is read out as it changes; not where what has the focus says the same. */
  readonly isSpoken: boolean;
}

/** Describes the keyboard cursor's place over the foot of the notes. A touch or the mouse hides it until the next key. */
export function PlaceChip({ part, place, isSpoken }: PlaceChipProps) {
  const notes = useAppSelector(selectShownNotes);
  const [put, setPut] = useState<Place | null>(null);
  useEffect(() => {
    const hide = () => setPut(place);
    document.addEventListener('pointerdown', hide, true);
    return () => document.removeEventListener('pointerdown', hide, true);
  }, [place]);
  const words = place ? placeWords(part, notes, place) : '';
  const isShown = words !== '' && put !== place;
  return (
    <div
      data-testid="place"
      aria-live={isSpoken ? 'polite' : undefined}
      aria-hidden={!isSpoken || undefined}
      style={isShown ? CHIP : NO_CHIP}
    >
      {words}
    </div>
  );
}

const CHIP: CSSProperties = {
  alignSelf: 'flex-start',
  margin: '0 0 4px 8px',
  padding: '3px 8px',
  borderRadius: 6,
  background: 'var(--ink)',
  color: 'var(--paper)',
  fontSize: 14,
  lineHeight: '18px',
  pointerEvents: 'none',
};
const NO_CHIP: CSSProperties = { position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' };
