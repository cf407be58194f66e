import type { Id, KnownPhrase, OwnKey, OwnThing, Recipe, SoundFields, Track } from '@yibbo/core';
import { createSelector, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { storedThings } from './stored-things';

/** A thing of the person's own as this window knows it. */
export interface KnownThing {
  readonly thing: OwnThing;
  /** The put that the server does not have yet; null where it has all. */
  readonly putId: Id | null;
}

/** A recipe of one's own. */
export interface OwnRecipe extends Recipe {
  readonly id: Id;
  /** When it was made, to order them by; milliseconds since 1970. */
  readonly at: number;
}

/** Goes before the id of a phrase among what was marked. */
export const PHRASE_MARK = 'phrase ';

/** By `thingKey`. */
export type KnownThings = Readonly<Record<string, KnownThing>>;

export function thingKey({ kind, id }: Pick<OwnThing, 'kind' | 'id'>): string {
  return `${kind} ${id}`;
}

const slice = createSlice({
  name: 'belongings',
  initialState: (): KnownThings => storedThings(),
  reducers: {
    /** Things as they are now: put here, or told by another window or the server. */
    thingsKnown: (state, { payload }: PayloadAction<readonly KnownThing[]>) => ({
      ...state,
      ...Object.fromEntries(payload.map((known) => [thingKey(known.thing), known])),
    }),
    /** The server has answered: these puts it has, and this is what has been put since by anyone. What is unsent here stays. */
    thingsAnswered: (state, { payload }: PayloadAction<{ readonly sent: readonly Id[]; readonly things: readonly OwnThing[] }>) => {
      const sent = new Set(payload.sent);
      const next = new Map(
        Object.entries(state).map(([key, { thing, putId }]) => [key, { thing, putId: putId && sent.has(putId) ? null : putId }]),
      );
      for (const thing of payload.things) if (!next.get(thingKey(thing))?.putId) next.set(thingKey(thing), { thing, putId: null });
      return Object.fromEntries(next);
    },
  },
});

export const belongingsReducer = slice.reducer;
export const { thingsKnown, thingsAnswered } = slice.actions;

/** A sound of one's own. */
export interface OwnSound {
  readonly id: Id;
  readonly name: string;
  readonly kind: Track['kind'];
  readonly made: SoundFields;
}

interface WithBelongings {
  readonly belongings: KnownThings;
}

const things = createSelector([({ belongings }: WithBelongings) => belongings], (known) => Object.values(known).map(({ thing }) => thing));

/** Sounds of one's own, in the order they were made. */
export const ownSoundsOf = createSelector([things], (all): readonly OwnSound[] => {
  const sounds = all.flatMap((thing) => (thing.kind === 'sound' && thing.value ? [{ id: thing.id, ...thing.value }] : []));
  return sounds.sort((a, b) => a.at - b.at).map(({ at: _at, ...sound }) => sound);
});

/** Ids of the sounds that were marked, in the order they were. */
export const favouriteSoundsOf = createSelector([things], (all): readonly Id[] => {
  const marked = all.flatMap((thing) => (thing.kind === 'favourite' && thing.value ? [{ id: thing.id, at: thing.value.at }] : []));
  return marked.sort((a, b) => a.at - b.at).map(({ id }) => id);
});

/** Recipes of one's own, in the order they were made. */
export const ownRecipesOf = createSelector([things], (all): readonly OwnRecipe[] => {
  const recipes = all.flatMap((thing) => (thing.kind === 'recipe' && thing.value ? [{ id: thing.id, ...thing.value }] : []));
  return recipes.sort((a, b) => a.at - b.at);
});

/** Phrases of one's own, the newest first. */
export const ownPhrasesOf = createSelector([things], (all): readonly KnownPhrase[] => {
  const phrases = all.flatMap((thing) =>
    thing.kind === 'phrase' && thing.value ? [{ id: thing.id, phrase: thing.value, isOwn: true }] : [],
  );
  return phrases.sort((a, b) => b.phrase.at - a.phrase.at);
});

/** Ids of the phrases that were marked. */
export const favouritePhrasesOf = createSelector(
  [favouriteSoundsOf],
  (marked): ReadonlySet<Id> => new Set(marked.filter((id) => id.startsWith(PHRASE_MARK)).map((id) => id.slice(PHRASE_MARK.length))),
);

/** Keys chosen in place of those that acts come with, by the name of the latter; null where an act has lost its key to another. */
export const ownKeysOf = createSelector([things], (all): Readonly<Record<string, OwnKey | null>> =>
  Object.fromEntries(
    all.flatMap((thing) => (thing.kind === 'key' && thing.value ? [[thing.id, thing.value === 'none' ? null : thing.value]] : [])),
  ),
);
