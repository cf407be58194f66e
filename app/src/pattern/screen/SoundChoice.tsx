import { SOUNDS } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { addTrack } from '../../document/edits';
import { useAppDispatch } from '../../store';

/** The sounds a new track can begin with; a press makes the track and opens it. */
export function SoundChoice({ isColumn }: { readonly isColumn: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <XStack gap={4} flexWrap="wrap" flexDirection={isColumn ? 'column' : 'row'}>
      {SOUNDS.map((sound) => (
        <Press key={sound.id} label={sound.name} look="raised" onPress={() => dispatch(addTrack(sound))} />
      ))}
    </XStack>
  );
}
