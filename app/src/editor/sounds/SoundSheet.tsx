import { findById, soundById, type Id, type Track } from '@yibbo/core';
import Star from 'lucide-react/dist/esm/icons/star.mjs';
import { useState, type ReactNode } from 'react';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { useEffects } from '../../state/effects';
import { favouriteSoundsOf } from '../../state/belongings/things';
import { SheetFrame } from '../sheets/SheetFrame';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { Words } from '../../controls/words';
import OneShotLines from '../recordings/OneShotLines';
import { OwnSoundLines } from './OwnSoundLines';
import { OpensWith } from './OpensWith';
import { SoundFinder, type Offered } from './SoundFinder';
import { SoundSettings } from './SoundSettings';
import { TriedLine } from './TriedLine';
import { useTriedSound } from './useTriedSound';
import { putThings } from '../../acts/belongings/put-things';

type Part = 'choose' | 'set' | 'recorded' | 'opens' | 'own';
const PARTS: readonly { readonly value: Part; readonly name: string; readonly label?: string }[] = [
  { value: 'choose', name: 'Choose' },
  { value: 'set', name: 'Set' },
  { value: 'recorded', name: 'Recorded', label: 'Recorded: a file of your own' },
  { value: 'opens', name: 'Opens', label: 'Opens with another track' },
  { value: 'own', name: 'Save' },
];

/** A track's sound: choose another, set it, save it as one's own. */
export default function SoundSheet({ trackId, isPanel }: { readonly trackId: Id; readonly isPanel: boolean }) {
  const track = useAppSelector((state) => findById(state.song.document?.tracks ?? [], trackId));
  const [part, setPart] = useState<Part>('choose');
  if (!track) return null;
  const parts = <Choices title="What of the sound" options={PARTS} value={part} onChange={setPart} />;
  return (
    <SheetFrame title={`Sound of ${track.name}`} isPanel={isPanel}>
      {part === 'choose' ? <ChoosePart key={trackId} track={track} parts={parts} /> : parts}
      {part === 'set' ? <SoundSettings key={trackId} track={track} /> : null}
      {part === 'recorded' ? <Recorded track={track} /> : null}
      {part === 'opens' ? <OpensWith key={trackId} track={track} /> : null}
      {part === 'own' ? <OwnSoundLines key={trackId} track={track} /> : null}
    </SheetFrame>
  );
}

/** A pitched track plays one file at the pitch of its notes; each row of a kit one of its own. */
function Recorded({ track }: { readonly track: Track }) {
  if (track.kind === 'pitched') return <OneShotLines track={track} pitch={null} />;
  const named = new Map(track.rows.map(({ pitch, name }) => [pitch, name]));
  const own = (track.oneShots ?? []).map(({ pitch = 0, file }) => `${named.get(pitch) ?? `key ${pitch}`}: ${file.name}`);
  return (
    <Words small faded>
      {own.length > 0 ? `Rows that play a file: ${own.join(', ')}. ` : ''}Each row of a kit can play a file of its own: open the row (Row
      …), and choose Play a file; or drop a file on the row in Steps.
    </Words>
  );
}

/** Taking another sound lets go of how the one before was set; drums that were changed stay changed. */
const PLAIN = { setting: undefined, octave: undefined } as const;

function ChoosePart({ track, parts }: { readonly track: Track; readonly parts: ReactNode }) {
  const { tried, tryOut, keep, drop } = useTriedSound(track);
  const there = soundById(track.soundId, track.kind);
  const triedId = tried?.fields.soundId ?? track.soundId;
  const choose = ({ id, name, fields }: Offered) => tryOut({ id, name, fields: { ...PLAIN, ...fields } });
  return (
    <>
      <SoundFinder
        kind={track.kind}
        like={soundById(triedId, track.kind)}
        chosenId={tried?.id ?? track.soundId}
        before={parts}
        tried={<TriedLine name={tried?.name ?? null} was={there.name} onKeep={keep} onDrop={drop} />}
        onChoose={choose}
      />
      <XStack>
        <FavouritePress soundId={triedId} name={soundById(triedId, track.kind).name} />
      </XStack>
    </>
  );
}

function FavouritePress({ soundId, name }: { readonly soundId: string; readonly name: string }) {
  const dispatch = useAppDispatch();
  const { now } = useEffects();
  const favourites = useAppSelector(favouriteSoundsOf);
  const isOne = favourites.includes(soundId);
  return (
    <Press
      label={isOne ? `${name} is a favourite: no longer` : `Make ${name} a favourite`}
      icon={Star}
      shown={isOne ? `${name} is a favourite` : `Make ${name} a favourite`}
      look={isOne ? 'on' : 'raised'}
      pressed={isOne}
      onPress={() => dispatch(putThings([{ kind: 'favourite', id: soundId, value: isOne ? null : { at: now() } }]))}
    />
  );
}
