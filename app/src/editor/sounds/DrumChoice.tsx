import { similarDrums, drumFor, drumOf, soundById, type DrumChoice as Choice, type Track } from '@yibbo/core';
import { useMemo } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { useTriedSound } from './useTriedSound';
import { TriedLine } from './TriedLine';
import { hitOf } from './phrase';

/** The drum of one row alone: those most like it first, tried in what plays. */
export default function DrumChoice({ track, pitch }: { readonly track: Track; readonly pitch: number }) {
  const phrase = useMemo(() => hitOf(pitch), [pitch]);
  const { tried, tryOut, keep, drop } = useTriedSound(track, phrase);
  const kit = soundById(track.soundId, 'drums');
  if (kit.kind !== 'drums') return null;
  const others = track.otherDrums ?? [];
  const there = others.find((each) => each.pitch === pitch);
  const own = drumFor(kit, pitch);
  const ownPitch = Number(Object.keys(kit.drums).find((key) => kit.drums[Number(key)] === own));
  const from = there ? { kitId: there.kitId, pitch: there.drum } : { kitId: kit.id, pitch: ownPitch };
  const choices: Choice[] = [...(there ? [{ kitId: kit.id, pitch: ownPitch }] : []), ...similarDrums(from)];
  const rest = others.filter((each) => each.pitch !== pitch);
  const choose = (choice: Choice) => {
    const isOwn = choice.kitId === kit.id && choice.pitch === ownPitch;
    const next = isOwn ? rest : [...rest, { pitch, kitId: choice.kitId, drum: choice.pitch }];
    tryOut({ id: keyOf(choice), name: nameOf(choice), fields: { otherDrums: next.length > 0 ? next : undefined } });
  };
  return (
    <>
      <TriedLine name={tried?.name ?? null} was={nameOf(from)} onKeep={keep} onDrop={drop} />
      <XStack gap={4} flexWrap="wrap">
        {choices.map((choice) => (
          <Press
            key={keyOf(choice)}
            label={nameOf(choice)}
            look={tried?.id === keyOf(choice) ? 'on' : 'raised'}
            pressed={tried?.id === keyOf(choice)}
            onPress={() => choose(choice)}
          />
        ))}
      </XStack>
    </>
  );
}

function keyOf({ kitId, pitch }: Choice): string {
  return `${kitId} ${pitch}`;
}

/** "Soft kick, Shanty kit". */
function nameOf(choice: Choice): string {
  return `${drumOf(choice)?.name ?? ''}, ${soundById(choice.kitId, 'drums').name}`;
}
