import { soundById, type SoundFields, type Track } from '@yibbo/core';
import { useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { TextField } from '../../controls/TextField';
import { Words } from '../../controls/words';
import { useEffects } from '../../state/effects';
import { ownSoundsOf } from '../../state/belongings/things';
import { noticeSet } from '../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { putThings } from '../../acts/belongings/put-things';

/** Saves how a track sounds as a sound of one's own, and lets go of saved ones. */
export function OwnSoundLines({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const { newId, now } = useEffects();
  const own = useAppSelector(ownSoundsOf);
  const [name, setName] = useState(`My ${soundById(track.soundId, track.kind).name.toLowerCase()}`);
  const wanted = name.trim();
  const save = () => {
    if (!wanted) return;
    // One of the same name is made anew.
    const id = own.find((each) => each.name === wanted)?.id ?? newId();
    dispatch(putThings([{ kind: 'sound', id, value: { name: wanted, kind: track.kind, made: fieldsOf(track), at: now() } }]));
    dispatch(noticeSet(`${wanted} is among your own sounds.`));
  };
  const remove = (id: string) => dispatch(putThings([{ kind: 'sound', id, value: null }]));
  return (
    <>
      <Words small faded>
        The sound with all that is set about it, under a name of your own: there in every song and on every device. Songs keep it in
        themselves.
      </Words>
      <XStack gap={6} alignItems="center" flexWrap="wrap">
        <TextField label="Name of the sound" value={name} most={60} width={170} onChange={setName} onEnter={save} />
        <Press label="Save the sound" look="strong" disabled={!wanted} onPress={save} />
      </XStack>
      {own.map((each) => (
        <XStack key={each.id} alignItems="center" gap={6}>
          <Words oneLine style={{ flexGrow: 1 }}>
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
