import { useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Panel } from '../controls/Panel';
import { Press } from '../controls/Press';
import { TextField } from '../controls/TextField';
import { Words } from '../controls/words';
import { api } from '../sync/api';

/** A name, then the song is there. */
export function NewSong({ onClose, onMade }: { readonly onClose: () => void; readonly onMade: (id: string) => void }) {
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const make = () =>
    api.create(name.trim() || 'New song').then(
      ({ id }) => onMade(id),
      (error: Error) => setProblem(error.message),
    );
  return (
    <Panel label="New song">
      <Words small faded>
        Name (can stay empty)
      </Words>
      <TextField label="Name of the song" value={name} placeholder="New song" most={200} isFocused onChange={setName} onEnter={make} />
      {problem ? <Words role="alert">{problem}</Words> : null}
      <XStack gap={8}>
        <Press grow look="raised" label="Cancel" onPress={onClose} />
        <Press grow look="strong" label="Create song" onPress={make} />
      </XStack>
    </Panel>
  );
}
