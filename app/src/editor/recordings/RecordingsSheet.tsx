import type { Recording } from '@yibbo/core';
import { usePathname } from 'expo-router';
import { useRef, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { addRecording } from '../../acts/song/recordings';
import { FileInput } from '../../controls/FileInput';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { fileWords } from '../../state/recordings/sound-files';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { SheetFrame } from '../sheets/SheetFrame';
import { RecordingControls } from './RecordingControls';

/** Sound files that a recording can be made of, as the browser writes them. */
export const SOUND_FILES = '.wav,.flac,.ogg,.oga,.mp3,.m4a,audio/*';

interface RecordingsSheetProps {
  readonly recordingId: string | null;
  readonly isPanel: boolean;
}

/** Recordings under the notes: laid there, moved, cut, heard, their hits and tempo used. */
export default function RecordingsSheet({ recordingId, isPanel }: RecordingsSheetProps) {
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const isOnPattern = usePathname().includes('/pattern/');
  const recordings = useAppSelector((state) => state.song.document?.recordings ?? NONE);
  const coming = useAppSelector((state) => state.soundFiles.coming);
  const [open, setOpen] = useState<string | null>(recordingId);
  const shown = recordings.some(({ id }) => id === open) ? open : (recordings.at(-1)?.id ?? null);
  return (
    <SheetFrame
      title="Recordings"
      note="under the notes"
      isPanel={isPanel}
      isTall
      tools={<Press label="Add a recording" shown="Add" look="raised" disabled={coming !== null} onPress={() => input.current?.click()} />}
    >
      <FileInput input={input} label="Sound file" accept={SOUND_FILES} onFile={(file) => void dispatch(addRecording(file, isOnPattern))} />
      {coming ? (
        <YStack gap={4}>
          <Words small>
            {coming.doing} {coming.name} …
          </Words>
          <progress
            aria-label={`${coming.doing} ${coming.name}`}
            value={Math.round(coming.share * 100)}
            max={100}
            style={{ width: '100%' }}
          />
        </YStack>
      ) : null}
      {recordings.length === 0 && !coming ? (
        <Words small faded>
          A recording lies under the notes on their own time axis: to play along with, to find hits in, to take a tempo from. WAV, FLAC, OGG
          and MP3, up to 20 minutes. It leaves with the song only where you ask for it.
        </Words>
      ) : null}
      {recordings.map((recording) => (
        <RecordingLines key={recording.id} recording={recording} isOpen={recording.id === shown} onOpen={() => setOpen(recording.id)} />
      ))}
    </SheetFrame>
  );
}

const NONE: readonly Recording[] = [];

interface RecordingLinesProps {
  readonly recording: Recording;
  readonly isOpen: boolean;
  readonly onOpen: () => void;
}

function RecordingLines({ recording, isOpen, onOpen }: RecordingLinesProps) {
  const news = useAppSelector(({ soundFiles }) => soundFiles.files[recording.file.hash]);
  const said = fileWords(news, recording.file);
  return (
    <YStack role="group" aria-label={recording.name} borderTopWidth={1} borderColor="$line" paddingTop={4} gap={4}>
      <XStack alignItems="center" gap={6}>
        <Press label={recording.name} look={isOpen ? 'on' : 'raised'} pressed={isOpen} onPress={onOpen} />
        <Words small faded aria-live="polite" style={{ flexShrink: 1 }}>
          {said ?? lengthWords(recording)}
        </Words>
      </XStack>
      {isOpen ? <RecordingControls recording={recording} /> : null}
    </YStack>
  );
}

function lengthWords({ frames }: Recording): string {
  const seconds = Math.round(frames / 48_000);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}
