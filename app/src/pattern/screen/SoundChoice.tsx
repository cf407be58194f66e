import { SOUNDS } from '@yibbo/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { addTrack } from '../../document/edits';
import { useAppDispatch } from '../../store';

/** The sounds a new track can begin with; a press makes the track and opens it. */
export function SoundChoice({ isColumn, onDone }: { readonly isColumn: boolean; readonly onDone?: () => void }) {
  const dispatch = useAppDispatch();
  return (
    <YStack padding={8} gap={4} backgroundColor="$card">
      <Words small faded>
        New track with
      </Words>
      <XStack gap={4} flexWrap="wrap" flexDirection={isColumn ? 'column' : 'row'}>
        {SOUNDS.map((sound) => (
          <Press
            key={sound.id}
            label={sound.name}
            look="raised"
            onPress={() => {
              dispatch(addTrack(sound));
              onDone?.();
            }}
          />
        ))}
      </XStack>
    </YStack>
  );
}
