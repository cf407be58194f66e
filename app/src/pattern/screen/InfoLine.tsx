import { bpmAt } from '@yibbo/core';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Stepper } from '../../controls/Stepper';
import { setBars, setBpm } from '../../document/edits';
import type { OpenPart } from '../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../store';
import { patternViewSet } from '../../preferences/pattern-views';
import { sheetSet } from '../../session/session';

/** The open pattern's bars, tempo and view. */
export function InfoLine({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const bpm = useAppSelector((state) => bpmAt(state.song.document?.song.tempos ?? [], part.placement.start));
  const [isTempoOpen, setTempoOpen] = useState(false);
  const bars = Math.round(part.bars * 100) / 100;
  const tempo = `${Math.round(bpm * 10) / 10} bpm`;
  return (
    <YStack paddingHorizontal={8} paddingVertical={3} gap={4}>
      <XStack alignItems="center" justifyContent="space-between" gap={4}>
        <Stepper
          title="Length of the pattern"
          shown={`${bars} ${bars === 1 ? 'bar' : 'bars'}`}
          width={52}
          canLower={bars > 1}
          canRaise={bars < 999}
          onShown={{
            label: `${bars} ${bars === 1 ? 'bar' : 'bars'} long: set the length`,
            press: () => dispatch(sheetSet({ kind: 'length' })),
          }}
          onStep={(direction) => dispatch(setBars(Math.max(1, Math.round(bars) + direction)))}
        />
        <Press
          label={`Tempo, ${tempo}`}
          shown={tempo}
          pressed={isTempoOpen}
          look={isTempoOpen ? 'on' : 'quiet'}
          onPress={() => setTempoOpen(!isTempoOpen)}
        />
        <ViewSwitch part={part} />
      </XStack>
      {isTempoOpen ? <TempoLine bpm={bpm} words={tempo} /> : null}
    </YStack>
  );
}

/** Steps or Notes. */
function ViewSwitch({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  return (
    <XStack role="group" aria-label="View" gap={2}>
      {VIEW_MODES.map(({ mode, name }) => (
        <Press
          key={mode}
          label={name}
          look={part.viewMode === mode ? 'on' : 'raised'}
          pressed={part.viewMode === mode}
          onPress={() => dispatch(patternViewSet({ patternId: part.pattern.id, view: { viewMode: mode } }))}
        />
      ))}
    </XStack>
  );
}

const VIEW_MODES = [
  { mode: 'steps', name: 'Steps' },
  { mode: 'notes', name: 'Notes' },
] as const;

function TempoLine({ bpm, words }: { readonly bpm: number; readonly words: string }) {
  const dispatch = useAppDispatch();
  const by = (change: number) => () => dispatch(setBpm(Math.round(bpm) + change));
  return (
    <XStack gap={4} justifyContent="center" alignItems="center">
      <Press label="Tempo 10 down" shown="−10" look="raised" disabled={bpm < 30} onPress={by(-10)} />
      <Stepper title="Tempo" shown={words} width={72} canLower={bpm > 20} canRaise={bpm < 300} onStep={(direction) => by(direction)()} />
      <Press label="Tempo 10 up" shown="+10" look="raised" disabled={bpm > 290} onPress={by(10)} />
    </XStack>
  );
}
