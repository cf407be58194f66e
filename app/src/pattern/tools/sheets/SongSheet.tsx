import type { ExportMode } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { Words } from '../../../controls/words';
import { setBpm } from '../../../document/edits';
import type { OpenPart } from '../../../session/selectors';
import { noticeSet } from '../../../session/session';
import { useAppDispatch, useAppSelector } from '../../../store';
import { linkWords } from '../../../sync/link';
import { downloadMidi } from '../../../transfer/download';
import { useBpm } from '../../screen/TopRow';
import { SheetFrame, SheetLine } from './SheetFrame';

/** What belongs to the whole song: whether it is saved, its tempo, how it leaves. */
export function SongSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const link = useAppSelector(({ song }) => linkWords(song));
  if (!document) return null;
  const send = (mode: ExportMode) => () => dispatch(noticeSet(downloadMidi(document, mode)));
  return (
    <SheetFrame title={document.song.name} note={link} isPanel={isPanel}>
      <TempoLine part={part} />
      <SheetLine title="Send out">
        <Press look="raised" label="MIDI file, as heard" shown="MIDI, as heard" onPress={send('heard')} />
        <Press look="raised" label="MIDI file, as written" shown="MIDI, as written" onPress={send('written')} />
      </SheetLine>
      <Words small faded>
        As heard leaves out what is muted; as written has every note, and gives an imported file its own numbers back.
      </Words>
    </SheetFrame>
  );
}

function TempoLine({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const bpm = useBpm(part);
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
