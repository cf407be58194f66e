import { FIRST_SOUNDS, type Sound } from '@yibbo/core';
import { usePathname } from 'expo-router';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { later, WhenLoaded } from '../../../controls/later';
import { Press } from '../../../controls/Press';
import { addTrack } from '../../../acts/document/edits';
import { useAppDispatch } from '../../../state/store';
import { useOpenPlacement } from '../../screen/useOpenPlacement';

/** This comes when it is asked for, with what finds sounds by a word. */
const MoreSounds = later(() => import('../../sounds/MoreSounds').then((part) => part.default));

/** The sounds a new track can begin with, one of each kind first; a press makes the track and opens its pattern. */
export function SoundChoice({ isColumn }: { readonly isColumn: boolean }) {
  const dispatch = useAppDispatch();
  const open = useOpenPlacement();
  const [hasMore, setHasMore] = useState(false);
  // Beside a pattern, the screen that is there shows the new one.
  const isBesidePattern = usePathname().includes('/pattern/');
  const choose = (sound: Sound) => {
    const made = dispatch(addTrack(sound));
    if (made && !isBesidePattern) open(made);
  };
  return (
    <YStack gap={6}>
      <XStack gap={4} flexWrap="wrap" flexDirection={isColumn ? 'column' : 'row'}>
        {(hasMore ? [] : FIRST_SOUNDS).map((sound) => (
          <Press key={sound.id} label={sound.name} look="raised" onPress={() => choose(sound)} />
        ))}
        <Press label="All sounds" look={hasMore ? 'on' : 'quiet'} expanded={hasMore} onPress={() => setHasMore(!hasMore)} />
      </XStack>
      {hasMore ? (
        <WhenLoaded>
          <MoreSounds onChoose={choose} />
        </WhenLoaded>
      ) : null}
    </YStack>
  );
}
