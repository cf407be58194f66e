import type { KnownPhrase } from '@yibbo/core';
import { useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { removePhrase, renamePhrase, sendPhraseOut } from '../../acts/song/shelf';
import { Press } from '../../controls/Press';
import { TextField } from '../../controls/TextField';
import { useAppDispatch } from '../../state/store';

/** Actions on a phrase besides bringing it in: send it out; rename or remove one of your own. */
export function OwnPhrase({ known }: { readonly known: KnownPhrase }) {
  const dispatch = useAppDispatch();
  const { phrase, isOwn } = known;
  const [name, setName] = useState(phrase.name);
  const [tags, setTags] = useState(phrase.tags.join(' '));
  const isChanged = name.trim() !== phrase.name || tags.trim() !== phrase.tags.join(' ');
  return (
    <>
      <XStack gap={4} flexWrap="wrap">
        <Press
          label={`Send out ${phrase.name}`}
          shown="Send out"
          look="raised"
          onPress={() => void dispatch(sendPhraseOut(known, 'file'))}
        />
        <Press
          label={`Send out ${phrase.name} as MIDI`}
          shown="as MIDI"
          look="raised"
          onPress={() => void dispatch(sendPhraseOut(known, 'midi'))}
        />
        {isOwn ? (
          <Press
            label={`Take off the shelf: ${phrase.name}`}
            shown="Take off"
            look="raised"
            onPress={() => dispatch(removePhrase(known))}
          />
        ) : null}
      </XStack>
      {isOwn ? (
        <XStack gap={4} flexWrap="wrap" alignItems="center">
          <TextField label="Name of the phrase" value={name} width={130} most={200} onChange={setName} />
          <TextField label="Tags of the phrase" placeholder="tags" value={tags} width={110} most={200} onChange={setTags} />
          <Press
            label="Keep name and tags"
            shown="Keep"
            look="raised"
            disabled={!isChanged}
            onPress={() => dispatch(renamePhrase(known, name, tags))}
          />
        </XStack>
      ) : null}
    </>
  );
}
