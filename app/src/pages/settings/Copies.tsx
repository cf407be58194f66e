import { counted, type DayCopy } from '@yibbo/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { dayWords } from './days';
import { Part } from './Part';

interface CopiesProps {
  readonly copies: readonly DayCopy[];
  readonly onBringBack: (day: string) => void;
}

/** The copies of earlier days: when each was made, and that it could be read. */
export function Copies({ copies, onBringBack }: CopiesProps) {
  const [last] = copies;
  return (
    <Part title="Copies of earlier days">
      <Words>
        {last?.found
          ? `The last copy was made on ${momentWords(last.found.madeAt)}. It was opened after that, and ${songsWords(last.found.songs)} could be read.`
          : 'The first copy of all songs is made within an hour, then one each day. Each is opened and counted after it is made.'}
      </Words>
      {copies.length ? (
        <Words small faded>
          Bringing back adds songs that are gone. What is here stays as it is; a song that cannot be read, or misses something, comes beside
          it. For one song as it was on a day: its dots, on the Songs screen.
        </Words>
      ) : null}
      {copies.map(({ day, found }) => (
        <XStack
          key={day}
          alignItems="center"
          justifyContent="space-between"
          flexWrap="wrap"
          gap={8}
          role="group"
          aria-label={dayWords(day)}
        >
          <YStack flexShrink={1}>
            <Words style={{ textAlign: 'left' }}>{dayWords(day)}</Words>
            <Words small faded style={{ textAlign: 'left' }}>
              {found ? `Opened and counted: ${songsWords(found.songs)}` : 'Could not be read yet'}
            </Words>
          </YStack>
          <Press label="Bring back what is missing" look="raised" onPress={() => onBringBack(day)} />
        </XStack>
      ))}
    </Part>
  );
}

function songsWords(count: number): string {
  return counted(count, 'song');
}

function momentWords(time: number): string {
  return new Date(time).toLocaleString(undefined, { weekday: 'long', day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' });
}
