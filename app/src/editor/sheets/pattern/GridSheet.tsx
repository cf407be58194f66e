import { barBeatWords, divisionName, divisionWords } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Press } from '../../../controls/Press';
import { ownDivision, setDivision, type GridTarget } from '../../../acts/pattern/grids';
import { rowName } from '../../../acts/pattern/rows';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { patternViewSet } from '../../../state/preferences/pattern-views';
import { preferencesSet } from '../../../state/preferences/preferences';
import { sheetSet, type Sheet } from '../../../state/session/session';
import { useActiveRow } from '../../grid/useActiveRow';
import { DivisionControls } from './DivisionControls';
import { SheetFrame } from '../SheetFrame';

interface GridSheetProps {
  readonly part: OpenPart;
  readonly of: (Sheet & { readonly kind: 'grid' })['of'];
  readonly isPanel: boolean;
}

/** The grid: the pattern's, a row's own, or that of a stretch of time. Changing it moves no note. */
export function GridSheet({ part, of, isPanel }: GridSheetProps) {
  const dispatch = useAppDispatch();
  const span = useAppSelector((state) => state.session.span);
  const { isSnapping, snapsBy } = useAppSelector((state) => state.preferences);
  const { pitch } = useActiveRow(part);
  const target: GridTarget = of === 'row' ? { row: pitch } : of === 'span' && span ? span : 'pattern';
  const own = ownDivision(part, target);
  const shown = own ?? part.division;
  const isPattern = target === 'pattern';
  const options = [
    { value: 'pattern', name: 'Pattern' },
    { value: 'row', name: rowName(part, pitch), label: `Row ${rowName(part, pitch)}` },
    ...(span ? [{ value: 'span', name: `${barBeatWords(part.meters, span.start)} to ${barBeatWords(part.meters, span.end)}` }] : []),
  ] as const;
  const words = own ? divisionWords(shown, part.meter) : `as the pattern: ${divisionName(shown)}`;
  return (
    <SheetFrame title="Grid" note={words} isPanel={isPanel}>
      <Choices
        title="Grid of"
        options={options}
        value={isPattern ? 'pattern' : of}
        onChange={(to) => dispatch(sheetSet({ kind: 'grid', of: to as GridSheetProps['of'] }))}
      />
      <DivisionControls value={shown} onChange={(division) => dispatch(setDivision(target, division))} />
      <XStack gap={4} flexWrap="wrap">
        {isPattern ? (
          <Press
            label="Grid follows zoom"
            look={part.view.followsZoom ? 'on' : 'raised'}
            pressed={part.view.followsZoom}
            onPress={() => dispatch(patternViewSet({ patternId: part.pattern.id, view: { followsZoom: !part.view.followsZoom } }))}
          />
        ) : (
          <Press label="As the pattern" look="raised" disabled={own === null} onPress={() => dispatch(setDivision(target, null))} />
        )}
        <Press
          label="Snap to the grid"
          look={isSnapping ? 'on' : 'raised'}
          pressed={isSnapping}
          onPress={() => dispatch(preferencesSet({ isSnapping: !isSnapping }))}
        />
        <Press
          label={snapsBy === 'line' ? 'Drags go to the lines: change' : 'Drags go by whole steps: change'}
          shown={snapsBy === 'line' ? 'Drags go to the lines' : 'Drags go by whole steps'}
          look="raised"
          onPress={() => dispatch(preferencesSet({ snapsBy: snapsBy === 'line' ? 'distance' : 'line' }))}
        />
      </XStack>
    </SheetFrame>
  );
}
