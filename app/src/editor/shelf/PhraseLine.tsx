import type { KnownPhrase } from '@yibbo/core';
import { tracksFor } from '@yibbo/core/shelf';
import { usePathname } from 'expo-router';
import Star from 'lucide-react/dist/esm/icons/star.mjs';
import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { bringPhraseIn, hearPhrase, hushPhrase, markPhrase, type BringWish } from '../../acts/song/shelf';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { selectPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { OwnPhrase } from './OwnPhrase';
import { aboutPhrase } from './shelf-words';
import { WishLines, WishWords } from './WishLines';

interface PhraseLineProps {
  readonly known: KnownPhrase;
  readonly isMarked: boolean;
  readonly isChosen: boolean;
  readonly onChoose: (isChosen: boolean) => void;
}

/** One phrase of the shelf: a press lets it be heard, and shows how it comes in. */
export function PhraseLine({ known, isMarked, isChosen, onChoose }: PhraseLineProps) {
  const dispatch = useAppDispatch();
  const { phrase } = known;
  const first = useFirstTrack(known);
  const press = () => {
    onChoose(!isChosen);
    dispatch(isChosen ? hushPhrase : hearPhrase(known, { trackId: first, fit: 'degrees' }));
  };
  return (
    <YStack role="listitem" borderBottomWidth={1} borderColor="$lineWeak">
      <XStack alignItems="center" gap={4}>
        <Press
          label={isChosen ? `End hearing ${phrase.name}` : `Hear ${phrase.name}`}
          shown={phrase.name}
          look={isChosen ? 'on' : 'quiet'}
          pressed={isChosen}
          start
          onPress={press}
        />
        <Words small faded oneLine style={{ flexGrow: 1 }}>
          {aboutPhrase(phrase)}
        </Words>
        <Press
          label={isMarked ? `${phrase.name} is a favourite` : `Make ${phrase.name} a favourite`}
          icon={Star}
          iconOnly
          look={isMarked ? 'on' : 'quiet'}
          pressed={isMarked}
          onPress={() => dispatch(markPhrase(known, !isMarked))}
        />
      </XStack>
      {isChosen ? <HowItComes key={known.id} known={known} first={first} onBrought={() => onChoose(false)} /> : null}
    </YStack>
  );
}

/** The track that a phrase goes to by itself: the open one, or the first of its kind; null for a new one. */
function useFirstTrack({ phrase }: KnownPhrase): string | null {
  return useAppSelector((state) => {
    const open = selectPart(state)?.track;
    const [part] = phrase.parts;
    if (open && open.kind === part!.kind && phrase.parts.length === 1) return open.id;
    return state.song.document ? (tracksFor(state.song.document, part!)[0]?.id ?? null) : null;
  });
}

interface HowItComesProps {
  readonly known: KnownPhrase;
  readonly first: string | null;
  readonly onBrought: () => void;
}

/** The press that brings a phrase in, and how it comes. */
function HowItComes({ known, first, onBrought }: HowItComesProps) {
  const dispatch = useAppDispatch();
  const isOnPattern = usePathname().includes('/pattern/');
  const [wish, setWish] = useState<BringWish>({ trackId: first, fit: 'degrees', where: 'here', landing: 'merge', isOnPattern });
  const [hasMore, setMore] = useState(false);
  const { name } = known.phrase;
  const change = (to: Partial<BringWish>) => {
    const next = { ...wish, ...to };
    setWish(next);
    if (next.trackId !== wish.trackId || next.fit !== wish.fit) dispatch(hearPhrase(known, next));
  };
  const bring = () => {
    dispatch(bringPhraseIn(known, wish));
    onBrought();
  };
  return (
    <YStack gap={4} paddingBottom={8} role="group" aria-label={`How ${name} comes in`}>
      <XStack gap={4} alignItems="center">
        <Press label={`Bring in ${name}`} shown="Bring in" look="strong" onPress={bring} />
        <Press
          label={hasMore ? `Fewer choices for ${name}` : `How … does ${name} come in?`}
          shown={hasMore ? 'Fewer' : 'How …'}
          look="raised"
          expanded={hasMore}
          onPress={() => setMore(!hasMore)}
        />
        <Words small faded style={{ flexShrink: 1 }}>
          <WishWords wish={wish} />
        </Words>
      </XStack>
      {hasMore ? (
        <>
          <WishLines phrase={known.phrase} wish={wish} onChange={change} />
          <OwnPhrase known={known} />
        </>
      ) : null}
    </YStack>
  );
}
