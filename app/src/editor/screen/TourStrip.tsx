import { notesOf } from '@yibbo/core';
import { useEffect, useRef } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import type { OpenPart } from '../../state/session/selectors';
import { tourSet, type TourStep } from '../../state/session/tour';
import { useAppDispatch, useAppSelector } from '../../state/store';

const WORDS: Readonly<Record<TourStep, string>> = {
  draw: '1 of 3: tap the grid. What you put there sounds at once.',
  play: '2 of 3: press Play, below the grid. It goes round and round.',
  more: '3 of 3: tap another place while it plays. It is heard the next time round.',
  done: 'That is how all of it works: change it while it plays. Undo takes anything back; Help, under the three dots, finds the rest.',
};

/** The short tour above the grid, where it covers no cell: what to do next; each step is over once it has been done. */
export function TourStrip({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const step = useAppSelector(({ tour }) => tour.step);
  const count = useAppSelector(({ song }) => (song.document ? notesOf(song.document, part.pattern.id).length : 0));
  const isPlaying = useAppSelector(({ session }) => session.isPlaying);
  const before = useRef(count);
  useEffect(() => {
    const hasDrawn = count > before.current;
    before.current = count;
    if (step === 'draw' && hasDrawn) dispatch(tourSet(isPlaying ? 'more' : 'play'));
    else if (step === 'play' && isPlaying) dispatch(tourSet('more'));
    else if (step === 'more' && hasDrawn && isPlaying) dispatch(tourSet('done'));
  }, [step, count, isPlaying, dispatch]);
  if (step === null) return null;
  return (
    <XStack
      role="region"
      aria-label="Tour"
      alignItems="center"
      gap={8}
      padding={8}
      backgroundColor="$card"
      borderBottomWidth={2}
      borderColor="$head"
    >
      <Words role="status" style={{ textAlign: 'left', flexShrink: 1, flexGrow: 1 }}>
        {WORDS[step]}
      </Words>
      <Press
        label={step === 'done' ? 'End the tour' : 'Leave the tour'}
        shown={step === 'done' ? 'OK' : 'Leave'}
        look="raised"
        onPress={() => dispatch(tourSet(null))}
      />
    </XStack>
  );
}
