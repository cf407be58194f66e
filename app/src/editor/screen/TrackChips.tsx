import type { Track } from '@yibbo/core';
import List from 'lucide-react/dist/esm/icons/list-music.mjs';
import Plus from 'lucide-react/dist/esm/icons/plus.mjs';
import VolumeOff from 'lucide-react/dist/esm/icons/volume-x.mjs';
import Volume from 'lucide-react/dist/esm/icons/volume-2.mjs';
import { useWindowDimensions } from 'react-native';
import { styled, View } from '@tamagui/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { TrackSymbol } from '../../controls/TrackSymbol';
import { Words } from '../../controls/words';
import { editEntity } from '../../acts/document/edits';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { openTrack } from '../../acts/pattern/tracks';
import { openSheet } from '../../acts/open-sheet';
import { SoundPress } from '../sounds/SoundPress';

/** A track to open, by its symbol and name. */
export const ChipFrame = styled(View, {
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  gap: 8,
  minHeight: '$touch',
  minWidth: '$touch',
  justifyContent: 'center',
  paddingHorizontal: 10,
  borderWidth: 0,
  borderBottomWidth: 3,
  borderStyle: 'solid',
  borderColor: 'transparent',
  backgroundColor: 'transparent',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$wash' },
  variants: { isOpen: { true: { borderColor: '$act', backgroundColor: '$card' } } } as const,
});

const NO_TRACKS: readonly Track[] = [];

/** Widths in pixels: the presses beside the chips, a chip without its name, gaps, and an average letter. */
const BESIDE = 230;
const SYMBOL = 48;
const LETTER = 8.5;

/** The tracks: chips on a phone, only the open one with its name, and one button for all of them where they do not fit; a rail when wide. The open
 *  one also mutes and unmutes from here, and a press on it opens all else about the track: its name among it. */
export function TrackChips({ part, isRail }: { readonly part: OpenPart; readonly isRail: boolean }) {
  const tracks = useAppSelector((state) => state.song.document?.tracks ?? NO_TRACKS);
  const { width } = useWindowDimensions();
  const chip = (track: Track) => <TrackChip key={track.id} track={track} isOpen={track.id === part.track.id} isRail={isRail} />;
  if (isRail)
    return (
      <YStack padding={4} gap={2}>
        {tracks.map(chip)}
        <AddPress isRail />
      </YStack>
    );
  const isFitting = BESIDE + SYMBOL * tracks.length + LETTER * part.track.name.length <= width;
  return (
    <XStack flexGrow={1} flexShrink={1} minWidth={0} alignItems="center">
      {(isFitting ? tracks : [part.track]).map(chip)}
      <View flexGrow={1} />
      {isFitting ? <AddPress isRail={false} /> : <AllTracksPress />}
    </XStack>
  );
}

function AddPress({ isRail }: { readonly isRail: boolean }) {
  const dispatch = useAppDispatch();
  const isAdding = useAppSelector((state) => state.session.sheet?.kind === 'add-track');
  const add = () => dispatch(openSheet({ kind: 'add-track' }));
  return <Press label="Add a track" icon={Plus} iconOnly={!isRail} pressed={isAdding} onPress={add} />;
}

function AllTracksPress() {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector((state) => state.session.sheet?.kind === 'tracks');
  return <Press label="All tracks" icon={List} iconOnly pressed={isOpen} onPress={() => dispatch(openSheet({ kind: 'tracks' }))} />;
}

interface TrackChipProps {
  readonly track: Track;
  readonly isOpen: boolean;
  readonly isRail: boolean;
}

function TrackChip({ track, isOpen, isRail }: TrackChipProps) {
  const dispatch = useAppDispatch();
  const mute = () => dispatch(editEntity(`${track.muted ? 'Unmute' : 'Mute'} ${track.name}`, 'tracks', track, { muted: !track.muted }));
  return (
    <XStack alignItems="center" flexShrink={isOpen ? 1 : 0} minWidth={0}>
      <ChipFrame
        isOpen={isOpen}
        aria-label={`${track.name}${track.muted ? ', muted' : ''}`}
        aria-pressed={isOpen}
        onPress={() => dispatch(isOpen ? openSheet({ kind: 'track', trackId: track.id }) : openTrack(track.id))}
        flexGrow={isRail ? 1 : 0}
        flexShrink={1}
        justifyContent={isRail ? 'flex-start' : 'center'}
      >
        <TrackSymbol symbol={track.symbol} colour={track.colour} />
        {isOpen || isRail ? (
          <Words strong={isOpen} oneLine faded={track.muted} style={{ textDecorationLine: track.muted ? 'line-through' : 'none' }}>
            {track.name}
          </Words>
        ) : null}
      </ChipFrame>
      {isOpen && isRail ? <SoundPress track={track} iconOnly /> : null}
      {isOpen || isRail ? (
        <Press
          label={track.muted ? `Unmute ${track.name}` : `Mute ${track.name}`}
          icon={track.muted ? VolumeOff : Volume}
          iconOnly
          pressed={track.muted}
          onPress={mute}
        />
      ) : null}
    </XStack>
  );
}
