import { SUM, USUAL_ECHO, USUAL_ROOM, type Id, type Track } from '@yibbo/core';
import { useState } from 'react';
import { styled, View } from '@tamagui/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Press } from '../../../controls/Press';
import { Slider } from '../../../controls/Slider';
import { TrackSymbol } from '../../../controls/TrackSymbol';
import { Words } from '../../../controls/words';
import { editEntity } from '../../../acts/document/edits';
import { useEffects } from '../../../state/effects';
import { SoundPress } from '../../sounds/SoundPress';
import { SheetFrame, SheetLine } from '../SheetFrame';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { editTrack, switchAtBar } from '../../../acts/song/tracks';
import { ECHO_CHOICES } from '../../sounds/sound-words';
import { Meter } from './Meter';
import { MutePress, OnlyPress } from './TrackPresses';
import { WholeLevel } from './WholeLevel';
import { useTellJump } from '../useTellJump';

const NO_TRACKS: readonly Track[] = [];

/** How loud each track is, a line each; the level of a track is another thing than how hard its notes are struck. What else a track has is
 *  behind a press on its name. */
export function LevelsSheet({ isPanel }: { readonly isPanel: boolean }) {
  const tracks = useAppSelector((state) => state.song.document?.tracks ?? NO_TRACKS);
  const [openId, setOpen] = useState<Id | null>(null);
  return (
    <SheetFrame title="Levels" note="of whole tracks" isPanel={isPanel} isTall>
      <XStack alignItems="center" gap={8} minHeight={24}>
        <Words small faded>
          All together
        </Words>
        <Meter of={SUM} label="Meter of all tracks together" />
      </XStack>
      <WholeLevel />
      <YStack>
        {tracks.map((track) => (
          <LevelLine
            key={track.id}
            track={track}
            isOpen={track.id === openId}
            onOpen={() => setOpen(track.id === openId ? null : track.id)}
          />
        ))}
      </YStack>
      <EchoLine />
      <RoomLines />
    </SheetFrame>
  );
}

/** How long the echo takes that all tracks share: it follows the song's tempo. */
function EchoLine() {
  const dispatch = useAppDispatch();
  const song = useAppSelector((state) => state.song.document?.song);
  if (!song) return null;
  return (
    <SheetLine title="Echo">
      <Choices
        title="Length of the echo"
        options={ECHO_CHOICES}
        value={song.echo ?? USUAL_ECHO}
        onChange={(echo) => dispatch(editEntity('Length of the echo', 'song', song, { echo }))}
      />
    </SheetLine>
  );
}

/** The room that all tracks stand in. */
function RoomLines() {
  const tellJump = useTellJump();
  const dispatch = useAppDispatch();
  const song = useAppSelector((state) => state.song.document?.song);
  if (!song) return null;
  const room = song.room ?? USUAL_ROOM;
  const set = (next: Partial<typeof room>, label: string) => dispatch(editEntity(label, 'song', song, { room: { ...room, ...next } }));
  return (
    <>
      <SheetLine title="Room">
        <Slider
          onJump={tellJump}
          title="Size of the room"
          low={50}
          high={200}
          step={5}
          width={190}
          value={Math.round(room.size * 100)}
          words={(percent) => (percent === 100 ? 'usual size' : `${percent} %`)}
          onChange={() => undefined}
          onCommit={(to) => set({ size: to / 100 }, `Size of the room, ${to} %`)}
        />
      </SheetLine>
      <SheetLine title="Rings">
        <Slider
          onJump={tellJump}
          title="How long the room rings"
          low={2}
          high={60}
          step={1}
          width={190}
          value={Math.round(room.seconds * 10)}
          words={(tenths) => `${tenths / 10} s`}
          onChange={() => undefined}
          onCommit={(to) => set({ seconds: to / 10 }, `Room rings ${to / 10} s`)}
        />
      </SheetLine>
    </>
  );
}

interface LevelLineProps {
  readonly track: Track;
  /** Whether what else the track has is shown below it. */
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}

/** One track: its level with its meter, mute and solo. */
function LevelLine({ track, isOpen, onOpen }: LevelLineProps) {
  return (
    <YStack role="group" aria-label={`Levels of ${track.name}`} borderBottomWidth={1} borderColor="$line">
      <XStack alignItems="center" gap={2}>
        <NameFrame
          aria-label={`${track.name}: pan, sound and more`}
          aria-expanded={isOpen}
          flexBasis={NAME}
          flexShrink={1}
          onPress={onOpen}
        >
          <TrackSymbol symbol={track.symbol} colour={track.colour} />
          <Words small strong={isOpen} oneLine faded={track.muted}>
            {track.name}
          </Words>
        </NameFrame>
        <LevelSlider track={track} />
        <MutePress track={track} />
        <OnlyPress track={track} />
      </XStack>
      {isOpen ? <TrackMore track={track} hasSound /> : null}
    </YStack>
  );
}

/** Room for a track's symbol and name before its level, in pixels; less where the level would have too little. */
const NAME = 108;
/** Room for a level, in pixels. */
const LEVEL = 98;

const NameFrame = styled(View, {
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  gap: 6,
  minWidth: 0,
  minHeight: '$touch',
  padding: 0,
  borderWidth: 0,
  backgroundColor: 'transparent',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$wash' },
});

/** A track's level, and its meter under the same knob. */
export function LevelSlider({ track }: { readonly track: Track }) {
  const tellJump = useTellJump();
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const { id, name, levelDb } = track;
  return (
    <View flexGrow={1} minWidth={LEVEL} position="relative">
      <Slider
        onJump={tellJump}
        title={`Level of ${name}`}
        low={-60}
        high={6}
        value={levelDb}
        words={levelWords}
        width="100%"
        isCompact
        // Heard on the way; a slider that is let go is one Change.
        onChange={(to) => sound.hearTrack({ ...track, levelDb: to })}
        onCommit={(to) => dispatch(editTrack(id, `Level ${levelWords(to)}`, { levelDb: to }))}
      />
      <XStack position="absolute" left={0} right={0} bottom={3} pointerEvents="none">
        <Meter of={id} label={`Meter of ${name}`} isThin />
      </XStack>
    </View>
  );
}

/** The rest of a track's line: pan, fades at a bar, and sound. */
export function TrackMore({ track, hasSound }: { readonly track: Track; readonly hasSound: boolean }) {
  const tellJump = useTellJump();
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const { id, name, pan } = track;
  return (
    <XStack flexWrap="wrap" columnGap={12} rowGap={4} alignItems="center" paddingBottom={4}>
      <Slider
        onJump={tellJump}
        title={`Pan of ${name}`}
        low={-100}
        high={100}
        step={5}
        value={Math.round(pan * 100)}
        words={panWords}
        width={190}
        onChange={(to) => sound.hearTrack({ ...track, pan: to / 100 })}
        onCommit={(to) => dispatch(editTrack(id, `Pan ${panWords(to)}`, { pan: to / 100 }))}
      />
      <NextBarPress track={track} />
      {hasSound ? <SoundPress track={track} /> : null}
    </XStack>
  );
}

/** Lets a track come in or go out at the next bar; there is one while it plays. */
function NextBarPress({ track: { id, name, muted } }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  const switching = useAppSelector((state) => state.session.switching[id]);
  const goes = switching ?? (muted ? 'in' : 'out');
  return (
    <Press
      label={`${goes === 'in' ? 'In' : 'Out'} at the next bar: ${name}`}
      shown={`${goes === 'in' ? 'In' : 'Out'} at the next bar`}
      look={switching ? 'on' : 'raised'}
      pressed={switching !== undefined}
      disabled={!isPlaying}
      onPress={() => dispatch(switchAtBar(id))}
    />
  );
}

function levelWords(db: number): string {
  return `${db > 0 ? '+' : ''}${Math.round(db)} dB`;
}

/** "middle", "30 left", of hundredths. */
function panWords(hundredths: number): string {
  return hundredths === 0 ? 'middle' : `${Math.abs(hundredths)} ${hundredths < 0 ? 'left' : 'right'}`;
}
