import { barsOfSpan, counted, type Document, type SongLine } from '@yibbo/core';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { resizeSection, resizedBars } from '../../acts/song/sections';
import { barsWords } from '../../state/bars-words';
import { useAppDispatch } from '../../state/store';
import type { PageDrag } from './usePageDrag';

/** Distance that a section's length is dragged for each bar, in pixels. */
const BAR = 24;

/** Handlers of the length of a section, which is dragged sideways, or changed a bar at a time by arrows. */
export interface SectionHand {
  /** Whether the last press became a drag, whose click is none. */
  readonly wasDragged: () => boolean;
  readonly onPointerDown: (line: SongLine, event: PointerEvent<HTMLElement>) => void;
  readonly onKeyDown: (line: SongLine, event: KeyboardEvent) => void;
}

/** Makes sections longer and shorter at their end. */
export function useSectionHand({ song }: Document, drag: PageDrag): SectionHand {
  const dispatch = useAppDispatch();
  const dragged = useRef(false);
  const resize = ({ section }: SongLine, by: number) => {
    if (section && by !== 0) dispatch(resizeSection(section.id, by));
  };
  return {
    wasDragged: () => dragged.current,
    onPointerDown: (line, event) => {
      event.stopPropagation();
      dragged.current = false;
      const { button, pointerId, clientX, clientY } = event;
      if (button !== 0) return;
      let by = 0;
      drag.begin(
        { pointerId, clientX, clientY },
        {
          move: (_place, x) => {
            dragged.current = true;
            by = Math.round((x - clientX) / BAR);
            return resizedWords(song.meters, line, by);
          },
          drop: () => resize(line, by),
          cancel: () => undefined,
        },
      );
    },
    onKeyDown: (line, event) => {
      const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      resize(line, by);
    },
  };
}

/** "Verse: 10 bars, the last 2 empty"; "Verse: 6 bars, bars 7 to 8 are deleted". */
function resizedWords(meters: Document['song']['meters'], line: SongLine, wanted: number): string {
  const { by, bars, gone } = resizedBars(meters, line, wanted);
  const length = `${line.section?.name ?? ''}: ${counted(bars, 'bar')}`;
  if (by === 0) return length;
  if (by > 0) return by === 1 ? `${length}, the last one empty` : `${length}, the last ${by} empty`;
  const words = barsWords(barsOfSpan(meters, gone));
  return `${length}; deletes ${words.charAt(0).toLowerCase()}${words.slice(1)}`;
}
