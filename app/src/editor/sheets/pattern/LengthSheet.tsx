import { stepTicks, divisionName, gridAt, lengthWords, variantsOf } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { NameField } from '../../../controls/NameField';
import { editEntity, setPatternLength } from '../../../acts/document/edits';
import { matchLengths, trimToContent } from '../../../acts/pattern/length';
import { addVariant, switchVariant } from '../../../acts/pattern/variants';
import { preferencesSet } from '../../../state/preferences/preferences';
import { selectOtherVariant, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { SheetFrame, SheetLine } from '../SheetFrame';

/** The pattern's length, apart from what is in it. */
export function LengthSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const { length } = part.pattern;
  const bar = length / part.bars;
  const stepSize = Math.round(stepTicks(gridAt(part.grid, length - 1)));
  const set = (ticks: number) => dispatch(setPatternLength(Math.round(ticks)));
  const step = (by: number) => (direction: -1 | 1) => set(length + direction * by);
  return (
    <SheetFrame title="Length of the pattern" note={lengthWords(length, part.meter)} isPanel={isPanel}>
      <SheetLine title="Bars">
        <Stepper title="Bars" shown={String(Math.round(part.bars * 100) / 100)} canLower={length > bar} onStep={step(bar)} />
        <Press label="Half as long" shown="half" look="raised" disabled={length / 2 < stepSize} onPress={() => set(length / 2)} />
        <Press label="Twice as long" shown="twice" look="raised" disabled={part.bars > 499} onPress={() => set(length * 2)} />
      </SheetLine>
      <SheetLine title={`By ${divisionName(part.division)}`}>
        <Stepper
          title="Steps"
          shown={String(Math.round((length / stepSize) * 100) / 100)}
          canLower={length > stepSize}
          onStep={step(stepSize)}
        />
      </SheetLine>
      <XStack gap={6} flexWrap="wrap">
        <Press label="Trim to content" look="raised" onPress={() => dispatch(trimToContent())} />
        <Press label="All parts as long as this one" look="raised" onPress={() => dispatch(matchLengths())} />
      </XStack>
      <VariantLine part={part} />
      <SheetLine title="Name">
        <NameField
          key={part.pattern.id}
          of="the pattern"
          name={part.pattern.name}
          onKeep={(name) => dispatch(editEntity(`Pattern named ${name}`, 'patterns', part.pattern, { name }))}
        />
      </SheetLine>
    </SheetFrame>
  );
}

/** The versions of the pattern: which one plays here, the others by a press each, heard at once; a new one begins as a copy. */
function VariantLine({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const other = useAppSelector(selectOtherVariant);
  const isOutlined = useAppSelector((state) => state.preferences.outlinesVariant);
  const variants = document ? variantsOf(document, part.pattern.id) : [];
  const at = variants.findIndex(({ id }) => id === part.pattern.id);
  return (
    <SheetLine title="Variant">
      <Stepper
        title="Variant"
        shown={`${at + 1} of ${variants.length}`}
        lowerLabel="Variant before"
        raiseLabel="Next variant"
        canLower={variants.length > 1}
        canRaise={variants.length > 1}
        onStep={(direction) => dispatch(switchVariant(direction))}
      />
      {other ? (
        <Press
          label={`Outline of ${other.name}`}
          look={isOutlined ? 'on' : 'raised'}
          pressed={isOutlined}
          onPress={() => dispatch(preferencesSet({ outlinesVariant: !isOutlined }))}
        />
      ) : null}
      <Press label="New variant" look="raised" onPress={() => dispatch(addVariant())} />
    </SheetLine>
  );
}
