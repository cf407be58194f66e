import { useRouter } from 'expo-router';
import Plus from 'lucide-react/dist/esm/icons/plus.mjs';
import Import from 'lucide-react/dist/esm/icons/file-input.mjs';
import Cog from 'lucide-react/dist/esm/icons/settings.mjs';
import { useCallback, useRef, useState } from 'react';
import { View } from '@tamagui/core';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { FileInput } from '../../controls/FileInput';
import { Press } from '../../controls/Press';
import { SearchField } from '../../controls/SearchField';
import { Title, Words } from '../../controls/words';
import { DeletedSongs } from './DeletedSongs';
import { foundSongs, namesInShort, MANY_SONGS, SONG_ORDERS, type SongOrder } from './found-songs';
import { ImportPreview, ReadingFile } from './ImportPreview';
import { InstallOffer } from './InstallOffer';
import { NewSong } from './NewSong';
import { useBegun } from './useBegun';
import { NewerBar } from '../../editor/screen/KeepingBar';
import { isSoundFile } from '../../acts/song/recordings';
import { makeSong } from '../../acts/song/made-here';
import { useEffects } from '../../state/effects';
import { useFileDrop } from '../../controls/useFileDrop';
import { readMidiFile, type PickedFile } from './pick-file';
import { ServerNotice } from './ServerNotice';
import { SongCard } from './SongCard';
import { songAddress } from '../../state/addresses';
import { useSongs, type Songs } from './useSongs';
import { PAGE_HEIGHT } from '../../theme/page';

type PanelState =
  | { readonly kind: 'new' }
  | { readonly kind: 'reading'; readonly name: string; readonly share: number }
  | { readonly kind: 'import'; readonly picked: PickedFile }
  | null;

/** The panel above the songs, and the reading of a file that is to be brought in. */
function usePanel() {
  const [panel, setPanel] = useState<PanelState>(null);
  const reading = useRef<AbortController | null>(null);
  const close = useCallback(() => {
    reading.current?.abort();
    setPanel(null);
  }, []);
  const pick = useCallback(
    (file: File | undefined) => {
      if (!file) return;
      close();
      const mine = new AbortController();
      reading.current = mine;
      const progress = (share: number) => mine.signal.aborted || setPanel({ kind: 'reading', name: file.name, share });
      progress(0);
      void readMidiFile(file, progress, mine.signal).then((picked) => mine.signal.aborted || setPanel({ kind: 'import', picked }));
    },
    [close],
  );
  return { panel, close, pick, openNew: () => setPanel({ kind: 'new' }) };
}

/** Every song there is, newest first; a new one, one from a MIDI file, or the demo to begin with. */
export function SongsScreen() {
  const router = useRouter();
  const songs = useSongs();
  const { panel, close, pick, openNew } = usePanel();
  const input = useRef<HTMLInputElement>(null);
  const open = (id: string, soundId?: string) => router.navigate(songAddress(id, soundId));
  const takeSound = useSongOfSound(open, songs.say);
  const take = (file: File | undefined) => {
    if (file && isSoundFile(file)) void takeSound(file);
    else if (file && isSongFile(file)) songs.takeFile(file);
    else pick(file);
  };
  const isDropping = useFileDrop(take);
  useBegun({ onNew: openNew, onLast: open, onFile: take });
  const choose = () => input.current?.click();

  return (
    <ScrollView height={PAGE_HEIGHT} backgroundColor="$paper">
      <YStack width="100%" maxWidth={1080} alignSelf="center" padding={16} gap={16} render="main">
        <Heading onSettings={() => router.navigate('/settings')} />
        <NewerBar />
        <ServerNotice />
        <XStack gap={8}>
          <Press grow look="strong" label="New song" icon={Plus} onPress={openNew} />
          <Press grow look="raised" label="Bring in MIDI, or a song file" shown="Bring in" icon={Import} onPress={choose} />
          <FileInput
            input={input}
            label="MIDI file"
            accept=".mid,.midi,.kar,.rmi,.zip,audio/midi,audio/x-midi,application/zip,.wav,.flac,.ogg,.mp3"
            onFile={take}
          />
        </XStack>
        {panel?.kind === 'new' ? <NewSong onClose={close} onMade={open} /> : null}
        {panel?.kind === 'reading' ? <ReadingFile name={panel.name} share={panel.share} onClose={close} /> : null}
        {panel?.kind === 'import' ? <ImportPreview picked={panel.picked} onClose={close} onMade={open} onAgain={choose} /> : null}
        <Said songs={songs} />
        <SongList songs={songs} onOpen={open} />
        <DeletedSongs songs={songs} />
        {songs.listed?.songs.length ? <InstallOffer /> : null}
      </YStack>
      {isDropping ? <DropHint /> : null}
    </ScrollView>
  );
}

/** Makes a song of a sound file: named for it, with the file laid under the notes once it is open. */
function useSongOfSound(open: (id: string) => void, say: (words: string) => void) {
  const effects = useEffects();
  return (file: File) =>
    makeSong(file.name.replace(/\.[^.]*$/, '').slice(0, 200) || 'New song', effects).then(
      (id) => {
        effects.handedOver.give(file);
        open(id);
      },
      (error: Error) => say(error.message),
    );
}

/** Whether a file seems to be a song file, by its type or its name. */
function isSongFile({ type, name }: File): boolean {
  return type.includes('zip') || /\.zip$/i.test(name);
}

function Heading({ onSettings }: { readonly onSettings: () => void }) {
  return (
    <XStack alignItems="flex-start" justifyContent="space-between" gap={8}>
      <YStack flexShrink={1}>
        <Title as="h1" style={{ fontSize: 28, lineHeight: '32px' }}>
          Yibbo
        </Title>
        <Words faded>Patterns by finger, loops into songs.</Words>
      </YStack>
      <Press label="Settings" icon={Cog} iconOnly onPress={onSettings} />
    </XStack>
  );
}

const AWAY = 'The server is away. The songs below are kept on this device: they open, and what you change is sent once it is back.';

/** The last failure or act, with the way on or back. */
function Said({ songs: { problem, listed, tryAgain, done, undo } }: { readonly songs: Songs }) {
  if (problem)
    return (
      <YStack gap={8} role="alert">
        <Words>{listed?.notHere && listed.songs.length ? AWAY : problem}</Words>
        <Press label="Try again" look="raised" onPress={tryAgain} />
      </YStack>
    );
  if (!done) return null;
  return (
    <XStack role="alert" alignItems="center" gap={8} paddingLeft={10} backgroundColor="$ink" borderRadius="$2">
      <Words colour="paper" style={{ flexShrink: 1, flexGrow: 1 }}>
        {done.words}
      </Words>
      {done.deletedId ? <Press label="Undo" look="raised" onPress={undo} /> : null}
    </XStack>
  );
}

function SongList({ songs, onOpen }: { readonly songs: Songs; readonly onOpen: (id: string) => void }) {
  const { listed } = songs;
  const [sought, setSought] = useState('');
  const [order, setOrder] = useState<SongOrder>('changed');
  const all = listed?.songs ?? [];
  const isMany = all.length >= MANY_SONGS;
  const shown = isMany ? foundSongs(all, sought, order) : all;
  return (
    <>
      {all.length === 1 && !listed?.notHere ? (
        <Words>New here? Open {all[0]!.name}, press Play, and tap the grid while it runs.</Words>
      ) : null}
      {listed && all.length === 0 && !listed.notHere ? (
        <Words>No songs yet. Begin with a new one, or drop a MIDI file on this page.</Words>
      ) : null}
      {isMany ? <SongFinder sought={sought} onSought={setSought} order={order} onOrder={setOrder} /> : null}
      {isMany && shown.length === 0 ? <Words role="status">No song or track has “{sought.trim()}” in its name.</Words> : null}
      <YStack gap={10} role="list" $wide={{ flexDirection: 'row', flexWrap: 'wrap' }}>
        {shown.map((song) => (
          <View key={song.id} role="listitem" $wide={{ width: '49%' }}>
            <SongCard song={song} now={listed?.at ?? 0} songs={songs} onOpen={() => onOpen(song.id)} />
          </View>
        ))}
      </YStack>
      {listed?.notHere?.length ? (
        <Words faded>Not kept on this device: {namesInShort(listed.notHere)}. They open once the server is back.</Words>
      ) : null}
    </>
  );
}

interface SongFinderProps {
  readonly sought: string;
  readonly onSought: (sought: string) => void;
  readonly order: SongOrder;
  readonly onOrder: (order: SongOrder) => void;
}

const ORDER_NAMES: Readonly<Record<SongOrder, string>> = { changed: 'Last changed', name: 'Name', tempo: 'Tempo' };

/** A line to search in and the order of the songs, once there are many. */
function SongFinder({ sought, onSought, order, onOrder }: SongFinderProps) {
  return (
    <YStack gap={6} role="group" aria-label="Find a song">
      <SearchField label="Search songs" placeholder="Search songs and tracks" value={sought} onChange={onSought} />
      <Choices title="Order" options={SONG_ORDERS.map((value) => ({ value, name: ORDER_NAMES[value] }))} value={order} onChange={onOrder} />
    </YStack>
  );
}

function DropHint() {
  return (
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
  );
}
