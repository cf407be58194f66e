import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import { useCallback, useEffect, useState } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Title, Words } from '../../controls/words';
import type { ServerNews } from '@yibbo/core';
import { api } from '../../sync/api';
import { PAGE_HEIGHT } from '../../theme/page';
import { Copies } from './Copies';
import { broughtWords, dayWords } from './days';
import { Everything } from './Everything';
import { SoundFilesPart } from './SoundFilesPart';
import { NewerBar } from '../../editor/screen/KeepingBar';
import { ThisDevice } from './ThisDevice';
import { OtherDevices } from './OtherDevices';

/** The machine that songs are kept on: other devices, copies of earlier days, and everything as one file. */
export function SettingsScreen() {
  const router = useRouter();
  const [news, setNews] = useState<ServerNews | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const ask = useCallback(
    () =>
      api.server().then(setNews, (error: Error) => {
        setSaid(error.message);
      }),
    [],
  );
  useEffect(() => void ask(), [ask]);
  const then = <T,>(work: Promise<T>, words: (result: T) => string) =>
    void work
      .then(
        (result) => setSaid(words(result)),
        (error: Error) => setSaid(error.message),
      )
      .then(ask);
  const takeFile = (file: File) => {
    setSaid(`Bringing back ${file.name} …`);
    then(api.everything(file), (brought) => broughtWords(brought, file.name));
  };

  return (
    <ScrollView height={PAGE_HEIGHT} backgroundColor="$paper">
      <YStack width="100%" maxWidth={720} alignSelf="center" padding={16} gap={16} render="main">
        <XStack alignItems="center" gap={8}>
          <Press label="Back to the songs" icon={ArrowLeft} iconOnly onPress={() => router.navigate('/')} />
          <Title as="h1">Settings</Title>
        </XStack>
        <Words role="status">{said ?? ''}</Words>
        <NewerBar />
        <ThisDevice />
        {news ? (
          <>
            <OtherDevices news={news} onSendAway={(id) => then(api.sendAway(id), () => 'It is asked for the code again.')} />
            <Copies
              copies={news.copies ?? []}
              onBringBack={(day) => then(api.fromCopy(day), (brought) => broughtWords(brought, `the copy of ${dayWords(day)}`))}
            />
            <SoundFilesPart onSay={setSaid} />
            <Everything onFile={takeFile} />
          </>
        ) : (
          <Words>{said ? 'The rest of the settings is the server’s, and comes once it can be reached.' : 'Asking the server …'}</Words>
        )}
      </YStack>
    </ScrollView>
  );
}
