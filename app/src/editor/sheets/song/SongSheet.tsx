import { bpmAt, hashText, type Song } from '@yibbo/core';
import type { ExportMode } from '@yibbo/core/midi';
import Dice from 'lucide-react/dist/esm/icons/dices.mjs';
import { XStack } from '@tamagui/stacks';
import { NameField } from '../../../controls/NameField';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { Words } from '../../../controls/words';
import { editEntity, setBpm } from '../../../acts/document/edits';
import { useEffects } from '../../../state/effects';
import { askingSet } from '../../../state/session/session';
import { SheetFrame, SheetLine } from '../SheetFrame';
import { openSheet } from '../../../acts/open-sheet';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { linkWords } from '../../../sync/link';
import { sendMidi } from '../../../acts/send-midi';
import { sendSongFile } from '../../../acts/send-song-file';
import { selectPart } from '../../../state/session/selectors';

/** The whole song's sheet: whether it is saved, its tempo, levels, how it leaves. */
export function SongSheet({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const link = useAppSelector(({ song }) => linkWords(song));
  if (!document) return null;
  const send = (mode: ExportMode) => () => void dispatch(sendMidi(mode));
  return (
    <SheetFrame title={document.song.name} note={link} isPanel={isPanel}>
      <TempoLine />
      <SheetLine title="Name">
        <NameField
          of="the song"
          name={document.song.name}
          onKeep={(name) => dispatch(editEntity(`Song named ${name}`, 'song', document.song, { name }))}
        />
      </SheetLine>
      <SheetLine title="Tracks">
        <Press look="raised" label="Levels" onPress={() => dispatch(openSheet({ kind: 'levels' }))} />
        <Press look="raised" label="History" onPress={() => dispatch(openSheet({ kind: 'history' }))} />
        <Press look="raised" label="Shelf …" onPress={() => dispatch(openSheet({ kind: 'shelf' }))} />
        <Press look="raised" label="Recordings …" onPress={() => dispatch(openSheet({ kind: 'recordings' }))} />
      </SheetLine>
      <SeedLine song={document.song} />
      <SheetLine title="Send out">
        <Press look="raised" label="WAV file …" shown="WAV …" onPress={() => dispatch(openSheet({ kind: 'wav' }))} />
        <Press look="raised" label="MIDI, as heard" onPress={send('heard')} />
        <Press look="raised" label="MIDI, as written" onPress={send('written')} />
        <Press look="raised" label="Song file" onPress={() => dispatch(sendSongFile(false))} />
        <Press look="raised" label="Song file, with its history" shown="with its history" onPress={() => dispatch(sendSongFile(true))} />
      </SheetLine>
      <SheetLine title="Help">
        <Press look="raised" label="What is this?" onPress={() => dispatch(askingSet(true))} />
        <Press look="raised" label="Search the help" shown="Search" onPress={() => dispatch(openSheet({ kind: 'help' }))} />
      </SheetLine>
      <Words small faded>
        As heard leaves out what is muted; as written has every note, and gives an imported file its own numbers back. A song file has
        everything, recordings too, to be brought in elsewhere.
      </Words>
    </SheetFrame>
  );
}

/** The seed of all chance in the song: the same seed, the same song. */
function SeedLine({ song }: { readonly song: Song }) {
  const dispatch = useAppDispatch();
  const { newId } = useEffects();
  return (
    <SheetLine title="Chance">
      <Press
        look="raised"
        label={`Seed ${song.seed}: draw all chance anew`}
        shown={`Seed ${song.seed}`}
        icon={Dice}
        onPress={() => dispatch(editEntity('Draw chance anew', 'song', song, { seed: hashText(newId()) }))}
      />
    </SheetLine>
  );
}

/** The tempo where the open pattern begins, or the song, to a tenth. */
export function useBpm(): number {
  const bpm = useAppSelector((state) => bpmAt(state.song.document?.song.tempos ?? [], selectPart(state)?.placement.start ?? 0));
  return Math.round(bpm * 10) / 10;
}

function TempoLine() {
  const dispatch = useAppDispatch();
  const bpm = useBpm();
  const by = (change: number) => () => dispatch(setBpm(Math.round(bpm) + change));
  return (
    <SheetLine title="Tempo">
      <XStack gap={4} alignItems="center">
        <Press label="Tempo 10 down" shown="−10" look="raised" disabled={bpm < 30} onPress={by(-10)} />
        <Stepper
          title="Tempo"
          shown={`${bpm} bpm`}
          width={72}
          canLower={bpm > 20}
          canRaise={bpm < 300}
          onStep={(direction) => by(direction)()}
        />
        <Press label="Tempo 10 up" shown="+10" look="raised" disabled={bpm > 290} onPress={by(10)} />
      </XStack>
    </SheetLine>
  );
}
