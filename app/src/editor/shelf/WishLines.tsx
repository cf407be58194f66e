import { barBeatAt, findById, KEY_FITS, keyWords, LANDING_NAMES, LANDINGS, type KeyFit, type ShelfPhrase } from '@yibbo/core';
import { tracksFor } from '@yibbo/core/shelf';
import { phraseTick, type BringWish } from '../../acts/song/shelf';
import { Choices } from '../../controls/Choices';
import { useAppSelector } from '../../state/store';
import { SheetLine } from '../sheets/SheetFrame';

const FIT_NAMES: Readonly<Record<KeyFit, string>> = { degrees: 'degree for degree', nearest: 'nearest notes', none: 'as it is' };
/** Stands for a new track among the ids of those there are. */
const NEW = 'new track';

interface WishLinesProps {
  readonly phrase: ShelfPhrase;
  readonly wish: BringWish;
  readonly onChange: (to: Partial<BringWish>) => void;
}

/** On which track a phrase comes in, in which key, where, and onto what. */
export function WishLines({ phrase, wish, onChange }: WishLinesProps) {
  const document = useAppSelector((state) => state.song.document);
  const here = useAppSelector((state) => phraseTick(state, { ...wish, where: 'here' }));
  const after = useAppSelector((state) => phraseTick(state, { ...wish, where: 'after' }));
  if (!document) return null;
  const { key, meters } = document.song;
  const isPitched = phrase.parts.some(({ kind }) => kind === 'pitched');
  const bar = (tick: number) => `bar ${barBeatAt(meters, tick).bar}`;
  const tracks = [...tracksFor(document, phrase.parts[0]!).map(({ id, name }) => ({ value: id, name })), { value: NEW, name: 'New track' }];
  const places = [
    {
      value: 'here' as const,
      name: wish.isOnPattern ? 'this part' : bar(here),
      label: wish.isOnPattern ? `At this part, ${bar(here)}` : `At ${bar(here)}`,
    },
    { value: 'after' as const, name: `the end, ${bar(after)}` },
  ];
  const fits = KEY_FITS.map((value) => ({ value, name: FIT_NAMES[value] }));
  const landings = LANDINGS.map((value) => ({ value, name: LANDING_NAMES[value] }));
  return (
    <>
      <SheetLine title="On">
        <Choices
          title="Track"
          options={tracks}
          value={wish.trackId ?? NEW}
          scrolls
          onChange={(to) => onChange({ trackId: to === NEW ? null : to })}
        />
      </SheetLine>
      {key && isPitched ? (
        <SheetLine title={`In ${keyWords(key)}`}>
          <Choices title="Key fit" options={fits} value={wish.fit} onChange={(fit) => onChange({ fit })} />
        </SheetLine>
      ) : null}
      <SheetLine title="At">
        <Choices title="Place" options={places} value={wish.where} onChange={(where) => onChange({ where })} />
      </SheetLine>
      <SheetLine title="What is there">
        <Choices title="What is there" options={landings} value={wish.landing} onChange={(landing) => onChange({ landing })} />
      </SheetLine>
    </>
  );
}

/** Where a phrase would come in, in words: "on Keel Bass, bar 9". */
export function WishWords({ wish }: Pick<WishLinesProps, 'wish'>) {
  const tick = useAppSelector((state) => phraseTick(state, wish));
  const document = useAppSelector((state) => state.song.document);
  const track = findById(document?.tracks ?? [], wish.trackId)?.name ?? 'a new track';
  return `on ${track}, bar ${barBeatAt(document?.song.meters ?? [], tick).bar}`;
}
