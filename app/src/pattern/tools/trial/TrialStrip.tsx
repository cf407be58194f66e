import { actionById, barBeatWords, landingWords, type Offer } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Curve } from '../../../controls/Curve';
import { ParamControls } from '../../../controls/ParamControls';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { dropTrial, keepTrial } from '../../../session/trial-ends';
import { compare, setAgain, setLengthens, takeOffer, tryAction } from '../../../session/trials';
import { placeFor } from '../../acts/places';
import { rowName } from '../../acts/rows';
import { allNotesWords } from '../../screen/Readout';
import { StripFrame } from '../../../sheets/StripFrame';
import { selectNotes, selectPart } from '../../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../../store';
import type { Trial } from '../../../session/trial';

/** An action being tried on the running loop: its settings, what it would do, and its ends. */
export function TrialStrip({ trial, isPanel }: { readonly trial: Trial; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const action = actionById(trial.actionId);
  const { landing, whyNot, refusal } = trial.performed;
  const subject = useSubject(trial);
  const warning = whyNot ?? landingWords(landing);
  return (
    <StripFrame
      label={`Trying ${action.label}`}
      title={action.label}
      note={
        <Words small faded oneLine>
          {subject}
        </Words>
      }
      isPanel={isPanel}
      testID="trial"
      ends={<Ends isComparing={trial.isComparing} />}
    >
      <Words small aria-live="polite" color={warning ? '$act' : '$faded'}>
        {warning ?? saidOf(trial)}
      </Words>
      <ParamControls
        params={action.params}
        values={trial.params}
        onChange={(changed) => dispatch(tryAction(trial.actionId, changed))}
        isPanel={isPanel}
        before={
          <>
            <Choosing trial={trial} />
            {action.curve ? <Curve curve={action.curve(trial.params as never)} title={`Curve of ${action.label}`} /> : null}
          </>
        }
        onEnter={() => dispatch(keepTrial())}
        onEscape={() => dispatch(dropTrial())}
      />
      {refusal?.from !== undefined && typeof trial.params.text === 'string' ? (
        <Marked text={trial.params.text} from={refusal.from} to={refusal.to ?? refusal.from} />
      ) : null}
      {refusal?.offers ? <Offers offers={refusal.offers} /> : null}
    </StripFrame>
  );
}

/** Whether it takes up what was done last, and whether the pattern grows with it. */
function Choosing({ trial: { again, wasTakenUp, lengthens, performed } }: { readonly trial: Trial }) {
  const dispatch = useAppDispatch();
  const isBeyond = lengthens || performed.landing.beyondEnd > 0;
  if (!wasTakenUp && !isBeyond) return null;
  return (
    <>
      {wasTakenUp ? (
        <Press
          label={again ? 'As they were before the notes are taken: change' : 'As they are now the notes are taken: change'}
          shown={again ? 'As they were before' : 'As they are now'}
          look="raised"
          onPress={() => dispatch(setAgain(!again))}
        />
      ) : null}
      {isBeyond ? (
        <Press
          label="Make the pattern longer too"
          look={lengthens ? 'on' : 'raised'}
          pressed={lengthens}
          onPress={() => dispatch(setLengthens(!lengthens))}
        />
      ) : null}
    </>
  );
}

/** What would do where the settings can do nothing. */
function Offers({ offers }: { readonly offers: readonly Offer[] }) {
  const dispatch = useAppDispatch();
  return (
    <XStack gap={6} flexWrap="wrap">
      {offers.map((offer) => (
        <Press key={offer.label} label={offer.label} look="raised" onPress={() => dispatch(takeOffer(offer))} />
      ))}
    </XStack>
  );
}

/** What the trial does, and how it goes on: no more than two lines on a phone. */
function saidOf({ actionId, again, performed: { counts } }: Trial): string {
  const isSame = counts.before === counts.after;
  const result = again && isSame ? [] : [resultWords(counts)];
  const taken = again ? ['Once more, on the notes as they were before.'] : [];
  return [...result, ...taken, actionById(actionId).led?.hint ?? []].flat().join(' ');
}

function resultWords({ before, after }: Trial['performed']['counts']): string {
  if (before === after) return 'The loop plays the result; the outline is how it was.';
  if (before === 0) return `${after} ${after === 1 ? 'note' : 'notes'}, heard already; Keep writes them.`;
  return `${before} notes become ${after}.`;
}

function Ends({ isComparing }: { readonly isComparing: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <>
      <Press
        label="Hold for the original"
        grow
        look={isComparing ? 'on' : 'raised'}
        onHoldStart={() => dispatch(compare(true))}
        onHoldEnd={() => dispatch(compare(false))}
      />
      <Press label="Drop" grow look="raised" onPress={() => dispatch(dropTrial())} />
      <Press label="Keep" grow look="strong" onPress={() => dispatch(keepTrial())} />
    </>
  );
}

/** What a trial works on, in words. */
function useSubject({ actionId, noteIds }: Trial): string {
  const { takes } = actionById(actionId);
  return useAppSelector((state) => {
    const part = selectPart(state);
    if (!part) return '';
    const { tick, pitch } = placeFor(state, part);
    if (takes === 'row') return `on row ${rowName(part, pitch)}`;
    if (takes === 'nothing' || takes === 'pattern') return `from ${barBeatWords(part.meters, tick)} on`;
    if (noteIds.length) return `on ${noteIds.length} ${noteIds.length === 1 ? 'note' : 'notes'}`;
    return `on ${allNotesWords(selectNotes(state).length)}`;
  });
}

/** A typed text with the characters that a message is about marked in it. */
function Marked({ text, from, to }: { readonly text: string; readonly from: number; readonly to: number }) {
  return (
    <Words small data-testid="marked">
      {text.slice(0, from)}
      <Words small strong color="$act" textDecorationLine="underline">
        {text.slice(from, Math.max(to, from + 1)) || '…'}
      </Words>
      {text.slice(Math.max(to, from + 1))}
    </Words>
  );
}
