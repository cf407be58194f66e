import { counted, type ImportTracks } from '@yibbo/core';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../controls/Choices';
import { Panel } from '../controls/Panel';
import { Press } from '../controls/Press';
import { Title, Words } from '../controls/words';
import { api } from '../sync/api';
import type { PickedFile } from './pick-file';

interface ImportPreviewProps {
  readonly picked: PickedFile;
  readonly onClose: () => void;
  readonly onMade: (id: string) => void;
  readonly onAgain: () => void;
}

const TRACKS = [
  { value: 'cut', name: 'Cut where it repeats', label: 'Cut where it repeats: equal bars become linked copies' },
  { value: 'long', name: 'One long pattern', label: 'One long pattern for each track' },
] as const;

/** What a MIDI file holds, before anything is made of it. */
export function ImportPreview({ picked, onClose, onMade, onAgain }: ImportPreviewProps) {
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [tracks, setTracks] = useState<ImportTracks>('cut');
  const bringIn = (bytes: Uint8Array, name: string) => {
    setBusy(true);
    api.bringIn(bytes, name, tracks).then(
      ({ id }) => onMade(id),
      (error: Error) => {
        setBusy(false);
        setProblem(error.message);
      },
    );
  };
  return (
    <Panel label="MIDI file">
      <Title oneLine fontSize="$4">
        {picked.ok ? picked.songName : picked.name}
      </Title>
      {picked.ok ? <Contents picked={picked} /> : <Words role="alert">{picked.message}</Words>}
      {picked.ok && picked.report.tracks.length > 0 ? (
        <Choices title="Tracks" options={TRACKS} value={tracks} onChange={setTracks} />
      ) : null}
      {problem ? <Words role="alert">{problem}</Words> : null}
      <XStack gap={8}>
        <Press grow look="raised" label="Cancel" onPress={onClose} />
        {picked.ok ? (
          <Press
            grow
            look="strong"
            label={isBusy ? 'Bringing it in …' : 'Bring it in'}
            disabled={isBusy}
            onPress={() => bringIn(picked.bytes, picked.name)}
          />
        ) : (
          <Press grow look="strong" label="Choose another" onPress={onAgain} />
        )}
      </XStack>
    </Panel>
  );
}

/** While a large file is being read: how far it is, and the way out. */
export function ReadingFile({ name, share, onClose }: { readonly name: string; readonly share: number; readonly onClose: () => void }) {
  const percent = Math.round(share * 100);
  return (
    <Panel label="MIDI file">
      <Words>
        Reading {name} … {percent} %
      </Words>
      <progress aria-label={`Reading ${name}`} value={percent} max={100} style={{ width: '100%', accentColor: 'var(--act)' }} />
      <Press look="raised" label="Cancel" onPress={onClose} />
    </Panel>
  );
}

function Contents({ picked }: { readonly picked: PickedFile & { ok: true } }) {
  const { bars, bpm, meter, tracks, mended } = picked.report;
  return (
    <YStack gap={8}>
      <Words>
        {bars} {bars === 1 ? 'bar' : 'bars'} · {bpm} bpm · {meter} · {tracks.length} {tracks.length === 1 ? 'track' : 'tracks'}
      </Words>
      <YStack role="list" maxHeight={220} overflow="scroll">
        {tracks.map((track, index) => (
          <XStack
            key={index}
            role="listitem"
            justifyContent="space-between"
            gap={8}
            paddingVertical={4}
            borderBottomWidth={1}
            borderColor="$lineWeak"
          >
            <Words oneLine>{track.name}</Words>
            <Words faded small>
              {track.kind === 'drums' ? 'drums' : `channel ${track.channel}`} · {counted(track.notes, 'note')}
            </Words>
          </XStack>
        ))}
      </YStack>
      {tracks.length === 0 ? <Words>There are no notes in this file; only its tempo and meter would come in.</Words> : null}
      {mended.length ? (
        <YStack gap={2}>
          <Words strong small>
            Put right
          </Words>
          {mended.map(({ code, message }) => (
            <Words key={code} small>
              {message}
            </Words>
          ))}
        </YStack>
      ) : null}
    </YStack>
  );
}
