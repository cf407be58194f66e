import { SUM, USUAL_ECHO, type Track } from '@yibbo/core';
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
import { editTrack, soloOnly, switchAtBar } from '../../../acts/song/tracks';
import { ECHO_CHOICES } from '../../sounds/sound-words';
import { Meter } from './Meter';
import { WholeLevel } from './WholeLevel';
import { useTellJump } from '../useTellJump';

const NO_TRACKS: readonly Track[] = [];

/** How loud each track is and where it stands; the level of a track is another thing than how hard its notes are struck. */
export function LevelsSheet({ isPanel }: { readonly isPanel: boolean }) {
  const tracks = useAppSelector((state) => state.song.document?.tracks ?? NO_TRACKS);
  return (
    <SheetFrame title="Levels" note="of whole tracks" isPanel={isPanel}>
      <XStack alignItems="center" gap={8} minHeight={24}>
        <Words small faded>
          All together
        </Words>
        <Meter of={SUM} label="Meter of all tracks together" />
      </XStack>
      <WholeLevel />
      <EchoLine />
      {tracks.map((track) => (
        <TrackLevels key={track.id} track={track} />
      ))}
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

/** One track's level, pan, mute and solo, and the way to its sound. */
export function TrackLevels({ track, hasSound = true }: { readonly track: Track; readonly hasSound?: boolean }) {
  const tellJump = useTellJump();
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const { id, name, levelDb, pan, muted, soloed } = track;
  // Heard on the way; a slider that is let go is one Change.
  const hear = (fields: Partial<Track>) => sound.hearTrack({ ...track, ...fields });
  return (
    <YStack role="group" aria-label={`Levels of ${name}`} borderBottomWidth={1} borderColor="$line" paddingBottom={4}>
      <XStack alignItems="center" gap={6}>
        <TrackSymbol symbol={track.symbol} colour={track.colour} />
        <Words strong oneLine flexGrow={1}>
          {name}
        </Words>
        {hasSound ? <SoundPress track={track} iconOnly /> : null}
        <Press
          label={muted ? `Unmute ${name}` : `Mute ${name}`}
          shown={muted ? 'Unmute' : 'Mute'}
          look={muted ? 'on' : 'raised'}
          onPress={() => dispatch(editTrack(id, muted ? 'Unmute' : 'Mute', { muted: !muted }))}
        />
        <Press
          label={soloed ? `All tracks again, not only ${name}` : `Only this: ${name}`}
          shown={soloed ? 'All tracks again' : 'Only this'}
          look={soloed ? 'on' : 'raised'}
          onPress={() => dispatch(soloOnly(id))}
        />
      </XStack>
      <XStack flexWrap="wrap" columnGap={12} alignItems="center">
        <NextBarPress track={track} />
        <Meter of={id} label={`Meter of ${name}`} />
        <Slider
          onJump={tellJump}
          title={`Level of ${name}`}
          low={-60}
          high={6}
          value={levelDb}
          words={levelWords}
          width={190}
          onChange={(to) => hear({ levelDb: to })}
          onCommit={(to) => dispatch(editTrack(id, `Level ${levelWords(to)}`, { levelDb: to }))}
        />
        <Slider
          onJump={tellJump}
          title={`Pan of ${name}`}
          low={-100}
          high={100}
          step={5}
          value={Math.round(pan * 100)}
          words={panWords}
          width={190}
          onChange={(to) => hear({ pan: to / 100 })}
          onCommit={(to) => dispatch(editTrack(id, `Pan ${panWords(to)}`, { pan: to / 100 }))}
        />
      </XStack>
    </YStack>
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
