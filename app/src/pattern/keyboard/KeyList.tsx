import { XStack, YStack } from '@tamagui/stacks';
import { Words } from '../../controls/words';
import { keyTable } from './key-table';

/** The keys of the pattern screen, for those who have some. */
export function KeyList() {
  return (
    <YStack gap={2} render="section" aria-label="Keys">
      <Words strong>Keys</Words>
      {keyTable().map(([key, words]) => (
        <XStack key={`${key} ${words}`} gap={8}>
          <Words small strong minWidth={110}>
            {key}
          </Words>
          <Words small faded flexShrink={1}>
            {words}
          </Words>
        </XStack>
      ))}
    </YStack>
  );
}
