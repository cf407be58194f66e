import { Redirect } from 'expo-router';
import { XStack, YStack } from '@tamagui/stacks';
import { Title, Words } from '../controls/words';
import { UndoButtons } from '../pattern/screen/Dock';
import { SoundChoice } from '../pattern/screen/SoundChoice';
import { TopBar } from '../pattern/screen/TopBar';
import { selectPart } from '../session/selectors';
import { useAppSelector } from '../store';
import { patternAddress } from './addresses';
import { KeepingBar } from './KeepingBar';

/** A song's home: the pattern it begins with or, while it has none, what to begin with. */
export function SongStart() {
  const part = useAppSelector(selectPart);
  if (part) return <Redirect href={patternAddress(part.track.songId, part.placement.id)} />;
  return (
    <YStack height="100dvh" backgroundColor="$paper" overflow="hidden">
      <TopBar />
      <KeepingBar />
      <YStack flex={1} minHeight={0}>
        <YStack render="main">
          <YStack padding={16} gap={8}>
            <Title render="h2" margin={0}>
              What comes first?
            </Title>
            <Words>Choose a sound. Its track begins with two empty bars; the first tap on the grid makes a note.</Words>
          </YStack>
          <SoundChoice isColumn={false} />
          <XStack padding={8}>
            <UndoButtons />
          </XStack>
        </YStack>
      </YStack>
    </YStack>
  );
}
