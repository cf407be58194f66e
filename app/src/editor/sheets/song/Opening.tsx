import { findById, type Track } from '@yibbo/core';
import Off from 'lucide-react/dist/esm/icons/circle.mjs';
import On from 'lucide-react/dist/esm/icons/circle-check.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { editTrack } from '../../../acts/song/tracks';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { OpensWith } from '../../sounds/OpensWith';

/** The row of another track that a track opens with, last in the order of what works on it; its settings unfold. */
export function Opening({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const [isOpen, setOpen] = useState(false);
  const { opensWith } = track;
  const source = useAppSelector(({ song: { document } }) => document && opensWith && findById(document.tracks, opensWith.trackId));
  const words = opensWith ? `Opens with ${source?.name ?? 'a track that is gone'}` : 'Opens by itself';
  const silence = source?.muted && opensWith?.on && opensWith.depth > 0 ? `${source.name} is muted: nothing opens it now` : 'on the track';
  return (
    <YStack role="group" aria-label="Opens with" borderBottomWidth={1} borderColor="$line">
      <XStack alignItems="center" gap={2}>
        {opensWith ? (
          <Press
            label={`${words}: on`}
            icon={opensWith.on ? On : Off}
            iconOnly
            pressed={opensWith.on}
            onPress={() =>
              dispatch(editTrack(track.id, opensWith.on ? 'Opens by itself' : words, { opensWith: { ...opensWith, on: !opensWith.on } }))
            }
          />
        ) : null}
        <YStack flexGrow={1} flexShrink={1} minWidth={0} paddingLeft={opensWith ? 0 : 8}>
          <Words small strong={opensWith?.on ?? false} faded={!opensWith?.on}>
            {words}
          </Words>
          <Words tiny small faded>
            {opensWith ? silence : 'it can sound only while a row of another track does'}
          </Words>
        </YStack>
        <Press
          label={`${words}: its settings`}
          icon={Dots}
          iconOnly
          expanded={isOpen}
          look={isOpen ? 'on' : 'quiet'}
          onPress={() => setOpen(!isOpen)}
        />
      </XStack>
      {isOpen ? <OpensWith track={track} /> : null}
    </YStack>
  );
}
