import { XStack, YStack } from '@tamagui/stacks';
import { Words } from '../../controls/words';
import { HELD_KEYS, HELD_WORDS, type Held } from '../grid/gesture/held';
import { KEYS, type KeyAct } from './keys';

/** The keys of the pattern screen, for those who have some. */
export function KeyList() {
  const held = Object.entries(HELD_KEYS).map(([what, key]) => [`hold ${key.toUpperCase()}`, HELD_WORDS[what as Held]] as const);
  const rows = [
    ['Space', 'Play, stop'] as const,
    ['Arrows', 'On the grid with nothing selected: move the cursor'] as const,
    ['Ctrl Arrows', 'Move the cursor, whatever is selected'] as const,
    ['Ctrl Home, End', 'Cursor to the first or the last step of the row'] as const,
    ['Enter', 'Put a note at the cursor, or select the one there'] as const,
    ['Shift Enter', 'Add the note at the cursor to the selection'] as const,
    ['B', 'Begin a frame at the cursor; arrows stretch it, Enter takes it'] as const,
    ['Shift Enter', 'In a frame: mark its time and select all of it'] as const,
    ['hold Q Arrows', 'Leave a note wherever the cursor goes'] as const,
    ['Menu', 'What can be done at the cursor'] as const,
    ...KEYS.map((each) => [keyName(each), each.words] as const),
    ...held,
  ];
  return (
    <YStack gap={2} render="section" aria-label="Keys">
      <Words strong>Keys</Words>
      {rows.map(([key, words]) => (
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

function keyName({ key, ctrl, shift }: KeyAct): string {
  return [ctrl ? 'Ctrl' : '', shift ? 'Shift' : '', key.length === 1 ? key.toUpperCase() : key.replace('Arrow', '')]
    .filter(Boolean)
    .join(' ');
}
