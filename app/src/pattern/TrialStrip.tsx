import { actionById, landingWords } from '@yibbo/core';
import { XStack, YStack } from 'tamagui';
import { ParamControls } from '../controls/ParamControls';
import { Press } from '../controls/Press';
import { Words } from '../controls/words';
import { dropTrial, keepTrial } from '../store/edits';
import { compare, tryAction } from '../store/trials';
import { useAppDispatch } from '../store/store';
import type { Trial } from '../store/trial';

/** An action being tried on the running loop: its settings, what it would do, and its ends. */
export function TrialStrip({ trial, isPanel }: { readonly trial: Trial; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const action = actionById(trial.actionId);
  const { landing, whyNot, counts } = trial.performed;
  const subject = trial.noteIds.length ? `${trial.noteIds.length} ${trial.noteIds.length === 1 ? 'note' : 'notes'}` : 'the whole pattern';
  const warning = whyNot ?? landingWords(landing);
  return (
    <YStack
      role="region"
      aria-label={`Trying ${action.label}`}
      backgroundColor="$card"
      borderTopWidth={3}
      borderColor="$act"
      padding={8}
      gap={6}
      data-testid="trial"
    >
      <XStack gap={8} alignItems="baseline">
        <Words strong>{action.label}</Words>
        <Words small faded>
          on {subject}
        </Words>
      </XStack>
      <Words small aria-live="polite" color={warning ? '$act' : '$faded'}>
        {warning ??
          (counts.before === counts.after
            ? 'The loop plays the result; the outline is how it was.'
            : `${counts.before} notes become ${counts.after}.`)}
      </Words>
      <ParamControls
        params={action.params}
        values={trial.params}
        onChange={(changed) => dispatch(tryAction(trial.actionId, changed))}
        isPanel={isPanel}
      />
      <XStack gap={6}>
        <Press
          label="Hold for the original"
          grow
          look={trial.isComparing ? 'on' : 'raised'}
          onHoldStart={() => dispatch(compare(true))}
          onHoldEnd={() => dispatch(compare(false))}
        />
        <Press label="Drop" grow look="raised" onPress={() => dispatch(dropTrial())} />
        <Press label="Keep" grow look="strong" onPress={() => dispatch(keepTrial())} />
      </XStack>
    </YStack>
  );
}
