import { barTicks, hitsOf, meterAt, TICKS_PER_QUARTER, tickOfBar, type Recording } from '@yibbo/core';
import { usePathname } from 'expo-router';
import { useMemo } from 'react';
import { XStack } from '@tamagui/stacks';
import {
  editRecording,
  followTempo,
  moveRecording,
  recordingToNotes,
  removeRecording,
  switchHit,
  takeTempo,
  tempoOf,
  trimRecording,
  untrimRecording,
} from '../../acts/song/recordings';
import { grooveFromHits } from '../../acts/trial/take-groove';
import { runAction, tryAction } from '../../acts/trial/trials';
import { Press } from '../../controls/Press';
import { Slider } from '../../controls/Slider';
import { Words } from '../../controls/words';
import { foundIn } from '../../state/session/hits';
import { selectPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector, useAppStore, type State } from '../../state/store';
import { SheetGroup, SheetLine } from '../sheets/SheetFrame';

/** All that can be done with a recording. */
export function RecordingControls({ recording }: { readonly recording: Recording }) {
  const isOnPattern = usePathname().includes('/pattern/');
  return (
    <>
      <Heard recording={recording} />
      <Place recording={recording} isOnPattern={isOnPattern} />
      <Hits recording={recording} isOnPattern={isOnPattern} />
      <Tempo recording={recording} />
    </>
  );
}

interface OfRecording {
  readonly recording: Recording;
  readonly isOnPattern: boolean;
}

function Heard({ recording: { id, name, muted, levelDb } }: Pick<OfRecording, 'recording'>) {
  const dispatch = useAppDispatch();
  return (
    <SheetLine title="Level">
      <Slider
        title={`Level of ${name}`}
        low={-60}
        high={6}
        step={1}
        width={130}
        value={levelDb}
        words={(db) => (db <= -60 ? 'silent' : `${db} dB`)}
        onChange={() => undefined}
        onCommit={(db) => dispatch(editRecording(id, `Level ${db} dB`, { levelDb: db }))}
      />
      <Press
        label={`Mute ${name}`}
        shown="Mute"
        look={muted ? 'on' : 'raised'}
        pressed={muted}
        onPress={() => dispatch(editRecording(id, muted ? 'Unmute' : 'Mute', { muted: !muted }))}
      />
      <Press label={`Remove ${name}`} shown="Remove" look="raised" onPress={() => dispatch(removeRecording(id))} />
    </SheetLine>
  );
}

/** The tick of the song that is meant by "here": the cursor in a pattern, the bar to play from on the song page. */
function hereTick(state: State, isOnPattern: boolean): number {
  const part = isOnPattern ? selectPart(state) : null;
  if (part) return part.placement.start - part.placement.offset + (state.session.cursor?.tick ?? state.session.span?.start ?? 0);
  return tickOfBar(state.song.document!.song.meters, state.session.stretch?.first ?? state.session.playFromBar);
}

function Place({ recording: { id, name, tick, offset, frames, file }, isOnPattern }: OfRecording) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const bar = useAppSelector((state) => barTicks(meterAt(state.song.document!.song.meters, tick)));
  const here = () => hereTick(store.getState(), isOnPattern);
  const step = (label: string, shown: string, by: { ticks?: number; ms?: number }) => (
    <Press key={label} label={`${name} ${label}`} shown={shown} look="raised" tight onPress={() => dispatch(moveRecording(id, by))} />
  );
  const isCut = offset > 0 || frames < file.frames;
  return (
    <SheetGroup title="Its place">
      <XStack gap={4} flexWrap="wrap">
        {step('a bar earlier: − bar', '− bar', { ticks: -bar })}
        {step('a bar later: + bar', '+ bar', { ticks: bar })}
        {step('a sixteenth earlier: − 1/16', '− 1/16', { ticks: -TICKS_PER_QUARTER / 4 })}
        {step('a sixteenth later: + 1/16', '+ 1/16', { ticks: TICKS_PER_QUARTER / 4 })}
        {step('earlier: − 10 ms', '− 10 ms', { ms: -10 })}
        {step('later: + 10 ms', '+ 10 ms', { ms: 10 })}
        {step('earlier: − 1 ms', '− 1 ms', { ms: -1 })}
        {step('later: + 1 ms', '+ 1 ms', { ms: 1 })}
      </XStack>
      <XStack gap={4} flexWrap="wrap">
        <Press
          label={`Begin here: ${name}`}
          shown="Begin here"
          look="raised"
          onPress={() => dispatch(editRecording(id, 'Begin here', { tick: here() }))}
        />
        <Press
          label={`Cut before here: ${name}`}
          shown="Cut before here"
          look="raised"
          onPress={() => dispatch(trimRecording(id, 'start', here()))}
        />
        <Press
          label={`Cut after here: ${name}`}
          shown="Cut after here"
          look="raised"
          onPress={() => dispatch(trimRecording(id, 'end', here()))}
        />
        <Press
          label={`Whole again: ${name}`}
          shown="Whole again"
          look="raised"
          disabled={!isCut}
          onPress={() => dispatch(untrimRecording(id))}
        />
      </XStack>
      <Words small faded>
        {isOnPattern ? 'Here is where the cursor stands.' : 'Here is the bar that play begins at.'}
      </Words>
    </SheetGroup>
  );
}

function Hits({ recording, isOnPattern }: OfRecording) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const found = useAppSelector((state) => foundIn(state, recording));
  const hits = useMemo(() => hitsOf(recording, found), [recording, found]);
  const { id, name, sensitivity = 0.5 } = recording;
  return (
    <SheetGroup title={`Hits: ${hits.length}`}>
      <SheetLine title="Finds">
        <Slider
          title={`Sensitivity for hits of ${name}`}
          low={0}
          high={100}
          step={5}
          width={130}
          value={Math.round(sensitivity * 100)}
          words={(value) => (value === 50 ? 'usual' : value < 50 ? 'only strong ones' : 'faint ones too')}
          onChange={() => undefined}
          onCommit={(value) => dispatch(editRecording(id, 'Sensitivity', { sensitivity: value / 100 }))}
        />
      </SheetLine>
      <XStack gap={4} flexWrap="wrap">
        <Press
          label={`Hit here, in or out: ${name}`}
          shown="Hit here, in or out"
          look="raised"
          onPress={() => dispatch(switchHit(id, hereTick(store.getState(), isOnPattern)))}
        />
        {isOnPattern ? <HitPresses recording={recording} count={hits.length} /> : null}
      </XStack>
      <Words small faded>
        {isOnPattern
          ? 'A press on the picture under the notes puts a hit in, or takes it out; a drag moves the recording.'
          : 'Open a pattern to bring notes and hits together.'}
      </Words>
    </SheetGroup>
  );
}

/** Controls that bring notes and hits together. */
function HitPresses({ recording, count }: Pick<OfRecording, 'recording'> & { readonly count: number }) {
  const dispatch = useAppDispatch();
  const { id, name } = recording;
  return (
    <>
      <Press
        label="Notes to the hits"
        look="raised"
        disabled={count === 0}
        onPress={() => dispatch(runAction('to-hits', { strength: 100 }))}
      />
      <Press
        label="Notes to the hits …: try with settings"
        shown="…"
        look="raised"
        disabled={count === 0}
        onPress={() => dispatch(tryAction('to-hits'))}
      />
      <Press
        label={`Recording to the notes: ${name}`}
        shown="Recording to the notes"
        look="raised"
        disabled={count === 0}
        onPress={() => dispatch(recordingToNotes(id))}
      />
      <Press
        label={`Groove of ${name}`}
        shown="Groove"
        look="raised"
        disabled={count < 4}
        onPress={() => dispatch(grooveFromHits(recording))}
      />
    </>
  );
}

function Tempo({ recording }: Pick<OfRecording, 'recording'>) {
  const dispatch = useAppDispatch();
  const found = useAppSelector((state) => foundIn(state, recording));
  const store = useAppStore();
  // eslint-disable-next-line react-hooks/exhaustive-deps -- what was found is what the guess reads of the state
  const guess = useMemo(() => tempoOf(store.getState(), recording), [store, recording, found]);
  if (!guess) return null;
  const sure = guess.sureness > 0.75 ? 'quite sure' : guess.sureness > 0.45 ? 'fairly sure' : 'not sure';
  return (
    <SheetGroup title={`Tempo: about ${guess.bpm} bpm, ${sure}`}>
      <XStack gap={4} flexWrap="wrap">
        <Press
          label={`Give the song the tempo of ${recording.name}`}
          shown="Give the song"
          look="raised"
          onPress={() => dispatch(takeTempo(recording.id))}
        />
        <Press
          label={`Follow bar by bar: ${recording.name}`}
          shown="Follow bar by bar"
          look="raised"
          onPress={() => dispatch(followTempo(recording.id))}
        />
      </XStack>
    </SheetGroup>
  );
}
