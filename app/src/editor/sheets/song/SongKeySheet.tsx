import { keyWords, type KeyChoice } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { KeyChoices } from '../../../controls/KeyChoices';
import { Press } from '../../../controls/Press';
import { editEntity } from '../../../acts/document/edits';
import { SheetFrame } from '../SheetFrame';
import { useAppDispatch, useAppSelector } from '../../../state/store';

/** The key of the whole song; patterns may have their own. It names and tints rows, and never changes a note. */
export function SongKeySheet({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const song = useAppSelector((state) => state.song.document!.song);
  const set = (key: KeyChoice | null) => dispatch(editEntity(key ? `Key ${keyWords(key)}` : 'No key', 'song', song, { key }));
  return (
    <SheetFrame title="Key of the song" note={song.key ? keyWords(song.key) : 'none: every row is plain'} isPanel={isPanel}>
      <KeyChoices chosen={song.key ?? null} onChange={set} />
      <XStack>
        <Press label="No key" look="raised" disabled={!song.key} onPress={() => set(null)} />
      </XStack>
    </SheetFrame>
  );
}
