import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import { useCallback, useEffect, useState, type ReactNode } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../controls/Press';
import { Title, Words } from '../controls/words';
import type { ServerNews } from '@yibbo/core';
import { api } from '../sync/api';
import { PAGE_HEIGHT } from '../theme/page';

/** The machine that songs are kept on: other devices, and copies of earlier days. */
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
  const then = (work: Promise<unknown>, words: (result: never) => string) =>
    void work
      .then(
        (result) => setSaid(words(result as never)),
        (error: Error) => setSaid(error.message),
      )
      .then(ask);

  return (
    <ScrollView height={PAGE_HEIGHT} backgroundColor="$paper">
      <YStack width="100%" maxWidth={720} alignSelf="center" padding={16} gap={16} render="main">
        <XStack alignItems="center" gap={8}>
          <Press label="Back to the songs" icon={ArrowLeft} iconOnly onPress={() => router.navigate('/')} />
          <Title render="h1" margin={0}>
            Settings
          </Title>
        </XStack>
        <Words role="status">{said ?? ''}</Words>
        {news ? (
          <>
            <OtherDevices news={news} onSendAway={(id) => then(api.sendAway(id), () => 'It is asked for the code again.')} />
            <Copies
              days={news.copies ?? []}
              onBringBack={(day) => then(api.fromCopy(day), ({ songs }: { songs: readonly string[] }) => broughtWords(songs, day))}
            />
          </>
        ) : (
          <Words>Asking the server …</Words>
        )}
      </YStack>
    </ScrollView>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <YStack gap={8} padding={14} borderWidth={1} borderColor="$line" borderRadius="$3" backgroundColor="$card" render="section">
      <Title render="h2" fontSize="$4" margin={0}>
        {title}
      </Title>
      {children}
    </YStack>
  );
}

function OtherDevices({ news, onSendAway }: { readonly news: ServerNews; readonly onSendAway: (id: string) => void }) {
  const { addresses = [], devices = [], code, qr, isHere } = news;
  return (
    <Part title="Other devices">
      {addresses.length ? (
        <Words>
          On the same network, open {addresses.join(' or ')}.{isHere ? ' Each device is asked for this code once:' : ''}
        </Words>
      ) : (
        <Words>
          Yibbo answers this machine only. To use it from a phone on the same network, start it with HOST=0.0.0.0 npm start; other devices
          are then asked for a code.
        </Words>
      )}
      {code && addresses.length ? (
        <Title fontFamily="$body" fontSize="$6" lineHeight="$6" data-testid="code">
          {code.slice(0, 4)} {code.slice(4)}
        </Title>
      ) : null}
      {qr && addresses.length ? (
        <img src={`data:image/svg+xml,${encodeURIComponent(qr)}`} alt="Address and code, to be scanned" width={180} height={180} />
      ) : null}
      {addresses.length ? (
        <Words small faded>
          The code keeps others on the network out. It does not keep them from listening in, for plain http is not encrypted.
        </Words>
      ) : null}
      {devices.map(({ id, name, seenAt, isThis }) => (
        <XStack key={id} alignItems="center" justifyContent="space-between" gap={8} role="group" aria-label={name}>
          <Words flexShrink={1}>
            {name}
            {isThis ? ' (this one)' : ''} · last here {new Date(seenAt).toLocaleString()}
          </Words>
          <Press label="Send away" look="raised" onPress={() => onSendAway(id)} />
        </XStack>
      ))}
    </Part>
  );
}

function Copies({ days, onBringBack }: { readonly days: readonly string[]; readonly onBringBack: (day: string) => void }) {
  return (
    <Part title="Copies of earlier days">
      <Words>
        {days.length
          ? 'All songs as they were, for the last seven days. Bringing back adds songs that are gone or cannot be read; others stay as they are.'
          : 'The first copy of all songs is made within an hour, then one each day.'}
      </Words>
      {days.map((day) => (
        <XStack key={day} alignItems="center" justifyContent="space-between" gap={8} role="group" aria-label={dayWords(day)}>
          <Words>{dayWords(day)}</Words>
          <Press label="Bring back what is missing" look="raised" onPress={() => onBringBack(day)} />
        </XStack>
      ))}
    </Part>
  );
}

function dayWords(day: string): string {
  return new Date(`${day}T12:00:00`).toLocaleDateString(undefined, { weekday: 'long', day: 'numeric', month: 'long' });
}

function broughtWords(songs: readonly string[], day: string): string {
  if (songs.length === 0) return `Nothing is missing that the copy of ${dayWords(day)} has.`;
  return `Brought back: ${songs.join(', ')}.`;
}
