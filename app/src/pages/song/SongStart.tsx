import { FIRST_SOUNDS, SOUNDS, type Id } from '@yibbo/core';
import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import { useEffect, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Title, Words } from '../../controls/words';
import { UndoButtons } from '../../editor/screen/Dock';
import { addTrack } from '../../acts/document/edits';
import { SoundChoice } from '../../editor/sheets/song/SoundChoice';
import { SongName } from '../../editor/screen/TopRow';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { LoopStart } from './LoopStart';
import { SongPage } from './SongPage';
import { tourSet } from '../../state/session/tour';
import { patternAddress } from '../../state/addresses';
import { KeepingBar } from '../../editor/screen/KeepingBar';
import { PAGE_HEIGHT } from '../../theme/page';

/** A song's home: its page or, while it has no track, what to begin with; `soundId` is that where it was chosen already. `hereId` is the
 *  placement that is opened on the page. */
export function SongStart({ soundId, hereId }: { readonly soundId?: string | undefined; readonly hereId: Id | null }) {
  const dispatch = useAppDispatch();
  const router = useRouter();
  const document = useAppSelector((state) => state.song.document);
  const [isLoop, setLoop] = useState(false);
  const isEmpty = document !== null && document.tracks.length === 0;
  const first = SOUNDS.find(({ id }) => id === soundId);
  useEffect(() => {
    if (!isEmpty || !first || !document) return;
    const made = dispatch(addTrack(first));
    if (made) router.replace(patternAddress(document.song.id, made));
  }, [dispatch, router, document, isEmpty, first]);
  const show = () => {
    const made = document && dispatch(addTrack(FIRST_SOUNDS[0]!));
    dispatch(tourSet('draw'));
    if (made) router.replace(patternAddress(document.song.id, made));
  };
  // The page comes when it is asked for, not for a moment before the first pattern is opened.
  if (document && !isEmpty && !isLoop) return first ? null : <SongPage document={document} hereId={hereId} />;
  return (
    <YStack height={PAGE_HEIGHT} backgroundColor="$paper" overflow="hidden">
      <XStack render="header" alignItems="center" height={48} paddingHorizontal={4} borderBottomWidth={1} borderColor="$line">
        <Press label="Back to the songs" icon={ArrowLeft} iconOnly onPress={() => router.navigate('/')} />
        <SongName />
      </XStack>
      <KeepingBar />
      <YStack flex={1} minHeight={0}>
        <YStack render="main">
          {isLoop ? <LoopStart onDone={() => setLoop(false)} /> : <FirstSound onLoop={() => setLoop(true)} onShow={show} />}
          <XStack padding={8}>
            <UndoButtons />
          </XStack>
        </YStack>
      </YStack>
    </YStack>
  );
}

/** Ways to begin a song: a sound, or a loop. */
function FirstSound({ onLoop, onShow }: { readonly onLoop: () => void; readonly onShow: () => void }) {
  return (
    <>
      <YStack padding={16} gap={8}>
        <Title as="h2">What comes first?</Title>
        <Words>Choose a sound. Its track begins with two empty bars; the first tap on the grid makes a note.</Words>
      </YStack>
      <YStack paddingHorizontal={16}>
        <SoundChoice isColumn={false} />
      </YStack>
      <XStack padding={16} gap={8} alignItems="center" flexWrap="wrap">
        <Press label="Start with a loop" look="raised" onPress={onLoop} />
        <Words small faded>
          Drums, chords and bass by mood, a press each.
        </Words>
      </XStack>
      <XStack paddingHorizontal={16} gap={8} alignItems="center" flexWrap="wrap">
        <Press label="Show me" look="raised" onPress={onShow} />
        <Words small faded>
          New here? Three steps, on a beat of your own.
        </Words>
      </XStack>
    </>
  );
}
