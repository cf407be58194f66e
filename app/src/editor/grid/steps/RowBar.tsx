import { stepTicks, divisionName, fraction, gridOfRow, rowLength, type Note } from '@yibbo/core';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import Pin from 'lucide-react/dist/esm/icons/pin.mjs';
import RotateBack from 'lucide-react/dist/esm/icons/rotate-ccw.mjs';
import RotateOn from 'lucide-react/dist/esm/icons/rotate-cw.mjs';
import { memo } from 'react';
import { XStack } from '@tamagui/stacks';
import { useEffects } from '../../../state/effects';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { hitsInBar, hitWords } from './step-hits';
import { takeRow, turnRow } from '../../../acts/pattern/row-acts';
import type { GridRow } from '../../../acts/pattern/rows';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch } from '../../../state/store';
import { tryAction } from '../../../acts/trial/trials';
import { sheetSet } from '../../../state/session/session';

interface RowBarProps {
  readonly part: OpenPart;
  readonly row: GridRow;
  readonly notes: readonly Note[];
  readonly isWide: boolean;
  /** The bar on show. */
  readonly bar?: number;
}

/** Actions on a row: hear, turn, fill; the dots open the rest. */
export function RowBar({ part, row, notes, isWide, bar }: RowBarProps) {
  const hits = notes.length;
  const shownHits = bar === undefined ? hits : hitsInBar(part, row.pitch, bar, notes).length;
  const own = ownWords(part, row.pitch);
  return (
    <XStack alignItems="center" paddingLeft={4}>
      <HearPress part={part} row={row} />
      <XStack flexGrow={1} flexShrink={1} alignItems="center" gap={3} minWidth={0}>
        {own ? <Pin size={14} color="var(--faded)" aria-hidden /> : null}
        {isWide && !own ? null : (
          <Words small faded oneLine data-testid="row-words">
            {own ?? hitWords(shownHits, hits)}
          </Words>
        )}
      </XStack>
      <RowPresses row={row} isEmpty={hits === 0} isWide={isWide} />
    </XStack>
  );
}

const HearPress = memo(function HearPress({ part, row }: Pick<RowBarProps, 'part' | 'row'>) {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const hear = () => {
    sound.audition(part.track.id, row.pitch, 100);
    dispatch(takeRow(row.pitch));
  };
  return <Press label={`Hear ${row.name}`} shown={row.name} onPress={hear} />;
});

/** A row's buttons; a hit more or less does not re-render them. */
const RowPresses = memo(function RowPresses({ row, isEmpty, isWide }: Pick<RowBarProps, 'row' | 'isWide'> & { readonly isEmpty: boolean }) {
  const dispatch = useAppDispatch();
  const open = () => {
    dispatch(takeRow(row.pitch));
    dispatch(sheetSet({ kind: 'row' }));
  };
  const fill = () => {
    dispatch(takeRow(row.pitch));
    dispatch(tryAction('fill'));
  };
  const turn = (steps: 1 | -1) => () => dispatch(turnRow(row.pitch, steps));
  return (
    <>
      <Press label={`Rotate ${row.name} back`} icon={RotateBack} iconOnly disabled={isEmpty} onPress={turn(-1)} />
      <Press label={`Rotate ${row.name} on`} icon={RotateOn} iconOnly disabled={isEmpty} onPress={turn(1)} />
      {isWide ? null : <Press label={`Fill ${row.name}`} shown="Fill" onPress={fill} />}
      <Press label={`More for row ${row.name}`} icon={Dots} iconOnly onPress={open} />
    </>
  );
});

/** A row's own settings in words: its grid, its length; null where it goes with the pattern. */
function ownWords(part: OpenPart, pitch: number): string | null {
  const division = part.view.rowDivisions[pitch];
  const length = rowLength(part.pattern, pitch);
  const words = [
    division ? divisionName(division) : '',
    length === part.pattern.length ? '' : `${fraction(length / stepTicks(gridOfRow(part, pitch)))} steps`,
  ].filter(Boolean);
  return words.length ? words.join(', ') : null;
}
