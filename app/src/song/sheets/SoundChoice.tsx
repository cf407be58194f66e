import { SOUNDS, type Sound } from '@yibbo/core';
import { usePathname } from 'expo-router';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { addTrack } from '../../document/edits';
import { useAppDispatch } from '../../store';
import { useOpenPlacement } from '../useOpenPlacement';

/** The sounds a new track can begin with; a press makes the track and opens its pattern. */
export function SoundChoice({ isColumn }: { readonly isColumn: boolean }) {
  const dispatch = useAppDispatch();
  const open = useOpenPlacement();
  // Beside a pattern, the screen that is there shows the new one.
  const isBesidePattern = usePathname().includes('/pattern/');
  const choose = (sound: Sound) => {
    const made = dispatch(addTrack(sound));
    if (made && !isBesidePattern) open(made);
  };
  return (
    <XStack gap={4} flexWrap="wrap" flexDirection={isColumn ? 'column' : 'row'}>
      {SOUNDS.map((sound) => (
        <Press key={sound.id} label={sound.name} look="raised" onPress={() => choose(sound)} />
      ))}
    </XStack>
  );
}
