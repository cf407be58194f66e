import { gridOfRow, isOnGrid, type Note } from '@yibbo/core';
import { memo } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { hiddenRows, isUseful } from '../acts/rows';
import { selectNotes, selectShownNotes, type OpenPart } from '../../session/selectors';
import { useAppDispatch, useAppSelector, type Thunk } from '../../store';
import { patternViewSet } from '../../preferences/pattern-views';
import { noticeSet, selectionSet } from '../../session/session';
import { useRows } from '../grid/useRows';

/** One mark is always whole in view, in pixels; further ones are scrolled to. */
const MARKS_WIDTH = 84;

/** What is easily overlooked, counted: notes off the grid, rows that are hidden, notes where the sound is not at its best. A tap on a
 *  count selects them, or shows them. Takes no room where there is nothing to say. */
export function Marks({ part }: { readonly part: OpenPart }) {
  const shown = useAppSelector(selectShownNotes);
  const rows = useRows(part, useAppSelector(selectNotes));
  const offGrid = offGridOf(shown, part).length;
  const outside = outsideOf(shown, part).length;
  const hidden = hiddenRows(rows, shown);
  return offGrid || outside || hidden ? <MarkPresses part={part} offGrid={offGrid} outside={outside} hidden={hidden} /> : null;
}

function offGridOf(notes: readonly Note[], part: OpenPart): Note[] {
  return notes.filter(({ pitch, start }) => !isOnGrid(gridOfRow(part, pitch), start));
}

function outsideOf(notes: readonly Note[], part: OpenPart): Note[] {
  return notes.filter(({ pitch }) => !isUseful(part, pitch));
}

interface MarkPressesProps {
  readonly part: OpenPart;
  readonly offGrid: number;
  readonly outside: number;
  readonly hidden: number;
}

/** The counts as buttons; drawn anew only where one is another. */
const MarkPresses = memo(function MarkPresses({ part, offGrid, outside, hidden }: MarkPressesProps) {
  const dispatch = useAppDispatch();
  const showEvery = () => dispatch(patternViewSet({ patternId: part.pattern.id, view: { rowChoice: 'every' } }));
  const hiddenWords = `${hidden} ${hidden === 1 ? 'row' : 'rows'} with notes hidden`;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} flexGrow={0} flexShrink={1} minWidth={MARKS_WIDTH}>
      <XStack role="group" aria-label="Easily overlooked" gap={2}>
        {offGrid ? (
          <Press
            label={`${offGrid} off grid: select them`}
            shown={`${offGrid} off grid`}
            tight
            onPress={() => dispatch(selectOffGrid(part))}
          />
        ) : null}
        {hidden ? <Press label={`${hiddenWords}: show every row`} shown={hiddenWords} onPress={showEvery} /> : null}
        {outside ? (
          <Press
            label={`${outside} outside the sound's range: select them`}
            shown={`${outside} outside the sound's range`}
            onPress={() => dispatch(takeOutside(part))}
          />
        ) : null}
      </XStack>
    </ScrollView>
  );
});

function selectOffGrid(part: OpenPart): Thunk {
  return (dispatch, getState) => void dispatch(selectionSet(offGridOf(selectShownNotes(getState()), part).map(({ id }) => id)));
}

/** Selects notes that lie outside their sound's range, all below or else all above it, and offers to move them by octaves. */
function takeOutside(part: OpenPart): Thunk {
  return (dispatch, getState) => {
    const outside = outsideOf(selectShownNotes(getState()), part);
    const middle = middleOfRange(part);
    const below = outside.filter(({ pitch }) => pitch < middle);
    const side = below.length ? below : outside;
    const ids = side.map(({ id }) => id);
    const farthest = side.reduce((far, { pitch }) => (Math.abs(pitch - middle) > Math.abs(far - middle) ? pitch : far), middle);
    const semitones = octavesInto(part, farthest, farthest < middle ? 12 : -12);
    dispatch(selectionSet(ids));
    const where = semitones > 0 ? 'below' : 'above';
    const octaves = Math.abs(semitones) / 12;
    dispatch(
      noticeSet({
        words: `${ids.length} ${ids.length === 1 ? 'note' : 'notes'} ${where} where ${part.track.name} sounds best. ${octaves} ${octaves === 1 ? 'octave' : 'octaves'} ${semitones > 0 ? 'up' : 'down'} would bring them in.`,
        cure: { kind: 'octaves', noteIds: ids, semitones },
      }),
    );
  };
}

function middleOfRange(part: OpenPart): number {
  const useful = Array.from({ length: 128 }, (_, pitch) => pitch).filter((pitch) => isUseful(part, pitch));
  return useful[useful.length >> 1] ?? 60;
}

/** The octaves, as semitones, that bring a pitch to where the sound is at its best. */
function octavesInto(part: OpenPart, pitch: number, step: 12 | -12): number {
  for (let semitones: number = step; Math.abs(semitones) < 128; semitones += step) if (isUseful(part, pitch + semitones)) return semitones;
  return step;
}
