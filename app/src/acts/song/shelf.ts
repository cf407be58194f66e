import {
  barBefore,
  bpmAt,
  contentEnd,
  counted,
  MAX_PHRASE_LETTERS,
  MOST_PHRASE_NOTES,
  newSong,
  notesOf,
  phraseFileText,
  readPhraseFile,
  tickOfBar,
  TICKS_PER_QUARTER,
  type Document,
  type Id,
  type KeyFit,
  type KnownPhrase,
  type PlacementLanding,
  type ShelfPhrase,
} from '@yibbo/core';
import {
  bringPhrase,
  phraseIntoPattern,
  phraseOfPlacement,
  phraseOfStretch,
  wholeBars,
  withPhraseHeard,
  type PhrasePlace,
  type SavedPhrase,
} from '@yibbo/core/shelf';
import type { AppSound } from '../../audio/sound';
import { downloadBlob, fileName } from '../../browser/download';
import { PHRASE_MARK } from '../../state/belongings/things';
import { selectPart } from '../../state/session/selectors';
import { noticeSet, placementOpened, placementsSelected, selectionSet, type SectionOf } from '../../state/session/session';
import type { State, Thunk } from '../../state/store';
import { putThings } from '../belongings/put-things';
import { editSong } from '../document/edits';
import { stretchOf } from './sections';

/** How a phrase is heard and comes in. */
export interface PhraseWish {
  /** The track of its first part; null for a new one. */
  readonly trackId: Id | null;
  readonly fit: KeyFit;
}

/** The longest that a phrase is heard by itself, in seconds. */
const LONGEST_HEARD = 30;

/** Lets a phrase be heard: while it plays in place of what its tracks play, over and over; else once by itself, at the song's tempo. */
export function hearPhrase({ phrase }: KnownPhrase, wish: PhraseWish): Thunk {
  return (_dispatch, getState, { sound }) => {
    const { session, song } = getState();
    if (!song.document) return;
    const start = session.isPlaying ? barBefore(song.document.song.meters, sound.songTick() ?? 0) : 0;
    const { loop } = song.document.song;
    const place = { ...wish, start: loop?.on ? loop.start : start };
    sound.hush();
    sound.hearAs((score) => ({ ...score, document: withPhraseHeard(score.document, score.view, phrase, place).document }));
    if (!session.isPlaying) hearOnce(getState(), phrase, place, selectPart(getState())?.placement.start ?? 0, sound);
  };
}

/** Sounds a phrase by itself on the tracks that it would come to. */
function hearOnce({ song: { document } }: State, phrase: ShelfPhrase, place: PhrasePlace, tick: number, sound: AppSound): void {
  const heard = withPhraseHeard(document!, { kind: 'song' }, phrase, place);
  const seconds = 60 / bpmAt(document!.song.tempos, tick) / TICKS_PER_QUARTER;
  for (const { trackId, patternId } of heard.document.placements.filter(({ id }) => heard.placementIds.includes(id))) {
    const notes = notesOf(heard.document, patternId).filter(({ start, muted }) => !muted && start * seconds < LONGEST_HEARD);
    sound.phrase(
      trackId,
      notes.map(({ pitch, velocity, start, length }) => ({ pitch, velocity, after: start * seconds, seconds: length * seconds })),
    );
  }
}

/** Ends the hearing of a phrase. */
export const hushPhrase: Thunk = (_dispatch, _getState, { sound }) => {
  sound.hearAs(null);
  sound.hush();
};

/** Where on the song page a phrase comes in: at the marked bar, else where play begins; or after all that its track has. */
export type PhraseWhere = 'here' | 'after';

/** The tick at which a phrase would come in. */
export function phraseTick(state: State, { trackId, where, isOnPattern }: Pick<BringWish, 'trackId' | 'where' | 'isOnPattern'>): number {
  const document = state.song.document!;
  const { meters } = document.song;
  const part = isOnPattern ? selectPart(state) : null;
  const here = part ? part.placement.start : tickOfBar(meters, state.session.stretch?.first ?? state.session.playFromBar);
  if (where === 'here') return barBefore(meters, here);
  const end = document.placements
    .filter((each) => each.trackId === trackId)
    .reduce((tick, each) => Math.max(tick, each.start + each.length), 0);
  return wholeBars(document, 0, trackId ? end : contentEnd(document));
}

export interface BringWish extends PhraseWish {
  /** Whether the open pattern is what is worked on. */
  readonly isOnPattern: boolean;
  readonly where: PhraseWhere;
  readonly landing: PlacementLanding;
}

/** Brings a phrase in as plain notes: into the open pattern, where it goes to its track and is to come there; else as a part of its own. */
export function bringPhraseIn(known: KnownPhrase, wish: BringWish): Thunk {
  return (dispatch, getState) => {
    const part = wish.isOnPattern ? selectPart(getState()) : null;
    dispatch(hushPhrase);
    const isInto = part !== null && part.track.id === wish.trackId && wish.where === 'here' && known.phrase.parts.length === 1;
    dispatch(isInto ? intoOpenPattern(known, part.placement.id, wish) : asPart(known, wish));
  };
}

function intoOpenPattern({ phrase }: KnownPhrase, placementId: Id, wish: BringWish): Thunk {
  return (dispatch, getState) => {
    const { cursor, span } = getState().session;
    const { meters } = getState().song.document!.song;
    const { start } = selectPart(getState())!.placement;
    const tick = Math.max(0, barBefore(meters, start + (cursor?.tick ?? span?.start ?? 0)) - start);
    let made: { readonly noteIds: readonly Id[]; readonly doubled: number } = { noteIds: [], doubled: 0 };
    dispatch(
      editSong(`Bring in ${phrase.name}`, (song, newId) => {
        const after = phraseIntoPattern(song, placementId, phrase, { ...wish, tick }, newId);
        made = after;
        return after.document;
      }),
    );
    if (made.noteIds.length > 0) dispatch(selectionSet(made.noteIds));
    dispatch(tellBrought(phrase, made.noteIds.length, made.doubled));
  };
}

function asPart({ phrase }: KnownPhrase, wish: BringWish): Thunk {
  return (dispatch, getState) => {
    const start = phraseTick(getState(), wish);
    let placementIds: readonly Id[] = [];
    let doubled = 0;
    dispatch(
      editSong(`Bring in ${phrase.name}`, (song, newId) => {
        const brought = bringPhrase(song, phrase, { ...wish, start }, wish.landing, newId);
        ({ placementIds, doubled } = brought);
        return brought.document;
      }),
    );
    const [first] = placementIds;
    if (first && wish.isOnPattern) dispatch(placementOpened(first));
    else if (first) dispatch(placementsSelected(placementIds));
    dispatch(tellBrought(phrase, placementIds.length, doubled));
  };
}

function tellBrought({ name }: ShelfPhrase, count: number, doubled: number): Thunk {
  return (dispatch) => {
    const left =
      doubled > 0
        ? ` ${counted(doubled, 'note')} that ${doubled === 1 ? 'was' : 'were'} there already ${doubled === 1 ? 'is' : 'are'} not doubled.`
        : '';
    if (count > 0) dispatch(noticeSet({ words: `${name} is in.${left}`, remedy: { kind: 'undo' } }));
    else
      dispatch(
        noticeSet(doubled > 0 ? `All notes of ${name} sound there already.` : `${name} would go beyond the end of what a song can be.`),
      );
  };
}

/** Sources of a phrase for the shelf. */
export type ShelfSource = 'notes' | 'pattern' | 'stretch';

/** The phrase that the open song would put on the shelf; null if it would be empty or too large. */
export function phraseToSave(state: State, source: ShelfSource, saves: SectionOf | null): SavedPhrase | 'too many' | null {
  const { document } = state.song;
  const part = selectPart(state);
  if (!document) return null;
  const found = () => {
    if (source === 'stretch') {
      const span = saves && stretchOf(document, saves);
      return span ? phraseOfStretch(document, span) : null;
    }
    const id = part?.placement.id ?? state.session.placementIds[0];
    if (!id) return null;
    return phraseOfPlacement(document, id, source === 'notes' ? new Set(state.session.selected) : null);
  };
  const saved = found();
  const notes = saved?.parts.reduce((sum, each) => sum + each.notes.length, 0) ?? 0;
  return notes > MOST_PHRASE_NOTES ? 'too many' : saved;
}

/** Puts a phrase on the shelf. */
export function savePhrase(saved: SavedPhrase, name: string, tags: string): Thunk {
  return (dispatch, _getState, { newId, now }) => {
    const words = tags.split(/[\s,]+/).filter(Boolean);
    const phrase: ShelfPhrase = {
      ...saved,
      name: name.trim().slice(0, 200),
      tags: words.map((tag) => tag.slice(0, 40)).slice(0, 12),
      at: now(),
    };
    dispatch(putThings([{ kind: 'phrase', id: newId(), value: phrase }]));
    dispatch(noticeSet(`${phrase.name} is on your shelf, in every song and on every device.`));
  };
}

/** Gives a phrase of one's own another name and other tags. */
export function renamePhrase({ id, phrase }: KnownPhrase, name: string, tags: string): Thunk {
  return putThings([
    {
      kind: 'phrase',
      id,
      value: {
        ...phrase,
        name: name.trim() || phrase.name,
        tags: tags
          .split(/[\s,]+/)
          .filter(Boolean)
          .slice(0, 12),
      },
    },
  ]);
}

export function removePhrase({ id, phrase }: KnownPhrase): Thunk {
  return (dispatch) => {
    dispatch(putThings([{ kind: 'phrase', id, value: null }]));
    dispatch(noticeSet(`${phrase.name} is off your shelf. Songs it was brought into keep their notes.`));
  };
}

/** Marks a phrase, or takes its mark away. */
export function markPhrase({ id }: KnownPhrase, isMarked: boolean): Thunk {
  return (dispatch, _getState, { now }) =>
    dispatch(putThings([{ kind: 'favourite', id: `${PHRASE_MARK}${id}`, value: isMarked ? { at: now() } : null }]));
}

/** Sends a phrase out as a file of its own form, or as a MIDI file. */
export function sendPhraseOut({ phrase }: KnownPhrase, as: 'file' | 'midi'): Thunk<Promise<void>> {
  return async (dispatch, _getState, { newId }) => {
    const name = fileName(phrase.name);
    if (as === 'file') return downloadBlob(new Blob([phraseFileText(phrase)], { type: 'application/json' }), `${name}.phrase.json`);
    const parts = await Promise.all([import('@yibbo/core/midi'), import('@yibbo/core/shelf')]).catch(() => null);
    if (!parts) return void dispatch(noticeSet(NO_MIDI));
    const [midi, shelf] = parts;
    const { bytes } = midi.exportMidi(shelf.songOfPhrase(newSong(newId(), phrase.name, 1), phrase, newId), 'written');
    downloadBlob(new Blob([bytes as BlobPart], { type: 'audio/midi' }), `${name}.mid`);
  };
}

const NO_MIDI = 'Yibbo could not load the part that reads and writes MIDI files. Check the connection, then try again.';
const NO_PHRASE = 'That file holds no phrase. Choose a MIDI file, or one that was sent out of a shelf, which ends in .phrase.json.';
const MAX_PHRASE_BYTES = 2_000_000;

/** Puts the phrase in a file on the shelf: a MIDI file, or one sent out of a shelf. */
export function bringPhraseFile(file: File): Thunk<Promise<void>> {
  return async (dispatch, _getState, { newId, now }) => {
    const phrase = file.size > MAX_PHRASE_BYTES ? null : await phraseInFile(file, newId).catch(() => null);
    if (typeof phrase === 'string') return void dispatch(noticeSet(phrase));
    if (!phrase) return void dispatch(noticeSet(NO_PHRASE));
    dispatch(putThings([{ kind: 'phrase', id: newId(), value: { ...phrase, at: now() } }]));
    dispatch(noticeSet(`${phrase.name} is on your shelf.`));
  };
}

async function phraseInFile(file: File, newId: () => Id): Promise<ShelfPhrase | string | null> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes[0] === '{'.charCodeAt(0)) return bytes.length > MAX_PHRASE_LETTERS ? null : readPhraseFile(new TextDecoder().decode(bytes));
  const midi = await import('@yibbo/core/midi').catch(() => null);
  if (!midi) return NO_MIDI;
  const name = file.name.replace(/\.[^.]*$/, '') || 'Phrase';
  const imported = midi.importMidi(bytes, { newId, seed: 0, name });
  if (!imported.ok) return imported.refusal.message;
  const saved = phraseOfSong(imported.document);
  const notes = saved?.parts.reduce((sum, each) => sum + each.notes.length, 0) ?? 0;
  if (notes > MOST_PHRASE_NOTES)
    return `That file has more than ${MOST_PHRASE_NOTES} notes. Bring it in as a song, then put a part of it on the shelf.`;
  return saved && { ...saved, name: name.slice(0, 200), tags: [], at: 0 };
}

function phraseOfSong(document: Document): SavedPhrase | null {
  return phraseOfStretch(document, { start: 0, end: wholeBars(document, 0, contentEnd(document)) });
}
