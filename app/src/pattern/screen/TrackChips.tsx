import type { Track } from '@yibbo/core';
import Plus from 'lucide-react/dist/esm/icons/plus.mjs';
import VolumeOff from 'lucide-react/dist/esm/icons/volume-x.mjs';
import Volume from 'lucide-react/dist/esm/icons/volume-2.mjs';
import { useState } from 'react';
import { styled, View } from '@tamagui/core';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { TrackSymbol } from '../../controls/TrackSymbol';
import { Words } from '../../controls/words';
import { editEntity } from '../../document/edits';
import type { OpenPart } from '../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../store';
import { openTrack } from '../acts/tracks';
import { SoundChoice } from './SoundChoice';

const ChipFrame = styled(View, {
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  gap: 8,
  minHeight: '$touch',
  paddingHorizontal: 12,
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

/** The tracks: a row of chips on a phone, a rail when wide. The open one also mutes and unmutes from here. */
export function TrackChips({ part, isRail }: { readonly part: OpenPart; readonly isRail: boolean }) {
  const dispatch = useAppDispatch();
  const tracks = useAppSelector((state) => state.song.document?.tracks ?? NO_TRACKS);
  const [isAdding, setAdding] = useState(false);
  const chips = tracks.map((track) => {
    const isOpen = track.id === part.track.id;
    return (
      <XStack key={track.id} alignItems="center">
        <ChipFrame
          isOpen={isOpen}
          aria-label={`${track.name}${track.muted ? ', muted' : ''}`}
          aria-pressed={isOpen}
          onPress={() => dispatch(openTrack(track.id))}
          flexGrow={isRail ? 1 : 0}
        >
          <TrackSymbol symbol={track.symbol} colour={track.colour} />
          <Words strong={isOpen} oneLine faded={track.muted} textDecorationLine={track.muted ? 'line-through' : 'none'}>
            {track.name}
          </Words>
        </ChipFrame>
        {isOpen || isRail ? (
          <Press
            label={track.muted ? `Unmute ${track.name}` : `Mute ${track.name}`}
            icon={track.muted ? VolumeOff : Volume}
            iconOnly
            pressed={track.muted}
            onPress={() =>
              dispatch(editEntity(`${track.muted ? 'Unmute' : 'Mute'} ${track.name}`, 'tracks', track, { muted: !track.muted }))
            }
          />
        ) : null}
      </XStack>
    );
  });
  const add = <Press label="Add a track" icon={Plus} iconOnly={!isRail} pressed={isAdding} onPress={() => setAdding(!isAdding)} />;
  return (
    <YStack borderBottomWidth={isRail ? 0 : 1} borderColor="$line">
      {isRail ? (
        <YStack padding={4} gap={2}>
          {chips}
          {add}
        </YStack>
      ) : (
        <ScrollView horizontal showsHorizontalScrollIndicator={false} flexGrow={0}>
          <XStack>
            {chips}
            {add}
          </XStack>
        </ScrollView>
      )}
      {isAdding ? <SoundChoice isColumn={isRail} onDone={() => setAdding(false)} /> : null}
    </YStack>
  );
}
