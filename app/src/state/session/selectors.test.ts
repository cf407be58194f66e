import { soundById, newTrack, withTrack, type Document, type Note } from '@yibbo/core';
import { opened, PATTERN, STEP } from '../../../test/opened';
import { recordingSet, type Recording } from './playing-in';
import { patternViewSet } from '../preferences/pattern-views';
import { preferencesSet } from '../preferences/preferences';
import * as session from './session';
import * as selectors from './selectors';
import { trialSet, type Trial } from './trial';

const ids = (notes: readonly { readonly id: string }[]) => notes.map(({ id }) => id);
const note = (id: string, start: number, pitch: number, fields: Partial<Note> = {}): Note => ({ id, patternId: PATTERN, start: start * STEP, length: 4 * STEP, pitch, velocity: 90, ...fields }); // prettier-ignore
/** A chord of C at 0, an F over its end, a muted B flat. */
const chords = (document: Document): Document => ({
  ...document,
  notes: { [PATTERN]: [note('c', 0, 60), note('e', 0, 64), note('g', 0, 67), note('b', 0, 70, { muted: true }), note('f', 4, 65)] },
});
/** A trial that took note n0 away and selects the others. */
const trial = (fields: Partial<Trial> = {}) =>
  ({
    isComparing: false,
    performed: {
      select: ['n1', 'n2', 'n3'],
      change: {
        id: 't',
        label: 't',
        at: 0,
        device: 'd',
        entries: [{ kind: 'remove', of: 'notes', in: PATTERN, entities: [opened().there()[0]] }],
      },
    },
    ...fields,
  }) as unknown as Trial;

it('the part that is open is the chosen one, else the first track’s first', () => {
  const { store, dispatch } = opened((document) => {
    const made = ['track2', 'pattern2', 'placement2'];
    return withTrack(
      document,
      newTrack(document, soundById('quay-kit'), () => made.shift()!, 2),
    );
  });
  expect(selectors.selectPart(store.getState())).toMatchObject({ placement: { id: 'placement' }, bars: 1, viewMode: 'notes' });
  dispatch(session.placementOpened('placement2'));
  expect(selectors.selectPart(store.getState())).toMatchObject({ track: { id: 'track2' }, bars: 2, viewMode: 'steps' });
  dispatch(patternViewSet({ patternId: 'pattern2', view: { viewMode: 'notes' } }));
  expect(selectors.selectPart(store.getState())?.viewMode).toBe('notes');
});

it('handles act on what is selected, else on the current note, else on nothing', () => {
  const { store, dispatch } = opened();
  const handled = () => [ids(selectors.selectHandledNotes(store.getState())), selectors.selectCurrentNote(store.getState())?.id ?? null, selectors.selectHasSelection(store.getState())]; // prettier-ignore
  expect(handled()).toEqual([[], null, false]);
  dispatch(session.currentSet('n2'));
  expect(handled()).toEqual([['n2'], 'n2', false]);
  dispatch(session.currentSet('gone'));
  expect(handled()).toEqual([[], null, false]);
  dispatch(session.selectionSet(['n3', 'n1', 'gone']));
  expect(handled()).toEqual([['n1', 'n3'], null, true]);
  // Something is selected, though it is gone: no current note comes in its place.
  dispatch(session.selectionSet(['gone']));
  expect(handled()).toEqual([[], null, false]);
});

it('while a trial runs its notes are seen and selected, unless the original is compared or a saved point is seen', () => {
  const { store, dispatch } = opened();
  dispatch(session.selectionSet(['n0', 'n1']));
  dispatch(trialSet(trial()));
  const seen = () => [ids(selectors.selectShownNotes(store.getState())), ids(selectors.selectSelectedNotes(store.getState()))];
  expect(seen()).toEqual([
    ['n1', 'n2', 'n3'],
    ['n1', 'n2', 'n3'],
  ]);
  expect(ids(selectors.selectNotes(store.getState()))).toHaveLength(4);
  dispatch(trialSet(trial({ isComparing: true })));
  expect(seen()).toEqual([
    ['n0', 'n1', 'n2', 'n3'],
    ['n0', 'n1'],
  ]);
  dispatch(trialSet(trial()));
  dispatch(session.peekSet({ ...store.getState().song.document!, notes: {} }));
  expect(ids(selectors.selectShownNotes(store.getState()))).toEqual([]);
});

it('while recording the pattern is as long as the recording, and what is replaced is not heard', () => {
  const { store, dispatch } = opened();
  const recording = (isReplacing: boolean): Recording => ({ run: 'r', placementId: 'placement', from: PATTERN, lengthTicks: 32 * STEP, range: { start: 4 * STEP, end: 12 * STEP }, isReplacing, isAhead: false, pass: 1, noteCount: 0 }); // prettier-ignore
  const heard = () => {
    const { patterns, notes } = selectors.selectPlayedDocument(store.getState())!;
    return [patterns[0]!.length / STEP, ids(notes[PATTERN]!)];
  };
  expect(heard()).toEqual([16, ['n0', 'n1', 'n2', 'n3']]);
  dispatch(recordingSet(recording(false)));
  expect(heard()).toEqual([32, ['n0', 'n1', 'n2', 'n3']]);
  dispatch(recordingSet(recording(true)));
  expect(heard()).toEqual([32, ['n0', 'n3']]);
});

it('a chord is named by what is selected at once, else by what sounds where one note or the cursor is', () => {
  const { store, dispatch } = opened(chords);
  const name = () => selectors.selectChordName(store.getState());
  expect(name()).toBeNull();
  dispatch(session.selectionSet(['c', 'e', 'g']));
  expect(name()).toBe('C');
  dispatch(session.selectionSet(['c', 'f']));
  expect(name()).toBeNull();
  // One note: all that sounds with it, but the muted one.
  dispatch(session.selectionSet(['e']));
  expect(name()).toBe('C');
  dispatch(session.currentSet(null));
  dispatch(session.cursorSet({ tick: 3 * STEP, pitch: 60 } as never));
  expect(name()).toBe('C');
  dispatch(session.cursorSet({ tick: 4 * STEP, pitch: 60 } as never));
  expect(name()).toBeNull();
  const kit = opened((document) => ({
    ...chords(document),
    tracks: document.tracks.map((track) => ({ ...track, kind: 'drums' as const })),
  }));
  kit.dispatch(session.selectionSet(['c', 'e', 'g']));
  expect(selectors.selectChordName(kit.store.getState())).toBeNull();
});

it('a variant is compared with the one before it, the first with the last; its outline is seen where that is switched on', () => {
  const variants = (count: number) =>
    opened((document) => {
      const [pattern] = document.patterns;
      const more = Array.from({ length: count }, (_, index) => ({ ...pattern!, id: `v${index}`, name: `V${index}`, versionOf: PATTERN }));
      return { ...document, patterns: [pattern!, ...more], notes: { ...document.notes, v0: [{ ...note('x', 0, 60), patternId: 'v0' }] } };
    });
  expect(selectors.selectOtherVariant(variants(0).store.getState())).toBeNull();
  const { store, dispatch } = variants(1);
  expect(selectors.selectOtherVariant(store.getState())?.id).toBe('v0');
  dispatch(preferencesSet({ outlinesVariant: false }));
  expect(selectors.selectVariantOutline(store.getState())).toBeNull();
  dispatch(preferencesSet({ outlinesVariant: true }));
  expect(ids(selectors.selectVariantOutline(store.getState())!)).toEqual(['x']);
  expect(selectors.selectOtherVariant(variants(3).store.getState())?.id).toBe('v2');
});

it('the treatments of a part are its pattern’s, its placement’s, its track’s and the song’s, in this order; no others', () => {
  const treatment = (id: string, parentId: string) => ({ id, parentId, order: 0, actionId: 'transpose', params: {}, on: true });
  const all = ['song', 'track', 'elsewhere', 'placement', PATTERN].map((parentId) => treatment(`of ${parentId}`, parentId));
  const { store } = opened((document) => ({ ...document, treatments: all }) as unknown as Document);
  expect(ids(selectors.selectTreatments(store.getState()))).toEqual([`of ${PATTERN}`, 'of placement', 'of track', 'of song']);
  expect(selectors.selectTreatments(opened().store.getState())).toEqual([]);
});
