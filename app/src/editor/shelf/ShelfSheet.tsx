import { soundById, type KnownPhrase } from '@yibbo/core';
import { READY_PHRASES } from '@yibbo/core/shelf';
import { useEffect, useMemo, useRef, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { bringPhraseFile, hushPhrase } from '../../acts/song/shelf';
import { Choices } from '../../controls/Choices';
import { FileInput } from '../../controls/FileInput';
import { Press } from '../../controls/Press';
import { SearchField } from '../../controls/SearchField';
import { Words } from '../../controls/words';
import { favouritePhrasesOf, ownPhrasesOf } from '../../state/belongings/things';
import { selectPart } from '../../state/session/selectors';
import type { SectionOf } from '../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { forgivingIndex } from '../help/forgiving-index';
import { SheetFrame } from '../sheets/SheetFrame';
import { PhraseLine } from './PhraseLine';
import { SavePhrase } from './SavePhrase';
import { aboutPhrase, ROLE_WORDS, type ShelfKind } from './shelf-words';

interface ShelfSheetProps {
  /** A section or bars that are to be put on it. */
  readonly saves: SectionOf | null;
  readonly isPanel: boolean;
}

/** The shelf: ready phrases and one's own, to be heard while the song plays and brought in; and what puts more on it. */
export default function ShelfSheet({ saves, isPanel }: ShelfSheetProps) {
  const dispatch = useAppDispatch();
  const [isSaving, setSaving] = useState(saves !== null);
  useEffect(() => () => void dispatch(hushPhrase), [dispatch]);
  return (
    <SheetFrame
      title="Shelf"
      note="phrases for any song"
      isPanel={isPanel}
      isTall
      tools={
        <Press
          label={isSaving ? 'Find on the shelf' : 'Put there, on the shelf'}
          shown={isSaving ? 'Find' : 'Put there'}
          look="raised"
          onPress={() => setSaving(!isSaving)}
        />
      }
    >
      {isSaving ? <SavePhrase saves={saves} onSaved={() => setSaving(false)} /> : <Find />}
    </SheetFrame>
  );
}

/** The kind that is shown first: what the open track could use. */
function useFirstKind(): ShelfKind {
  return useAppSelector((state) => {
    const track = selectPart(state)?.track;
    return !track || track.kind === 'drums' ? 'drums' : soundById(track.soundId, track.kind).family === 'bass' ? 'bass' : 'chords';
  });
}

function Find() {
  const dispatch = useAppDispatch();
  const input = useRef<HTMLInputElement>(null);
  const own = useAppSelector(ownPhrasesOf);
  const marked = useAppSelector(favouritePhrasesOf);
  const [kind, setKind] = useState<ShelfKind>(useFirstKind());
  const [typed, setTyped] = useState('');
  const [chosenId, setChosen] = useState<string | null>(null);
  const all = useMemo(() => [...own, ...READY_PHRASES], [own]);
  const found = useFound(all, typed);
  const shown = typed.trim() ? found : all.filter((known) => isOfKind(known, kind, marked));
  const options: { value: ShelfKind; name: string }[] = [
    ...(['drums', 'bass', 'chords', 'lead', 'fill'] as const).map((value) => ({ value, name: ROLE_WORDS[value] })),
    ...(own.some(({ phrase }) => phrase.role === 'whole') ? [{ value: 'whole' as const, name: ROLE_WORDS.whole }] : []),
    ...(marked.size > 0 ? [{ value: 'favourites' as const, name: 'Favourites' }] : []),
    ...(own.length > 0 ? [{ value: 'own' as const, name: 'My own' }] : []),
  ];
  return (
    <>
      <XStack gap={6} alignItems="center" flexWrap="wrap">
        <SearchField label="Search the shelf" value={typed} placeholder="Search" width={130} onChange={setTyped} />
        <Press label="From a file to the shelf" shown="From a file" look="raised" onPress={() => input.current?.click()} />
      </XStack>
      <FileInput
        input={input}
        label="Phrase file"
        accept=".mid,.midi,.json,audio/midi,application/json"
        onFile={(file) => void dispatch(bringPhraseFile(file))}
      />
      <Choices
        title="Kind of phrase"
        options={options}
        value={typed.trim() ? null : kind}
        scrolls
        onChange={(to) => (setTyped(''), setKind(to))}
      />
      <YStack role="list" aria-label="Phrases">
        {shown.map((known) => (
          <PhraseLine
            key={known.id}
            known={known}
            isMarked={marked.has(known.id)}
            isChosen={known.id === chosenId}
            onChoose={(isOn) => setChosen(isOn ? known.id : null)}
          />
        ))}
      </YStack>
      {shown.length === 0 ? (
        <Words small faded>
          {typed.trim() ? 'No phrase matches. Try another word, or choose a kind.' : 'Nothing of this kind is on your shelf yet.'}
        </Words>
      ) : null}
    </>
  );
}

function isOfKind({ id, phrase, isOwn }: KnownPhrase, kind: ShelfKind, marked: ReadonlySet<string>): boolean {
  if (kind === 'favourites') return marked.has(id);
  return kind === 'own' ? isOwn : phrase.role === kind;
}

/** Search results, best first. */
function useFound(all: readonly KnownPhrase[], typed: string): readonly KnownPhrase[] {
  const index = useMemo(
    () =>
      forgivingIndex(
        all.map(({ phrase }, id) => ({
          id,
          title: phrase.name,
          words: `${phrase.tags.join(' ')} ${ROLE_WORDS[phrase.role]}`,
          text: aboutPhrase(phrase),
        })),
      ),
    [all],
  );
  return useMemo(() => (typed.trim() ? index.search(typed).map(({ id }) => all[id as number]!) : []), [index, all, typed]);
}
