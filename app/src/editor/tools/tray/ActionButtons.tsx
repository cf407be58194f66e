import { paramFields, type ListedAction } from '@yibbo/core';
import Copy from 'lucide-react/dist/esm/icons/copy.mjs';
import Files from 'lucide-react/dist/esm/icons/files.mjs';
import Scissors from 'lucide-react/dist/esm/icons/scissors-line-dashed.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { memo } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { copyNotes, cutNotes, toSystem } from '../../../acts/pattern/clipboard';
import { selectHandledNotes, selectPart } from '../../../state/session/selectors';
import { copiesNextSet } from '../../../state/session/session';
import { openFollowers, openSheet } from '../../../acts/open-sheet';
import { runAction, tryAction } from '../../../acts/trial/trials';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { ICONS } from './icons';
import { RoundPress } from './RoundPress';
import { isOutOfReach, trialLabel } from './tools';
import { useToolAct } from './useToolAct';

/** An action's one-touch forms, with its last settings for all that they do not name. */
export function QuickForms({ action, isOff }: { readonly action: ListedAction; readonly isOff: boolean }) {
  const take = useToolAct();
  const forms = action.quick ?? [];
  return (
    <>
      {forms.map((quick) => (
        <Press
          key={quick.label}
          label={quick.label}
          shown={quick.icon ? action.label : (quick.shown ?? quick.label)}
          icon={ICONS[quick.icon ?? '']}
          iconOnly={forms.length > 1 && quick.icon !== undefined}
          look="raised"
          disabled={isOff}
          onPress={() => take(quick.label, runAction(action.id, quick.params))}
        />
      ))}
      {action.id === 'rotate' ? <RoundPress /> : null}
    </>
  );
}

/** An action in the toolbox: its name, which opens its trial where it has settings, and its one-touch forms. There are many buttons: they
 *  re-render only when they come into reach or leave it. */
export const ActionButtons = memo(function ActionButtons({ action }: { readonly action: ListedAction }) {
  const take = useToolAct();
  const isOff = useAppSelector((state) => isOutOfReach(action, state));
  const hasOneForm = action.quick?.length === 1;
  const trial = paramFields(action.params).length > 0 ? () => take(trialLabel(action), tryAction(action.id)) : null;
  return (
    <XStack role="group" aria-label={action.label} alignItems="center" flexWrap="wrap" maxWidth="100%" gap={2}>
      {trial && !hasOneForm ? (
        <Press label={trialLabel(action)} look="raised" shown={`${action.label} …`} disabled={isOff} onPress={trial} />
      ) : null}
      <QuickForms action={action} isOff={isOff} />
      {trial && hasOneForm ? (
        <Press label={trialLabel(action)} icon={Dots} iconOnly look="raised" disabled={isOff} onPress={trial} />
      ) : null}
    </XStack>
  );
});

/** Copying that is not an action on notes: the next drag, the whole part. */
export function CopyPresses() {
  const dispatch = useAppDispatch();
  const placementId = useAppSelector((state) => selectPart(state)?.placement.id);
  const hasHandled = useAppSelector((state) => selectHandledNotes(state).length > 0);
  return (
    <>
      <Press label="Cut" icon={Scissors} look="raised" disabled={!hasHandled} onPress={() => dispatch(toSystem(cutNotes()))} />
      <Press label="Copy" icon={Files} look="raised" onPress={() => dispatch(toSystem(copyNotes()))} />
      <CopyNext />
      <Press
        label="Part to another track …"
        look="raised"
        disabled={!placementId}
        onPress={() => placementId && dispatch(openSheet({ kind: 'to-track', placementId }))}
      />
    </>
  );
}

/** Buttons for makers with sheets of their own: the recipes, the chord pads. */
export function MakePresses() {
  const dispatch = useAppDispatch();
  const isPitched = useAppSelector((state) => selectPart(state)?.track.kind === 'pitched');
  return (
    <>
      <Press label="Recipes …" look="raised" onPress={() => dispatch(openSheet({ kind: 'recipes' }))} />
      {isPitched ? (
        <>
          <Press label="Chord pads …" look="raised" onPress={() => dispatch(openSheet({ kind: 'chords' }))} />
          <Press label="Parts from this …" look="raised" onPress={() => dispatch(openFollowers)} />
        </>
      ) : null}
    </>
  );
}

/** For hands without a key to hold: the next drag of notes copies them. */
function CopyNext() {
  const dispatch = useAppDispatch();
  const copiesNext = useAppSelector((state) => state.session.copiesNext);
  return (
    <Press
      label={copiesNext ? 'The next drag copies' : 'Copy, then drag'}
      icon={Copy}
      look={copiesNext ? 'on' : 'raised'}
      pressed={copiesNext}
      onPress={() => dispatch(copiesNextSet(!copiesNext))}
    />
  );
}
