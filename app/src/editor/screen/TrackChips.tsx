import type { Track } from '@yibbo/core';
import Plus from 'lucide-react/dist/esm/icons/plus.mjs';
import VolumeOff from 'lucide-react/dist/esm/icons/volume-x.mjs';
import Volume from 'lucide-react/dist/esm/icons/volume-2.mjs';
import { styled, View } from '@tamagui/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Strip } from '../../controls/Strip';
import { TrackSymbol } from '../../controls/TrackSymbol';
import { Words } from '../../controls/words';
import { editEntity } from '../../acts/document/edits';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { openTrack } from '../../acts/pattern/tracks';
import { openSheet } from '../../acts/open-sheet';
import { SoundPress } from '../sounds/SoundPress';

const ChipFrame = styled(View, {
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

/** The tracks: a row of chips on a phone, only the open one with its name; a rail when wide. The open one also mutes and unmutes from here,
 *  and a press on it opens all else about the track: its name among it. */
export function TrackChips({ part, isRail }: { readonly part: OpenPart; readonly isRail: boolean }) {
  const dispatch = useAppDispatch();
  const tracks = useAppSelector((state) => state.song.document?.tracks ?? NO_TRACKS);
  const isAdding = useAppSelector((state) => state.session.sheet?.kind === 'add-track');
  const chips = tracks.map((track) => <TrackChip key={track.id} track={track} isOpen={track.id === part.track.id} isRail={isRail} />);
  const add = (
    <Press
      label="Add a track"
      icon={Plus}
      iconOnly={!isRail}
      pressed={isAdding}
      onPress={() => dispatch(openSheet({ kind: 'add-track' }))}
    />
  );
  if (!isRail)
    return (
      <>
        <Strip shows={part.track.id}>{chips}</Strip>
        {add}
      </>
    );
  return (
    <YStack padding={4} gap={2}>
      {chips}
      {add}
    </YStack>
  );
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
    <XStack alignItems="center" data-shown={isOpen || undefined}>
      <ChipFrame
        isOpen={isOpen}
        aria-label={`${track.name}${track.muted ? ', muted' : ''}`}
        aria-pressed={isOpen}
        onPress={() => dispatch(isOpen ? openSheet({ kind: 'track', trackId: track.id }) : openTrack(track.id))}
        flexGrow={isRail ? 1 : 0}
        justifyContent={isRail ? 'flex-start' : 'center'}
      >
        <TrackSymbol symbol={track.symbol} colour={track.colour} />
        {isOpen || isRail ? (
          <Words strong={isOpen} oneLine faded={track.muted} textDecorationLine={track.muted ? 'line-through' : 'none'}>
            {track.name}
          </Words>
        ) : null}
      </ChipFrame>
      {isOpen ? <SoundPress track={track} iconOnly /> : null}
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
