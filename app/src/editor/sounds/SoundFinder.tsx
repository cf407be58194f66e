import { similarSounds, FAMILIES, SOUNDS, type Family, type Sound, type SoundFields, type Track } from '@yibbo/core';
import { useMemo, useState, type ReactNode } from 'react';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { SearchField } from '../../controls/SearchField';
import { Words } from '../../controls/words';
import { forgivingIndex } from '../help/forgiving-index';
import { favouriteSoundsOf, ownSoundsOf, type OwnSound } from '../../state/belongings/things';
import { useAppSelector } from '../../state/store';
import { FAMILY_WORDS } from './sound-words';

/** A sound that can be chosen, ours or one's own, and what it makes of a track. */
export interface Offered {
  readonly id: string;
  readonly name: string;
  readonly sound: Sound | null;
  readonly fields: Partial<SoundFields>;
}

type Kind = Family | 'like' | 'favourites' | 'own';

interface SoundFinderProps {
  /** Only of this kind of track; absent means both. */
  readonly kind?: Track['kind'];
  /** The sound that "like this" compares with. */
  readonly like?: Sound;
  readonly chosenId: string | null;
  /** Whether those that were made here are among them. */
  readonly offersOwn?: boolean;
  /** Content beside the search, and below it. */
  readonly before?: ReactNode;
  readonly tried?: ReactNode;
  readonly onChoose: (offered: Offered) => void;
}

/** Sounds by what they are for, by a word, by likeness, or those that were marked or made here. */
export function SoundFinder({ kind, like, chosenId, offersOwn = true, before, tried, onChoose }: SoundFinderProps) {
  const [typed, setTyped] = useState('');
  const [shown, setShown] = useState<Kind>(like?.family ?? 'keys');
  const favourites = useAppSelector(favouriteSoundsOf);
  const own = useAppSelector(ownSoundsOf);
  const sounds = useMemo(() => SOUNDS.filter((sound) => kind === undefined || sound.kind === kind), [kind]);
  const found = useFound(sounds, typed);
  const families = FAMILIES.filter((family) => sounds.some((sound) => sound.family === family));
  const options: { value: Kind; name: string; label?: string }[] = [
    ...families.map((family) => ({ value: family, name: FAMILY_WORDS[family].name })),
    ...(like ? [{ value: 'like' as const, name: 'More like this' }] : []),
    ...(favourites.length > 0 ? [{ value: 'favourites' as const, name: 'Favourites' }] : []),
    ...(offersOwn && own.length > 0 ? [{ value: 'own' as const, name: 'My own' }] : []),
  ];
  const offered = typed.trim() ? found.map(offerOf) : offeredOf(shown, { sounds, like, favourites, own, kind });
  return (
    <>
      <XStack gap={6} alignItems="center">
        {before}
        <SearchField label="Search the sounds" value={typed} placeholder="Search" width={104} onChange={setTyped} />
      </XStack>
      {tried}
      <XStack gap={6} alignItems="center">
        <Choices
          title="Kind of sound"
          options={options}
          value={typed.trim() ? null : shown}
          onChange={(to) => (setTyped(''), setShown(to))}
        />
      </XStack>
      <XStack gap={4} flexWrap="wrap" role="group" aria-label="Sounds">
        {offered.map((each) => (
          <Press
            key={each.id}
            label={each.name}
            look={each.id === chosenId ? 'on' : 'raised'}
            pressed={each.id === chosenId}
            onPress={() => onChoose(each)}
          />
        ))}
        {offered.length === 0 ? (
          <Words small faded>
            No sound matches. Try another word, or choose a kind.
          </Words>
        ) : null}
      </XStack>
    </>
  );
}

function offerOf(sound: Sound): Offered {
  return { id: sound.id, name: sound.name, sound, fields: { soundId: sound.id } };
}

interface Among {
  readonly sounds: readonly Sound[];
  readonly like: Sound | undefined;
  readonly favourites: readonly string[];
  readonly own: readonly OwnSound[];
  readonly kind: Track['kind'] | undefined;
}

function offeredOf(shown: Kind, { sounds, like, favourites, own, kind }: Among): Offered[] {
  if (shown === 'like') return like ? similarSounds(like).map(offerOf) : [];
  if (shown === 'favourites') return sounds.filter(({ id }) => favourites.includes(id)).map(offerOf);
  if (shown === 'own')
    return own
      .filter((each) => kind === undefined || each.kind === kind)
      .map(({ id, name, made }) => ({ id, name, sound: null, fields: made }));
  return sounds.filter(({ family }) => family === shown).map(offerOf);
}

/** Search results, best first. */
function useFound(sounds: readonly Sound[], typed: string): Sound[] {
  const index = useMemo(
    () =>
      forgivingIndex(
        sounds.map((sound, id) => {
          const { name, words } = FAMILY_WORDS[sound.family];
          const drums = sound.kind === 'drums' ? Object.values(sound.drums).map((drum) => drum.name) : [];
          return { id, title: sound.name, words: `${name} ${words}`, text: drums.join(' ') };
        }),
      ),
    [sounds],
  );
  return useMemo(() => (typed.trim() ? index.search(typed).map(({ id }) => sounds[id as number]!) : []), [index, sounds, typed]);
}
