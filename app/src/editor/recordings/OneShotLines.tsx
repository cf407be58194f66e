import { COMMON_NAMING, pitchName, type OneShot, type Track } from '@yibbo/core';
import { useRef } from 'react';
import { XStack } from '@tamagui/stacks';
import { dropOneShot, oneShotOf, putOneShot, takeOneShot } from '../../acts/song/one-shots';
import { FileInput } from '../../controls/FileInput';
import { Press } from '../../controls/Press';
import { Slider } from '../../controls/Slider';
import { Stepper } from '../../controls/Stepper';
import { Words } from '../../controls/words';
import { fileWords } from '../../state/recordings/sound-files';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { SheetGroup, SheetLine } from '../sheets/SheetFrame';
import { SOUND_FILES } from './RecordingsSheet';

interface OneShotLinesProps {
  readonly track: Track;
  /** The row that plays it; null for the whole track. */
  readonly pitch: number | null;
}

/** A recording of one's own that a row or a track plays in place of its sound. */
export default function OneShotLines({ track, pitch }: OneShotLinesProps) {
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const shot = oneShotOf(track, pitch);
  const coming = useAppSelector((state) => state.soundFiles.coming);
  return (
    <SheetGroup title="A recording of your own">
      <FileInput
        input={input}
        label="Sound file to play"
        accept={SOUND_FILES}
        onFile={(file) => void dispatch(takeOneShot(track.id, pitch, file))}
      />
      <XStack gap={4} flexWrap="wrap" alignItems="center">
        <Press
          label={shot ? 'Another file to play' : 'Play a file'}
          shown={shot ? 'Another file' : 'Play a file'}
          look="raised"
          disabled={coming !== null}
          onPress={() => input.current?.click()}
        />
        {shot ? <Press label="Own sound again" look="raised" onPress={() => dispatch(dropOneShot(track, pitch))} /> : null}
        <Words small faded aria-live="polite" style={{ flexShrink: 1 }}>
          {coming ? `${coming.doing} ${coming.name} …` : null}
        </Words>
      </XStack>
      {shot ? <ShotControls track={track} shot={shot} /> : null}
    </SheetGroup>
  );
}

const MS = 48;

interface ShotProps {
  readonly track: Track;
  readonly shot: OneShot;
}

/** A value of a one-shot that is set by a slider. */
interface ShotSlider {
  readonly title: string;
  readonly low: number;
  readonly high: number;
  readonly value: number;
  readonly words: (value: number) => string;
  readonly fields: (to: number) => Partial<OneShot>;
}

const ms = (value: number) => `${value} ms`;

function slidersOf(shot: OneShot): readonly ShotSlider[] {
  const [begin, end] = [Math.round(shot.start / MS), Math.round((shot.start + shot.frames) / MS)];
  const last = shot.start + shot.frames;
  return [
    {
      title: 'Begins',
      low: 0,
      high: Math.max(1, end - 1),
      value: begin,
      words: ms,
      fields: (to) => ({ start: Math.min(to * MS, last - 1), frames: Math.max(1, last - to * MS) }),
    },
    {
      title: 'Ends',
      low: begin + 1,
      high: Math.round(shot.file.frames / MS),
      value: end,
      words: ms,
      fields: (to) => ({ frames: Math.max(1, Math.min(shot.file.frames, to * MS) - shot.start) }),
    },
    { title: 'Fades in', low: 0, high: 500, value: Math.round(shot.fadeIn / MS), words: ms, fields: (to) => ({ fadeIn: to * MS }) },
    { title: 'Fades out', low: 0, high: 2000, value: Math.round(shot.fadeOut / MS), words: ms, fields: (to) => ({ fadeOut: to * MS }) },
    { title: 'Tune', low: -1200, high: 1200, value: shot.cents, words: (cents) => `${cents} cents`, fields: (cents) => ({ cents }) },
    { title: 'Level', low: -36, high: 12, value: shot.levelDb, words: (db) => `${db} dB`, fields: (levelDb) => ({ levelDb }) },
  ];
}

function ShotControls({ track, shot }: ShotProps) {
  const dispatch = useAppDispatch();
  const news = useAppSelector(({ soundFiles }) => soundFiles.files[shot.file.hash]);
  return (
    <>
      <Words small faded>
        {fileWords(news, shot.file) ?? shot.file.name}
      </Words>
      {slidersOf(shot).map(({ title, fields, ...each }) => (
        <SheetLine key={title} title={title}>
          <Slider
            {...each}
            title={`${title} of ${shot.file.name}`}
            width={136}
            onChange={() => undefined}
            onCommit={(to) => dispatch(putOneShot(track, { ...shot, ...fields(to) }, `${title} ${each.words(to)}`))}
          />
        </SheetLine>
      ))}
      {shot.pitch === undefined ? <Root track={track} shot={shot} /> : null}
    </>
  );
}

/** The key at which it sounds as recorded, and whether it goes round. */
function Root({ track, shot }: ShotProps) {
  const dispatch = useAppDispatch();
  const set = (label: string, fields: Partial<OneShot>) => dispatch(putOneShot(track, { ...shot, ...fields }, label));
  return (
    <SheetLine title="Root">
      <Stepper
        title="Key at which it sounds as recorded"
        shown={pitchName(shot.root, COMMON_NAMING)}
        width={64}
        canLower={shot.root > 0}
        canRaise={shot.root < 127}
        onStep={(by) => set(`Root ${pitchName(shot.root + by, COMMON_NAMING)}`, { root: shot.root + by })}
      />
      <Press
        label="Goes round while held"
        look={shot.loops ? 'on' : 'raised'}
        pressed={shot.loops}
        onPress={() => set(shot.loops ? 'Once' : 'Goes round', { loops: !shot.loops })}
      />
    </SheetLine>
  );
}
