import { counted, MOST_PHRASE_NOTES } from '@yibbo/core';
import { useMemo, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { phraseToSave, savePhrase, type ShelfSource } from '../../acts/song/shelf';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { TextField } from '../../controls/TextField';
import { Words } from '../../controls/words';
import { selectPart } from '../../state/session/selectors';
import type { SectionOf } from '../../state/session/session';
import { useAppDispatch, useAppSelector, useAppStore } from '../../state/store';
import { aboutPhrase } from './shelf-words';

interface SavePhraseProps {
  readonly saves: SectionOf | null;
  readonly onSaved: () => void;
}

/** Puts the selected notes, the pattern or a section on the shelf, by a name and tags. */
export function SavePhrase({ saves, onSaved }: SavePhraseProps) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const document = useAppSelector((state) => state.song.document);
  const selected = useAppSelector((state) => state.session.selected);
  const placementId = useAppSelector((state) => selectPart(state)?.placement.id ?? state.session.placementIds[0]);
  const offered = [
    ...(saves ? [{ value: 'stretch' as const, name: 'The section' }] : []),
    ...(selected.length > 0 ? [{ value: 'notes' as const, name: counted(selected.length, 'note') }] : []),
    ...(placementId ? [{ value: 'pattern' as const, name: 'The pattern' }] : []),
  ];
  const [source, setSource] = useState<ShelfSource | null>(offered[0]?.value ?? null);
  const found = useMemo(
    () => (source && document ? phraseToSave(store.getState(), source, saves) : null),
    // The selection is read from the store.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [source, document, selected, placementId, saves, store],
  );
  const [name, setName] = useState('');
  const [tags, setTags] = useState('');
  if (offered.length === 0)
    return <Words small>Open a pattern, select a placement, or open a section: then it can be put on the shelf from here.</Words>;
  const phrase = found === 'too many' ? null : found;
  const wanted = name.trim() || phrase?.parts[0]?.name || 'Phrase';
  const save = () => {
    if (!phrase) return;
    dispatch(savePhrase(phrase, wanted, tags));
    onSaved();
  };
  return (
    <>
      <Choices title="What to put there" options={offered} value={source} onChange={setSource} />
      <Words small faded aria-live="polite">
        {phrase
          ? `${aboutPhrase(phrase)} · ${counted(
              phrase.parts.reduce((sum, { notes }) => sum + notes.length, 0),
              'note',
            )}`
          : found
            ? `That is more than ${MOST_PHRASE_NOTES} notes. Choose a shorter stretch.`
            : 'There are no notes in it yet.'}
      </Words>
      <XStack gap={6} alignItems="center" flexWrap="wrap">
        <TextField label="Name of the phrase" placeholder={wanted} value={name} width={150} most={200} onChange={setName} onEnter={save} />
        <TextField label="Tags of the phrase" placeholder="tags" value={tags} width={130} most={200} onChange={setTags} onEnter={save} />
        <Press label="Put it on the shelf" look="strong" disabled={!phrase} onPress={save} />
      </XStack>
    </>
  );
}
