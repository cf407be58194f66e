import { useState } from 'react';
import { Input, XStack } from 'tamagui';
import { Panel } from '../controls/Panel';
import { Press } from '../controls/Press';
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
      <Input
        autoFocus
        value={name}
        maxLength={200}
        placeholder="New song"
        aria-label="Name of the song"
        onChangeText={setName}
        onSubmitEditing={make}
        minHeight="$touch"
        paddingHorizontal={10}
        fontFamily="$body"
        fontSize="$3"
        color="$ink"
        backgroundColor="$paper"
        borderWidth={1}
        borderColor="$lineStrong"
      />
      {problem ? <Words role="alert">{problem}</Words> : null}
      <XStack gap={8}>
        <Press grow look="raised" label="Leave it" onPress={onClose} />
        <Press grow look="strong" label="Make the song" onPress={make} />
      </XStack>
    </Panel>
  );
}
