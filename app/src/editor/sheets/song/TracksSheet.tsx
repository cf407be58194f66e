import type { Track } from '@yibbo/core';
import Plus from 'lucide-react/dist/esm/icons/plus.mjs';
import { XStack, YStack } from '@tamagui/stacks';
import { closeSheet, openSheet } from '../../../acts/open-sheet';
import { openTrack } from '../../../acts/pattern/tracks';
import { Press } from '../../../controls/Press';
import { TrackSymbol } from '../../../controls/TrackSymbol';
import { Words } from '../../../controls/words';
import { selectPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { ChipFrame } from '../../screen/TrackChips';
import { SoundPress } from '../../sounds/SoundPress';
import { SheetFrame } from '../SheetFrame';
import { MutePress, OnlyPress } from './TrackPresses';

const NO_TRACKS: readonly Track[] = [];

/** Every track, a line each: a press opens it in place of the one that is open. */
export function TracksSheet({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const tracks = useAppSelector((state) => state.song.document?.tracks ?? NO_TRACKS);
  return (
    <SheetFrame title="All tracks" isPanel={isPanel}>
      <YStack>
        {tracks.map((track) => (
          <TrackLine key={track.id} track={track} />
        ))}
      </YStack>
      <Press label="Add a track" icon={Plus} look="raised" onPress={() => dispatch(openSheet({ kind: 'add-track' }))} />
    </SheetFrame>
  );
}

function TrackLine({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector((state) => selectPart(state)?.track.id === track.id);
  const open = () => {
    dispatch(isOpen ? closeSheet : openTrack(track.id));
  };
  return (
    <XStack alignItems="center" borderBottomWidth={1} borderColor="$line">
      <ChipFrame
        isOpen={isOpen}
        aria-label={`${track.name}${track.muted ? ', muted' : ''}`}
        aria-pressed={isOpen}
        onPress={open}
        flexGrow={1}
        flexShrink={1}
        minWidth={0}
        justifyContent="flex-start"
      >
        <TrackSymbol symbol={track.symbol} colour={track.colour} />
        <Words strong={isOpen} oneLine faded={track.muted} style={{ textDecorationLine: track.muted ? 'line-through' : 'none' }}>
          {track.name}
        </Words>
      </ChipFrame>
      <SoundPress track={track} iconOnly />
      <MutePress track={track} />
      <OnlyPress track={track} />
    </XStack>
  );
}
