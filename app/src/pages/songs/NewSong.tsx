import { FIRST_SOUNDS } from '@yibbo/core';
import { useRef, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Panel } from '../../controls/Panel';
import { Press } from '../../controls/Press';
import { TextField } from '../../controls/TextField';
import { Words } from '../../controls/words';
import { makeSong } from '../../acts/song/made-here';
import { useEffects } from '../../state/effects';

interface NewSongProps {
  readonly onClose: () => void;
  /** The song is there; `soundId` is what its first track is to have. */
  readonly onMade: (id: string, soundId?: string) => void;
}

/** A name, which can stay empty, and what comes first; then the song is there. */
export function NewSong({ onClose, onMade }: NewSongProps) {
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const effects = useEffects();
  const isMaking = useRef(false);
  const make = (soundId?: string) => {
    // A second press on the way is no second song.
    if (isMaking.current) return;
    isMaking.current = true;
    makeSong(name.trim() || 'New song', effects).then(
      (id) => onMade(id, soundId),
      (error: Error) => {
        isMaking.current = false;
        setProblem(error.message);
      },
    );
  };
  return (
    <Panel label="New song">
      <Words small faded>
        Name (can stay empty)
      </Words>
      <TextField
        label="Name of the song"
        value={name}
        placeholder="New song"
        most={200}
        isFocused
        onChange={setName}
        onEnter={() => make()}
      />
      <Words small faded>
        What comes first? Choose a sound, or create the song empty.
      </Words>
      <XStack gap={4} flexWrap="wrap">
        {FIRST_SOUNDS.map((sound) => (
          <Press key={sound.id} label={sound.name} look="raised" onPress={() => make(sound.id)} />
        ))}
      </XStack>
      {problem ? <Words role="alert">{problem}</Words> : null}
      <XStack gap={8}>
        <Press grow look="raised" label="Cancel" onPress={onClose} />
        <Press grow look="strong" label="Create song" onPress={() => make()} />
      </XStack>
    </Panel>
  );
}
