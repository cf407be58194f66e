import { keyWords, suggestedKeys, type KeyChoice } from '@yibbo/core';
import { useMemo, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { KeyChoices } from '../../../controls/KeyChoices';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { editEntity } from '../../../acts/document/edits';
import { selectNotes, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { preferencesSet } from '../../../state/preferences/preferences';
import { SheetFrame } from '../SheetFrame';

/** The key of the song, or of this pattern alone. It names and tints rows; it never changes a note. */
export function KeySheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const song = useAppSelector((state) => state.song.document!.song);
  const middleOctave = useAppSelector((state) => state.preferences.middleOctave);
  const [isOwn, setOwn] = useState(part.pattern.key !== undefined);
  const chosen = (isOwn ? part.pattern.key : song.key) ?? null;
  const set = (key: KeyChoice | null) => {
    const label = key ? `Key ${keyWords(key)}` : 'No key';
    dispatch(isOwn ? editEntity(label, 'patterns', part.pattern, { key }) : editEntity(label, 'song', song, { key }));
  };
  return (
    <SheetFrame title="Key" note={part.key ? keyWords(part.key.choice) : 'none: every row is plain'} isPanel={isPanel}>
      <Suggested onChoose={set} />
      <KeyChoices chosen={chosen} onChange={set} />
      <XStack gap={4} flexWrap="wrap">
        <Press label="No key" look="raised" disabled={chosen === null} onPress={() => set(null)} />
        <Press label="Only this pattern" look={isOwn ? 'on' : 'raised'} pressed={isOwn} onPress={() => setOwn(!isOwn)} />
        <Press
          label={`Middle C is C${middleOctave}: change`}
          shown={`Middle C is C${middleOctave}`}
          look="raised"
          onPress={() => dispatch(preferencesSet({ middleOctave: middleOctave === 4 ? 3 : 4 }))}
        />
      </XStack>
    </SheetFrame>
  );
}

/** The likeliest keys of the pattern's notes, each with how many of them lie in it; none is set by itself. */
function Suggested({ onChoose }: { readonly onChoose: (key: KeyChoice) => void }) {
  const notes = useAppSelector(selectNotes);
  const keys = useMemo(() => suggestedKeys(notes), [notes]);
  if (keys.length === 0) return null;
  return (
    <XStack gap={4} flexWrap="wrap" alignItems="center" role="group" aria-label="Keys that fit the notes">
      <Words small faded>
        Fits the notes
      </Words>
      {keys.map(({ choice, inside, all }) => (
        <Press
          key={`${choice.tonic} ${choice.scale}`}
          label={`${keyWords(choice)}: ${inside} of ${all} notes`}
          look="raised"
          onPress={() => onChoose(choice)}
        />
      ))}
    </XStack>
  );
}
