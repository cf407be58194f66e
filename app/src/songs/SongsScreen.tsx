import { useRouter } from 'expo-router';
import Plus from 'lucide-react/dist/esm/icons/plus.mjs';
import Import from 'lucide-react/dist/esm/icons/file-input.mjs';
import { useCallback, useEffect, useRef, useState } from 'react';
import { styled, View } from '@tamagui/core';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../controls/Press';
import { Title, Words } from '../controls/words';
import { api, type SongCard } from '../sync/api';
import { ImportPreview, ReadingFile } from './ImportPreview';
import { Miniature } from './Miniature';
import { NewSong } from './NewSong';
import { readMidiFile, useFileDrop, type PickedFile } from './pick-file';

const CardFrame = styled(View, {
  render: 'button',
  flexDirection: 'column',
  alignItems: 'stretch',
  gap: 8,
  padding: 14,
  borderWidth: 1,
  borderStyle: 'solid',
  borderColor: '$line',
  borderRadius: '$3',
  backgroundColor: '$card',
  cursor: 'pointer',
  hoverStyle: { borderColor: '$lineStrong' },
});

type Panel =
  | { readonly kind: 'new' }
  | { readonly kind: 'reading'; readonly name: string; readonly share: number }
  | { readonly kind: 'import'; readonly picked: PickedFile }
  | null;

/** Every song there is, newest first; a new one, one from a MIDI file, or the demo to begin with. */
export function SongsScreen() {
  const router = useRouter();
  const [listed, setListed] = useState<{ readonly songs: readonly SongCard[]; readonly at: number } | null>(null);
  const songs = listed?.songs;
  const [attempt, setAttempt] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const [panel, setPanel] = useState<Panel>(null);
  const input = useRef<HTMLInputElement>(null);

  useEffect(() => {
    api.list().then(
      (songs) => {
        setProblem(null);
        setListed({ songs, at: Date.now() });
      },
      (error: Error) => setProblem(error.message),
    );
  }, [attempt]);

  const reading = useRef<AbortController | null>(null);
  const leave = useCallback(() => {
    reading.current?.abort();
    setPanel(null);
  }, []);
  const pick = useCallback(
    (file: File | undefined) => {
      if (!file) return;
      leave();
      const mine = new AbortController();
      reading.current = mine;
      const progress = (share: number) => mine.signal.aborted || setPanel({ kind: 'reading', name: file.name, share });
      progress(0);
      void readMidiFile(file, progress, mine.signal).then((picked) => mine.signal.aborted || setPanel({ kind: 'import', picked }));
    },
    [leave],
  );
  const isDropping = useFileDrop(pick);
  const open = (id: string) => router.navigate(`/song/${id}`);

  return (
    <ScrollView height="100dvh" backgroundColor="$paper">
      <YStack width="100%" maxWidth={1080} alignSelf="center" padding={16} gap={16} render="main">
        <YStack>
          <Title render="h1" fontSize="$6" lineHeight="$6" margin={0}>
            Yibbo
          </Title>
          <Words faded>Patterns by finger, loops into songs.</Words>
        </YStack>
        <XStack gap={8}>
          <Press grow look="strong" label="New song" icon={Plus} onPress={() => setPanel({ kind: 'new' })} />
          <Press grow look="raised" label="Bring in MIDI" icon={Import} onPress={() => input.current?.click()} />
          <input
            ref={input}
            type="file"
            accept=".mid,.midi,.kar,.rmi,audio/midi,audio/x-midi"
            aria-label="MIDI file"
            style={{ display: 'none' }}
            onChange={(event) => {
              pick(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
        </XStack>
        {panel?.kind === 'new' ? <NewSong onClose={() => setPanel(null)} onMade={open} /> : null}
        {panel?.kind === 'reading' ? <ReadingFile name={panel.name} share={panel.share} onClose={leave} /> : null}
        {panel?.kind === 'import' ? (
          <ImportPreview picked={panel.picked} onClose={leave} onMade={open} onAgain={() => input.current?.click()} />
        ) : null}
        {problem ? (
          <YStack gap={8} role="alert">
            <Words>{problem}</Words>
            <Press label="Try again" look="raised" onPress={() => setAttempt(attempt + 1)} />
          </YStack>
        ) : null}
        {songs?.length === 1 ? <Words>New here? Open {songs[0]!.name}, press Play, and tap the grid while it runs.</Words> : null}
        {songs?.length === 0 ? <Words>No songs yet. Begin with a new one, or drop a MIDI file on this page.</Words> : null}
        <YStack gap={10} role="list" $wide={{ flexDirection: 'row', flexWrap: 'wrap' }}>
          {(songs ?? []).map((song) => (
            <View key={song.id} role="listitem" $wide={{ width: '49%' }}>
              <Card song={song} now={listed?.at ?? 0} onOpen={() => open(song.id)} />
            </View>
          ))}
        </YStack>
      </YStack>
      {isDropping ? (
        <View
          position="fixed"
          top={0}
          left={0}
          right={0}
          bottom={0}
          borderWidth={4}
          borderStyle="dashed"
          borderColor="$act"
          backgroundColor="$paper"
          opacity={0.92}
          alignItems="center"
          justifyContent="center"
          pointerEvents="none"
        >
          <Title>Let go to bring the MIDI file in</Title>
        </View>
      ) : null}
    </ScrollView>
  );
}

function Card({ song, now, onOpen }: { readonly song: SongCard; readonly now: number; readonly onOpen: () => void }) {
  const bars = song.bars ? `${song.bars} ${song.bars === 1 ? 'bar' : 'bars'}` : 'empty';
  return (
    <CardFrame onPress={onOpen}>
      <XStack justifyContent="space-between" alignItems="baseline" gap={8}>
        <Title fontSize="$4" numberOfLines={1} flexShrink={1}>
          {song.name}
        </Title>
        <Words small faded>
          {ago(song.changedAt, now)}
        </Words>
      </XStack>
      <Miniature tracks={song.tracks} />
      <Words small faded textAlign="left">
        {song.bpm} bpm · {song.meter} · {bars}
        {song.tracks.length ? ` · ${song.tracks.map(({ name }) => name).join(', ')}` : ''}
      </Words>
    </CardFrame>
  );
}

/** How long ago, in words: "just now", "3 h ago", then the date. */
function ago(at: number, now: number): string {
  const minutes = Math.floor((now - at) / 60_000);
  if (minutes < 2) return 'just now';
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 24 * 60) return `${Math.floor(minutes / 60)} h ago`;
  return new Date(at).toLocaleDateString();
}
