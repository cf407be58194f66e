import { Text, YStack } from 'tamagui';
import { demoSong } from '@yibbo/core';

export default function Songs() {
  return (
    <YStack backgroundColor="$paper" padding="$4">
      <Text fontFamily="$heading" fontSize="$6" color="$ink">
        {demoSong(() => 'x').song.name}
      </Text>
    </YStack>
  );
}
