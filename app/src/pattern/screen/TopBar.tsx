import type { ExportMode } from '@yibbo/core';
import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import Send from 'lucide-react/dist/esm/icons/file-output.mjs';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Title, Words } from '../../controls/words';
import { useAppDispatch, useAppSelector } from '../../store';
import { noticeSet } from '../../session/session';
import { linkWords } from '../../sync/link';
import { downloadMidi } from '../../transfer/download';

export function TopBar() {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const link = useAppSelector(({ song }) => linkWords(song));
  const [isSending, setSending] = useState(false);
  if (!document) return null;
  const send = (mode: ExportMode) => () => dispatch(noticeSet(downloadMidi(document, mode)));
  return (
    <YStack render="header" backgroundColor="$paper" borderBottomWidth={1} borderColor="$line">
      <XStack alignItems="center" gap={4} paddingHorizontal={4}>
        <Press label="Back to the songs" icon={ArrowLeft} iconOnly onPress={() => router.navigate('/')} />
        <YStack flexGrow={1} flexShrink={1} minWidth={0} paddingVertical={4}>
          <Title numberOfLines={1} render="h1" margin={0}>
            {document.song.name}
          </Title>
          <Words small faded role="status" data-testid="link">
            {link}
          </Words>
        </YStack>
        <Press label="Send out" icon={Send} pressed={isSending} look={isSending ? 'on' : 'quiet'} onPress={() => setSending(!isSending)} />
      </XStack>
      {isSending ? (
        <YStack padding={8} gap={6} backgroundColor="$card">
          <XStack gap={6}>
            <Press grow look="raised" label="MIDI file, as heard" onPress={send('heard')} />
            <Press grow look="raised" label="MIDI file, as written" onPress={send('written')} />
          </XStack>
          <Words small faded>
            As heard leaves out what is muted; as written has every note, and gives an imported file its own numbers back.
          </Words>
        </YStack>
      ) : null}
    </YStack>
  );
}
