import { STEP_VALUES } from '@yibbo/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { putRest, putTie, setStepLength, stepBack } from '../../acts/playing-in/steps';
import { playInSet } from '../../state/preferences/play-in';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** While steps are put in: how long the next one is, what it does to what is there, rests, ties and the way back. */
export function StepBar({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const { value } = useAppSelector((state) => state.playIn.stepLength);
  return (
    <YStack gap={3} role="group" aria-label="Steps">
      <XStack gap={3} role="group" aria-label="Value of the step">
        {STEP_VALUES.map((each, index) => (
          <Press
            key={each}
            tight
            grow
            label={`${each}, key ${index + 1}`}
            shown={each}
            look={each === value ? 'on' : 'raised'}
            pressed={each === value}
            onPress={() => dispatch(setStepLength({ value: each }))}
          />
        ))}
      </XStack>
      <StepActs isPanel={isPanel} />
    </YStack>
  );
}

function StepActs({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const { stepLength, stepLanding } = useAppSelector((state) => state.playIn);
  const last = useAppSelector((state) => state.playingIn.steps?.put.at(-1));
  const { form } = stepLength;
  const replaces = stepLanding === 'replace';
  const toForm = (to: 'dotted' | 'triplet') => dispatch(setStepLength({ form: form === to ? 'straight' : to }));
  return (
    <XStack gap={3} flexWrap={isPanel ? 'wrap' : 'nowrap'}>
      <Press
        tight
        grow
        label="dotted, key 8"
        shown="dotted"
        look={form === 'dotted' ? 'on' : 'raised'}
        pressed={form === 'dotted'}
        onPress={() => toForm('dotted')}
      />
      <Press
        tight
        grow
        label="triplet, key 9"
        shown="triplet"
        look={form === 'triplet' ? 'on' : 'raised'}
        pressed={form === 'triplet'}
        onPress={() => toForm('triplet')}
      />
      <Press tight grow label="Rest, key 0" shown="Rest" look="raised" onPress={() => dispatch(putRest())} />
      <Press
        tight
        grow
        label="Tie, key ="
        shown="Tie"
        look="raised"
        disabled={!last || last.noteIds.length === 0}
        onPress={() => dispatch(putTie())}
      />
      <Press tight grow label="Back, key Backspace" shown="Back" look="raised" disabled={!last} onPress={() => dispatch(stepBack())} />
      <Press
        tight
        grow
        label={replaces ? 'Replaces what is there: let it merge' : 'Merges with what is there: let it replace'}
        shown={replaces ? 'Replaces' : 'Merges'}
        look={replaces ? 'on' : 'raised'}
        pressed={replaces}
        onPress={() => dispatch(playInSet({ stepLanding: replaces ? 'merge' : 'replace' }))}
      />
    </XStack>
  );
}
