import { memo } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { hiddenRows } from '../../acts/pattern/rows';
import { AdjustablePress } from './AdjustablePress';
import { selectNotes, selectShownNotes, selectTreatments, type OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { useRows } from '../grid/useRows';
import { offGridOf, outsideOf, selectOffGrid, takeOutside } from '../../acts/pattern/select';
import { counted } from '@yibbo/core';

/** One mark is always whole in view, in pixels; further ones are scrolled to. */
const MARKS_WIDTH = 84;

/** Counts what is easily overlooked: notes off the grid, hidden rows, notes outside the sound's best range. A tap on a
 *  count selects them, or shows them. Takes no room where there is nothing to say. */
export function Marks({ part }: { readonly part: OpenPart }) {
  const shown = useAppSelector(selectShownNotes);
  const rows = useRows(part, useAppSelector(selectNotes));
  const offGrid = offGridOf(shown, part).length;
  const outside = outsideOf(shown, part).length;
  const hidden = hiddenRows(rows, shown);
  const treated = useAppSelector(selectTreatments).length;
  return offGrid || outside || hidden || treated ? (
    <MarkPresses part={part} offGrid={offGrid} outside={outside} hidden={hidden} treated={treated} />
  ) : null;
}

interface MarkPressesProps {
  readonly part: OpenPart;
  readonly offGrid: number;
  readonly outside: number;
  readonly hidden: number;
  /** How many actions are kept adjustable on it. */
  readonly treated: number;
}

/** The counts as buttons; re-renders only when one changes. */
const MarkPresses = memo(function MarkPresses({ part, offGrid, outside, hidden, treated }: MarkPressesProps) {
  const dispatch = useAppDispatch();
  const showEvery = () => dispatch(patternViewSet({ patternId: part.pattern.id, view: { rowChoice: 'every' } }));
  const hiddenWords = `${counted(hidden, 'row')} with notes hidden`;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} flexGrow={0} flexShrink={1} minWidth={MARKS_WIDTH}>
      <XStack role="group" aria-label="Easily overlooked" gap={2}>
        {treated ? <AdjustablePress /> : null}
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
