import { usePathname, useRouter } from 'expo-router';
import { useCallback, useEffect, type ReactNode } from 'react';
import { YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Title, Words } from '../../controls/words';
import { AskingLayer } from '../../editor/help/AskingLayer';
import { useStopAtLeaving } from '../../editor/playback/useWhilePlaying';
import { useEffects } from '../../state/effects';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { useFileDrop } from '../../controls/useFileDrop';
import { useLater } from '../../controls/useLater';
import { takeDroppedSound } from '../../acts/song/dropped-sound';
import { isSoundFile } from '../../acts/song/recordings';
import { switchedAtBar } from '../../acts/song/tracks';
import { useFilesOfSong } from '../../editor/recordings/useFilesOfSong';
import { noticeSet } from '../../state/session/session';
import { store } from '../../browser/storage';
import { LAST_SONG_KEY } from '../../state/addresses';
import { Unbroken } from '../broken/ErrorScreen';
import { useFollowOther } from '../../editor/screen/useFollowOther';
import { useTellHere } from './useTellHere';
import { useSongSync } from './useSongSync';
import { PAGE_HEIGHT } from '../../theme/page';

/** Asks before the page is left while something would be lost by it: unsent, and not kept in this browser either. */
function useLeaveWarning(): void {
  const isAtRisk = useAppSelector(({ song }) => song.unsent.length > 0 && !song.isKept);
  useEffect(() => {
    if (!isAtRisk) return undefined;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [isAtRisk]);
}

/** Mutes tracks that have gone out at their bar. */
function useBarSwitches(): void {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  useEffect(() => sound.watchSwitched((...told) => dispatch(switchedAtBar(...told))), [dispatch, sound]);
}

/** Takes a sound file that is dropped on the song: on a row of a kit or a pitched track it becomes their sound, elsewhere it is laid under the notes. */
function useDroppedSound(): void {
  const dispatch = useAppDispatch();
  const isOnPattern = usePathname().includes('/pattern/');
  const take = useCallback(
    (file: File | undefined, on: Element | null) => {
      if (!file) return;
      if (isSoundFile(file)) void dispatch(takeDroppedSound(file, on, isOnPattern));
      else
        dispatch(
          noticeSet(
            `${file.name} is no sound file. WAV, FLAC, OGG and MP3 can be laid under the notes; MIDI files come in on the Songs screen.`,
          ),
        );
    },
    [dispatch, isOnPattern],
  );
  useFileDrop(take);
}

/** Lays a sound file that was handed over from outside under the notes, and remembers the song as the last one opened. */
function useOpened(songId: string, isOpen: boolean): void {
  const dispatch = useAppDispatch();
  const { handedOver } = useEffects();
  useEffect(() => {
    if (!isOpen) return;
    store(LAST_SONG_KEY, { id: songId });
    const file = handedOver.take();
    if (file) void dispatch(takeDroppedSound(file, null, false));
  }, [songId, isOpen, dispatch, handedOver]);
}

/** Parts that come in scripts of their own. */
const LATER = [
  () => import('../../browser/send-midi'),
  () => import('../../editor/history/HistorySheet'),
  () => import('../../editor/help/HelpSheet'),
  () => import('../../editor/wav/WavSheet'),
  () => import('../../editor/sheets/song/OrderSheet'),
  () => import('../../editor/sheets/song/RecipesSheet'),
  () => import('../../editor/sheets/song/TreatmentsSheet'),
  () => import('../../editor/sounds/SoundSheet'),
  () => import('../../editor/shelf/ShelfSheet'),
  () => import('../../editor/recordings/RecordingsSheet'),
  () => import('../../editor/playing-in'),
  () => import('../../editor/recordings/OneShotLines'),
  () => import('../../editor/sounds/DrumChoice'),
  () => import('../../editor/sounds/MoreSounds'),
];

/** Once the song can be worked on, makes sound ready, and fetches the parts that come when they are asked for: they open at once then,
 *  without the server too. */
function useMadeReady(isOpen: boolean): void {
  const isLater = useLater();
  const { sound } = useEffects();
  useEffect(() => {
    if (!isOpen || !isLater) return;
    sound.prepare();
    for (const fetchOne of LATER) fetchOne().catch(() => undefined);
  }, [isOpen, isLater, sound]);
}

/** Keeps a song open around its screens, whichever of them is shown. */
export function OpenSong({ songId, children }: { readonly songId: string; readonly children: ReactNode }) {
  const problem = useSongSync(songId);
  useLeaveWarning();
  useStopAtLeaving();
  useBarSwitches();
  useFilesOfSong();
  useDroppedSound();
  const isOpen = useAppSelector((state) => state.song.document !== null);
  useMadeReady(isOpen);
  useOpened(songId, isOpen);
  useTellHere(songId);
  useFollowOther(songId);
  if (problem) return <Problem message={problem} />;
  if (!isOpen) return <Centred>Opening the song …</Centred>;
  return (
    <>
      <Unbroken>{children}</Unbroken>
      <AskingLayer />
    </>
  );
}

function Centred({ children }: { readonly children: ReactNode }) {
  return (
    <YStack height={PAGE_HEIGHT} backgroundColor="$paper" alignItems="center" justifyContent="center" padding={24} gap={12}>
      {typeof children === 'string' ? <Words>{children}</Words> : children}
    </YStack>
  );
}

function Problem({ message }: { readonly message: string }) {
  const router = useRouter();
  return (
    <Centred>
      <Title>The song cannot be opened</Title>
      <Words role="alert" style={{ textAlign: 'center' }}>
        {message}
      </Words>
      <Press label="Back to the songs" look="strong" onPress={() => router.navigate('/')} />
    </Centred>
  );
}
