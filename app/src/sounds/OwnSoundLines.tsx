import { soundById, type Track } from '@yibbo/core';
import { useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../controls/Press';
import { TextField } from '../controls/TextField';
import { Words } from '../controls/words';
import { useEffects } from '../effects';
import { preferencesSet, type SoundFields } from '../preferences/preferences';
import { noticeSet } from '../session/session';
import { useAppDispatch, useAppSelector } from '../store';

/** Saves how a track sounds as a sound of one's own, and lets go of saved ones. */
export function OwnSoundLines({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const { newId } = useEffects();
  const own = useAppSelector((state) => state.preferences.ownSounds);
  const [name, setName] = useState(`My ${soundById(track.soundId, track.kind).name.toLowerCase()}`);
  const wanted = name.trim();
  const save = () => {
    if (!wanted) return;
    const made = { id: newId(), name: wanted, kind: track.kind, made: fieldsOf(track) };
    dispatch(preferencesSet({ ownSounds: [...own.filter((each) => each.name !== wanted), made] }));
    dispatch(noticeSet(`${wanted} is among your own sounds, in this browser.`));
  };
  const remove = (id: string) => dispatch(preferencesSet({ ownSounds: own.filter((each) => each.id !== id) }));
  return (
    <>
      <Words small faded>
        The sound with all that is set about it, under a name of your own. It stays in this browser; songs keep it in themselves.
      </Words>
      <XStack gap={6} alignItems="center" flexWrap="wrap">
        <TextField label="Name of the sound" value={name} most={60} width={170} onChange={setName} onEnter={save} />
        <Press label="Save the sound" look="strong" disabled={!wanted} onPress={save} />
      </XStack>
      {own.map((each) => (
        <XStack key={each.id} alignItems="center" gap={6}>
          <Words flexGrow={1} oneLine>
            {each.name}
          </Words>
          <Press label={`Delete the sound ${each.name}`} shown="Delete" look="raised" onPress={() => remove(each.id)} />
        </XStack>
      ))}
    </>
  );
}

function fieldsOf({ soundId, setting, octave, otherDrums, voiceMode }: Track): SoundFields {
  return { soundId, setting, octave, otherDrums, voiceMode };
}
