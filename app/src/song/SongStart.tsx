import { SOUNDS } from '@yibbo/core';
import { Redirect, useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import { useEffect } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../controls/Press';
import { Title, Words } from '../controls/words';
import { UndoButtons } from '../pattern/screen/Dock';
import { addTrack } from '../document/edits';
import { SoundChoice } from '../pattern/screen/SoundChoice';
import { SongName } from '../pattern/screen/TopRow';
import { selectPart } from '../session/selectors';
import { useAppDispatch, useAppSelector } from '../store';
import { patternAddress } from './addresses';
import { KeepingBar } from './KeepingBar';

/** A song's home: the pattern it begins with or, while it has none, what to begin with; `soundId` is that where it was chosen already. */
export function SongStart({ soundId }: { readonly soundId?: string | undefined }) {
  const dispatch = useAppDispatch();
  const router = useRouter();
  const part = useAppSelector(selectPart);
  const first = SOUNDS.find(({ id }) => id === soundId);
  const isNew = part === null && first !== undefined;
  useEffect(() => {
    if (isNew) dispatch(addTrack(first));
  }, [dispatch, isNew, first]);
  if (part) return <Redirect href={patternAddress(part.track.songId, part.placement.id)} />;
  return (
    <YStack height="100dvh" backgroundColor="$paper" overflow="hidden">
      <XStack render="header" alignItems="center" height={48} paddingHorizontal={4} borderBottomWidth={1} borderColor="$line">
        <Press label="Back to the songs" icon={ArrowLeft} iconOnly onPress={() => router.navigate('/')} />
        <SongName />
      </XStack>
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
