import { ago } from '../../editor/history/ago';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { useState } from 'react';
import { styled, View } from '@tamagui/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { NameField } from '../../controls/NameField';
import { Title, Words } from '../../controls/words';
import { counted, type SongCard as Card } from '@yibbo/core';
import { missingWords } from '../../state/document/missing-words';
import { EarlierDays } from './EarlierDays';
import { downloadFromServer } from '../../browser/download';
import { Miniature } from './Miniature';
import type { Songs } from './useSongs';

const CardFrame = styled(View, {
  position: 'relative',
  flexDirection: 'column',
  borderWidth: 1,
  borderStyle: 'solid',
  borderColor: '$line',
  borderRadius: '$3',
  backgroundColor: '$card',
  hoverStyle: { borderColor: '$lineStrong' },
});

const OpenFrame = styled(View, {
  render: 'button',
  flexDirection: 'column',
  alignItems: 'stretch',
  gap: 8,
  padding: 14,
  borderWidth: 0,
  borderRadius: '$3',
  backgroundColor: 'transparent',
  cursor: 'pointer',
});

interface SongCardProps {
  readonly song: Card;
  readonly now: number;
  readonly songs: Songs;
  readonly onOpen: () => void;
}

/** A song at a glance: a tap opens it, its dots have what can be done with the whole of it. */
export function SongCard({ song, now, songs, onOpen }: SongCardProps) {
  const [isOpen, setOpen] = useState(isHurt(song));
  return (
    <CardFrame>
      {song.problem === undefined ? <Glance song={song} now={now} onOpen={onOpen} /> : <Unreadable song={song} />}
      <View position="absolute" top={4} right={4}>
        <Press
          label={`More for ${song.name}`}
          icon={Dots}
          iconOnly
          pressed={isOpen}
          look={isOpen ? 'on' : 'quiet'}
          onPress={() => setOpen(!isOpen)}
        />
      </View>
      {song.problem === undefined && song.missing !== undefined ? (
        <Words role="alert" style={{ textAlign: 'left', paddingInline: 14, paddingBottom: 8 }}>
          {missingWords(song.missing)}
        </Words>
      ) : null}
      {isOpen ? <WholeSong song={song} songs={songs} onDone={() => setOpen(false)} /> : null}
    </CardFrame>
  );
}

/** Whether it cannot be read, or not all of it. */
function isHurt({ problem, missing }: Card): boolean {
  return problem !== undefined || missing !== undefined;
}

function Glance({ song, now, onOpen }: { readonly song: Card; readonly now: number; readonly onOpen: () => void }) {
  const bars = song.bars ? counted(song.bars, 'bar') : 'empty';
  const tracks = song.tracks ?? [];
  return (
    <OpenFrame onPress={onOpen}>
      <XStack justifyContent="space-between" alignItems="baseline" gap={8} paddingRight={44}>
        <Title oneLine style={{ fontSize: 18 }}>
          {song.name}
        </Title>
        <Words small faded style={{ whiteSpace: 'nowrap' }}>
          {ago(song.changedAt, now)}
        </Words>
      </XStack>
      <Miniature tracks={tracks} />
      <Words small faded style={{ textAlign: 'left' }}>
        {song.bpm === undefined ? 'Looking through it …' : `${song.bpm} bpm · ${song.meter} · ${bars}`}
        {tracks.length ? ` · ${tracks.map(({ name }) => name).join(', ')}` : ''}
      </Words>
    </OpenFrame>
  );
}

function Unreadable({ song }: { readonly song: Card }) {
  return (
    <YStack gap={8} padding={14} paddingRight={56}>
      <Title oneLine style={{ fontSize: 18 }}>
        {song.name}
      </Title>
      <Words role="alert">
        This song cannot be read as it is. A rescued copy has all of it that can be read; the song itself stays until it is deleted.
      </Words>
    </YStack>
  );
}

/** Actions on a whole song. */
function WholeSong({ song, songs, onDone }: { readonly song: Card; readonly songs: Songs; readonly onDone: () => void }) {
  const [isNaming, setNaming] = useState(false);
  const [hasDays, setDays] = useState(isHurt(song));
  const isReadable = song.problem === undefined;
  const done = (act: () => void) => () => {
    act();
    onDone();
  };
  if (isNaming) {
    return (
      <XStack gap={8} padding={8} flexWrap="wrap">
        <NameField of={song.name} name={song.name} isFocused onKeep={(name) => done(() => songs.rename(song, name))()} />
        <Press look="raised" label={`Close: name of ${song.name}`} shown="Close" onPress={onDone} />
      </XStack>
    );
  }
  return (
    <XStack gap={8} padding={8} flexWrap="wrap" role="group" aria-label={`${song.name} as a whole`}>
      {isReadable ? <Press grow look="raised" label="Rename" onPress={() => setNaming(true)} /> : null}
      {isReadable ? <Press grow look="raised" label="Duplicate" onPress={done(() => songs.copy(song))} /> : null}
      {isReadable ? null : <Press grow look="strong" label="Make a rescued copy" onPress={done(() => songs.rescue(song))} />}
      {isReadable ? null : <Press grow look="raised" label="Send out as MIDI" onPress={() => downloadFromServer(song.id)} />}
      {song.missing === undefined ? null : (
        <Press grow look="raised" label="Take it as it is" onPress={done(() => songs.takeAsWhole(song))} />
      )}
      <Press grow look="raised" label="As on another day" expanded={hasDays} onPress={() => setDays(!hasDays)} />
      <Press grow look="raised" label="Delete" onPress={done(() => songs.remove(song))} />
      {hasDays ? <EarlierDays song={song} onBring={(day) => done(() => songs.fromDay(song, day))()} /> : null}
    </XStack>
  );
}
