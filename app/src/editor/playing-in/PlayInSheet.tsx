import { PAD_KINDS, type PadKind } from '@yibbo/core';
import Circle from 'lucide-react/dist/esm/icons/circle.mjs';
import Square from 'lucide-react/dist/esm/icons/square.mjs';
import { useEffect } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { openSheet } from '../../acts/open-sheet';
import { padKindOf } from '../../acts/playing-in/pads';
import { toggleRecording } from '../../acts/playing-in/record';
import { beginSteps, endSteps } from '../../acts/playing-in/steps';
import { playInSet } from '../../state/preferences/play-in';
import { lettersPlaySet } from '../../state/session/playing-in';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector, useAppStore } from '../../state/store';
import { SheetFrame } from '../sheets/SheetFrame';
import { Pads } from './Pads';
import { ReadyLine } from './ReadyLine';
import { StepBar } from './StepBar';
import { TakeBar } from './TakeBar';

/** Ways to play the open part in: pads or keys under the notes, step by step or recorded. */
export function PlayInSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const isStepping = useAppSelector((state) => state.playingIn.steps !== null);
  const recording = useAppSelector((state) => state.playingIn.recording);
  useEndAtLeaving();
  return (
    <SheetFrame title="Play in" isPanel={isPanel} leavesKeys tools={isPanel ? null : <Tools part={part} />}>
      {isPanel ? <Tools part={part} /> : null}
      {isStepping ? <StepBar isPanel={isPanel} /> : null}
      {recording ? <RecordingLine /> : null}
      {isStepping || recording ? null : <TakeBar part={part} />}
      {isStepping || recording ? null : <ReadyLine part={part} />}
      <Pads part={part} />
    </SheetFrame>
  );
}

/** Steps and letters go with the pads: without them nobody would see what is played. A recording goes on; and so does all of it where the screen is only
 *  turned, and the pads stand elsewhere at once. */
function useEndAtLeaving(): void {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  useEffect(
    () => () => {
      const { session, trial } = store.getState();
      if (session.sheet?.kind === 'play-in' && !session.rule && !trial.trial) return;
      dispatch(endSteps());
      dispatch(lettersPlaySet(false));
    },
    [dispatch, store],
  );
}

const KIND_WORDS: Readonly<Record<PadKind, string>> = { keys: 'Keys', scale: 'Scale', chords: 'Chords' };

function Tools({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const { steps, recording, lettersPlay } = useAppSelector((state) => state.playingIn);
  const playIn = useAppSelector((state) => state.playIn);
  const kind = padKindOf(part, playIn);
  const next = PAD_KINDS[(PAD_KINDS.indexOf(kind) + 1) % PAD_KINDS.length]!;
  return (
    <XStack gap={3} flexShrink={1}>
      <Press
        tight
        label={recording ? 'End the recording' : 'Record'}
        icon={recording ? Square : Circle}
        iconOnly
        look={recording ? 'on' : 'strong'}
        onPress={() => dispatch(toggleRecording())}
      />
      <Press
        tight
        label={steps ? 'Steps: end' : 'Steps: put in one after the other'}
        shown="Steps"
        look={steps ? 'on' : 'raised'}
        pressed={steps !== null}
        onPress={() => dispatch(steps ? endSteps() : beginSteps())}
      />
      {part.track.kind === 'pitched' && part.key ? (
        <Press
          tight
          label={`${KIND_WORDS[kind]}: show ${KIND_WORDS[next].toLowerCase()}`}
          shown={KIND_WORDS[kind]}
          look="raised"
          onPress={() => dispatch(playInSet({ padKind: next }))}
        />
      ) : null}
      <Press
        tight
        label={lettersPlay ? 'abc play: let them command again' : 'abc: let letters play'}
        shown="abc"
        look={lettersPlay ? 'on' : 'raised'}
        pressed={lettersPlay}
        onPress={() => dispatch(lettersPlaySet(!lettersPlay))}
      />
      <Press tight label="Recording …" shown="…" look="raised" onPress={() => dispatch(openSheet({ kind: 'recording' }))} />
    </XStack>
  );
}

function RecordingLine() {
  const dispatch = useAppDispatch();
  const recording = useAppSelector((state) => state.playingIn.recording)!;
  const countIn = useAppSelector((state) => state.playIn.countInBars);
  const words = recording.isAhead
    ? countIn > 0
      ? 'Counting in …'
      : 'About to record …'
    : `Recording · pass ${recording.pass} · ${recording.noteCount === 1 ? '1 note' : `${recording.noteCount} notes`}`;
  return (
    <XStack alignItems="center" gap={6} minHeight="$touch">
      <Circle size={14} color="var(--act)" fill={recording.isAhead ? 'none' : 'var(--act)'} aria-hidden />
      <Words small strong role="status" data-testid="recording" style={{ flexGrow: 1 }}>
        {words}
      </Words>
      <Press label="End the recording" shown="End" look="raised" onPress={() => dispatch(toggleRecording())} />
    </XStack>
  );
}
