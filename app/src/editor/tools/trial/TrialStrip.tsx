import { actionById, barBeatWords, canBeKept, counted, landingWords, paramFields, type Offer } from '@yibbo/core';
import { useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Curve } from '../../../controls/Curve';
import { mainParams, ParamControls } from '../../../controls/ParamControls';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { dropTrial, keepTrial } from '../../../acts/trial/trial-ends';
import { keepAdjustable, selectKeptOn } from '../../../acts/trial/treatments';
import { changeTrial, compare, setLengthens, takeOffer } from '../../../acts/trial/trials';
import { rowName } from '../../../acts/pattern/rows';
import { allNotesWords, divisionOf } from '../../screen/scope';
import { ActionSettings } from './ActionSettings';
import { besideFigure } from './beside-figure';
import { RecipeStrip } from './RecipeStrip';
import { StripFrame } from '../../sheets/StripFrame';
import { selectNotes, selectPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { landsWords } from '../../../acts/trial/result-notice';
import { keptOnSet, type KeptOn, type Trial } from '../../../state/session/trial';

/** The strip of a trial on the running loop: an action, or a recipe. */
export function TrialStrip({ trial, isPanel }: { readonly trial: Trial; readonly isPanel: boolean }) {
  return trial.recipe ? (
    <RecipeStrip trial={trial} recipe={trial.recipe} isPanel={isPanel} />
  ) : (
    <ActionStrip trial={trial} isPanel={isPanel} />
  );
}

/** An action being tried on the running loop: its settings, what it would do, and its ends. */
function ActionStrip({ trial, isPanel }: { readonly trial: Trial; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const action = actionById(trial.actionId);
  const { refusal } = trial.performed;
  const isAdjusting = trial.adjusts.length > 0 || trial.treatmentId !== null;
  const subject = useSubject(trial);
  const grid = useAppSelector((state) => divisionOf(selectPart(state)));
  const [hasMore, setMore] = useState(false);
  const main = mainParams(action.params, action.main);
  const isKeepable = canBeKept(action) && trial.treatmentId === null;
  const canHaveMore = !isPanel && (isKeepable || main.length < paramFields(action.params).length);
  return (
    <StripFrame
      label={`${isAdjusting ? 'Adjusting' : 'Trying'} ${action.label}`}
      title={isAdjusting ? `Adjust: ${action.label}` : action.label}
      note={
        <Words small faded oneLine>
          {subject}
        </Words>
      }
      isPanel={isPanel}
      testID="trial"
      isTall={hasMore || TALL.has(trial.actionId)}
      ends={
        <Ends
          isComparing={trial.isComparing}
          isKeepable={isKeepable}
          more={canHaveMore ? { isOpen: hasMore, toggle: () => setMore(!hasMore) } : null}
        />
      }
    >
      <Said trial={trial} />
      <Lengthening trial={trial} />
      <ActionSettings trial={trial} isPanel={isPanel} isWhole={isPanel || hasMore} />
      <ParamControls
        params={action.params}
        values={trial.params}
        onChange={(changed) => dispatch(changeTrial(action.id === 'rhythm' ? besideFigure(changed) : changed))}
        grid={grid}
        isPanel={isPanel}
        shown={canHaveMore && !hasMore ? main : undefined}
        before={
          action.curve && (!canHaveMore || hasMore || main.length === 1) ? (
            <Curve curve={action.curve(trial.params as never)} title={`Curve of ${action.label}`} />
          ) : null
        }
        onEnter={() => dispatch(keepTrial())}
      />
      {isKeepable && (hasMore || isPanel) ? <KeptOnChoice hasSong={action.suitsSong ?? false} /> : null}
      {refusal?.from !== undefined && typeof trial.params.text === 'string' ? (
        <Marked text={trial.params.text} from={refusal.from} to={refusal.to ?? refusal.from} />
      ) : null}
      {refusal?.offers ? <Offers offers={refusal.offers} /> : null}
    </StripFrame>
  );
}

/** Actions whose settings need the room of a sheet. */
const TALL: ReadonlySet<string> = new Set(['chords', 'beat']);

const ON_SONG = { value: 'song', name: 'song', label: 'The whole song' } as const;

/** The trial's effect in words, or why it has none. */
function Said({ trial }: { readonly trial: Trial }) {
  const { landing, says, whyNot } = trial.performed;
  const lands = useAppSelector((state) => {
    const part = selectPart(state);
    return part && landsWords(trial.performed, part);
  });
  const warning = whyNot ?? landingWords(landing);
  return (
    <Words small aria-live="polite" colour={warning ? 'act' : 'faded'}>
      {[lands, says, warning ?? saidOf(trial)].flatMap((each) => each ?? []).join(' ')}
    </Words>
  );
}

/** Choice of what to keep it adjustable on. */
function KeptOnChoice({ hasSong }: { readonly hasSong: boolean }) {
  const { width } = useWindowDimensions();
  const dispatch = useAppDispatch();
  const keptOn = useAppSelector(selectKeptOn);
  return (
    <XStack alignItems="center" gap={6} flexWrap="wrap">
      <Words small faded>
        Adjustable on
      </Words>
      <Choices
        title="Kept adjustable on"
        options={hasSong ? [...KEPT_ON, ON_SONG] : KEPT_ON}
        value={keptOn}
        onChange={(to) => dispatch(keptOnSet(to))}
      />
      {width < NARROWEST ? <KeepAdjustable /> : null}
    </XStack>
  );
}

const KEPT_ON: readonly { readonly value: KeptOn; readonly name: string; readonly label: string }[] = [
  { value: 'pattern', name: 'pattern', label: 'The pattern, in all its places' },
  { value: 'placement', name: 'this place', label: 'Only in this place' },
  { value: 'track', name: 'track', label: 'The whole track' },
];

/** Whether the pattern grows with it. */
function Lengthening({ trial: { lengthens, performed } }: { readonly trial: Trial }) {
  const dispatch = useAppDispatch();
  if (!lengthens && performed.landing.beyondEnd === 0) return null;
  return (
    <Press
      label="Make the pattern longer too"
      look={lengthens ? 'on' : 'raised'}
      pressed={lengthens}
      onPress={() => dispatch(setLengthens(!lengthens))}
    />
  );
}

/** Offers for settings that have no effect. */
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

/** The trial's effect and next step: no more than two lines on a phone. */
function saidOf({ actionId, adjusts, treatmentId, performed: { counts } }: Trial): string {
  if (treatmentId) return 'Kept adjustable: the notes stay, the outline is what is heard.';
  const isSame = counts.before === counts.after;
  const result = adjusts.length && isSame ? [] : [resultWords(counts)];
  const adjusted = adjusts.length ? ['The last step, opened again on the notes as they were before it.'] : [];
  return [...result, ...adjusted, actionById(actionId).dragControl?.hint ?? []].flat().join(' ');
}

function resultWords({ before, after }: Trial['performed']['counts']): string {
  if (before === after) return 'The loop plays the result; the outline is how it was.';
  if (before === 0) return `${counted(after, 'note')}, heard already; Keep writes them.`;
  return before === 1 ? `1 note becomes ${after}.` : `${before} notes become ${after}.`;
}

interface EndsProps {
  readonly isComparing: boolean;
  /** Whether it can be kept adjustable. */
  readonly isKeepable: boolean;
  /** Whether the other settings show, where there are others; else null. */
  readonly more: { readonly isOpen: boolean; readonly toggle: () => void } | null;
}

/** Width of Drop and of Keep, in pixels: they stay where they are, whatever stands beside them. */
const END = 62;
/** In narrower windows the longer words have no room beside three buttons, in pixels; in the narrowest a fourth has none. */
const NARROW = 480;
const NARROWEST = 340;

function Ends({ isComparing, isKeepable, more }: EndsProps) {
  const dispatch = useAppDispatch();
  const { width } = useWindowDimensions();
  return (
    <>
      <Press
        label="Hold: original"
        shown={width < NARROW || isKeepable ? 'Original' : 'Hold: original'}
        tight
        grow
        look={isComparing ? 'on' : 'raised'}
        onHoldStart={() => dispatch(compare(true))}
        onHoldEnd={() => dispatch(compare(false))}
      />
      {more ? (
        <Press
          label={more.isOpen ? 'Fewer settings' : 'More settings'}
          shown={more.isOpen ? 'Fewer' : 'More …'}
          tight
          look="raised"
          width={54}
          expanded={more.isOpen}
          onPress={more.toggle}
        />
      ) : null}
      <Press label="Drop" tight width={END} look="raised" onPress={() => dispatch(dropTrial())} />
      {isKeepable && width >= NARROWEST ? <KeepAdjustable /> : null}
      <Press label="Keep" tight width={END} look="strong" onPress={() => dispatch(keepTrial())} />
    </>
  );
}

function KeepAdjustable() {
  const dispatch = useAppDispatch();
  return <Press label="Keep adjustable" shown="Adjustable" tight width={82} look="raised" onPress={() => dispatch(keepAdjustable())} />;
}

/** The scope of a trial, in words. */
function useSubject({ actionId, noteIds, begun: { at } }: Trial): string {
  const { takes } = actionById(actionId);
  return useAppSelector((state) => {
    const part = selectPart(state);
    if (!part) return '';
    if (takes === 'rows') return 'on the rows of its figures';
    if (takes === 'row') return `on row ${rowName(part, at.pitch)}`;
    if (takes === 'nothing' || takes === 'pattern') return `from ${barBeatWords(part.meters, at.tick)} on`;
    if (noteIds.length) return `on ${counted(noteIds.length, 'note')}`;
    return `on ${allNotesWords(selectNotes(state).length)}`;
  });
}

/** A typed text with the characters that a message is about marked in it. */
function Marked({ text, from, to }: { readonly text: string; readonly from: number; readonly to: number }) {
  return (
    <Words small data-testid="marked">
      {text.slice(0, from)}
      <Words small strong colour="act" style={{ textDecorationLine: 'underline' }}>
        {text.slice(from, Math.max(to, from + 1)) || '…'}
      </Words>
      {text.slice(Math.max(to, from + 1))}
    </Words>
  );
}
