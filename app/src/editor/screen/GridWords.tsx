import { divisionWords, lengthWords } from '@yibbo/core';
import Pin from 'lucide-react/dist/esm/icons/pin.mjs';
import { useEffect, useRef, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Words } from '../../controls/words';
import type { OpenPart } from '../../state/session/selectors';
import { useAppSelector } from '../../state/store';
import { useDrawnLength } from '../grid/gesture/useSetting';
import { pinsOf } from '../../acts/pattern/grids';
import { rowName } from '../../acts/pattern/rows';

const SHOWN_MS = 2000;

/** The exceptions from the grid: rows and stretches with one of their own, a nudge or a length set apart, snapping off. */
export function usePins(part: OpenPart): readonly string[] {
  const isSnapping = useAppSelector((state) => state.preferences.isSnapping);
  const drawnLength = useDrawnLength(part);
  return [
    ...(part.view.followsZoom ? ['follows zoom'] : []),
    ...(isSnapping ? [] : ['snap off']),
    ...(drawnLength === 'grid'
      ? []
      : [drawnLength === 'last' ? 'new notes as the last one' : `new notes ${lengthWords(drawnLength, part.meter)}`]),
    ...pinsOf(part, (pitch) => rowName(part, pitch)),
  ];
}

/** The division in words, and the exceptions from it, over the foot of the notes for a moment after it has changed. */
export function GridWords({ part }: { readonly part: OpenPart }) {
  const words = divisionWords(part.division, part.meter);
  const pins = usePins(part).join(', ');
  const isShown = useChangedLately(`${words} ${pins}`, `${part.pattern.id} ${part.view.division === null}`);
  return (
    <div style={{ visibility: isShown ? 'visible' : 'hidden', display: 'flex', flexDirection: 'column', height: isShown ? undefined : 0 }}>
      <XStack
        alignSelf="center"
        alignItems="center"
        gap={8}
        paddingHorizontal={10}
        paddingVertical={4}
        marginBottom={4}
        borderRadius="$2"
        backgroundColor="$ink"
        pointerEvents="none"
        maxWidth="100%"
      >
        <Words small colour="paper" data-testid="grid-words" aria-live="polite">
          {words}
        </Words>
        {pins ? (
          <XStack alignItems="center" gap={2} flexShrink={1} minWidth={0}>
            <Pin size={13} color="var(--paper)" aria-hidden />
            <Words small colour="paper" oneLine data-testid="pins">
              {pins}
            </Words>
          </XStack>
        ) : null}
      </XStack>
    </div>
  );
}

/** Whether `what` changed a moment ago while it was about the same `subject`. */
function useChangedLately(what: string, subject: string): boolean {
  const last = useRef({ what, subject });
  const [isLately, setLately] = useState(false);
  useEffect(() => {
    const before = last.current;
    last.current = { what, subject };
    if (before.what === what || before.subject !== subject) return undefined;
    setLately(true);
    const timer = setTimeout(() => setLately(false), SHOWN_MS);
    return () => clearTimeout(timer);
  }, [what, subject]);
  return isLately;
}
