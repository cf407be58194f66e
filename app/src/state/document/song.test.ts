import {
  labelOf,
  diffNotes,
  historyState,
  layOnTop,
  newSong,
  newTrack,
  notesOf,
  soundById,
  withNotes,
  withTrack,
  type Answer,
  type Change,
  type Document,
  type Note,
} from '@yibbo/core';
import fc from 'fast-check';
import type { UnknownAction } from '@reduxjs/toolkit';
import {
  historiesParted,
  historiesRejoined,
  songAnswered,
  songCaughtUp,
  songChanged as changed,
  songOpened,
  songReducer,
  type SongState,
} from './song';

const PATTERN = 'pattern';

function emptySong(): Document {
  const ids = ['track', PATTERN, 'placement'];
  const song = newSong('song', 'Test', 1);
  return withTrack(
    song,
    newTrack(song, soundById('lamp-keys'), () => ids.shift()!),
  );
}

const note = (id: string, fields: Partial<Note> = {}): Note => ({
  id,
  patternId: PATTERN,
  start: 0,
  length: 100,
  pitch: 60,
  velocity: 100,
  ...fields,
});
let made = 0;

/** The Change that sets the pattern's notes to `edit` of what they are in `document`. */
function changeOf(document: Document, edit: (notes: readonly Note[]) => readonly Note[]): Change {
  const before = notesOf(document, PATTERN);
  return { id: `c${++made}`, label: 'Edit', at: 0, device: 'd', entries: diffNotes(PATTERN, before, edit(before)) };
}

const run = (state: SongState | undefined, ...actions: UnknownAction[]) => actions.reduce<SongState | undefined>(songReducer, state)!;
const opened = (document: Document, unsent: Change[] = []) => songOpened({ document, revision: 0, history: [], unsent });
const answered = (answer: Partial<Answer>) => songAnswered({ revision: 0, missed: [], lost: [], known: [], ...answer });
const ids = (state: SongState) => notesOf(state.document!, PATTERN).map(({ id }) => id);

describe('the open song', () => {
  const base = emptySong();
  const add = (id: string) => changeOf(base, (notes) => withNotes(notes, [note(id)]));

  it('shows a Change at once and keeps it as unsent until the server has it', () => {
    const change = add('a');
    const before = run(undefined, opened(base), changed(change));
    expect(ids(before)).toEqual(['a']);
    expect(before.unsent).toEqual([change]);
    const after = run(before, answered({ revision: 1, missed: [{ revision: 1, id: change.id }] }));
    expect(after.unsent).toEqual([]);
    expect(after.document).toBe(before.document);
    expect(historyState(after.history).undo).toBe(change.id);
  });

  it('takes in what another window did and lays its own unsent work on top', () => {
    const mine = add('mine');
    const theirs = add('theirs');
    const state = run(
      undefined,
      opened(base),
      changed(mine),
      answered({ revision: 1, missed: [{ revision: 1, id: theirs.id, change: theirs }] }),
    );
    expect(ids(state).sort()).toEqual(['mine', 'theirs']);
    expect(state.unsent.map(({ id }) => id)).toEqual([mine.id]);
    expect(state.history.map(({ id }) => id)).toEqual([theirs.id, mine.id]);
  });

  it('lays what this browser still had to send on the song it opens, even where its note is gone', () => {
    const full = run(undefined, opened(base), changed(add('a'))).document!;
    const edit = changeOf(full, (notes) => notes.map((each) => ({ ...each, pitch: 64 })));
    expect(notesOf(run(undefined, opened(full, [edit])).document!, PATTERN)[0]!.pitch).toBe(64);
    const gone = run(undefined, opened(base, [edit]));
    expect(ids(gone)).toEqual([]);
    expect(gone.unsent[0]!.entries).toEqual([]);
  });

  it('lets go of what the server has had all along, though nothing new came with the answer', () => {
    const change = add('a');
    const full = run(undefined, opened(base), changed(change)).document!;
    // The page was closed before it heard the answer: the song has the Change, and so has this browser's storage.
    const again = run(undefined, songOpened({ document: full, revision: 1, history: [], unsent: [change] }));
    expect(again.unsent).toHaveLength(1);
    const told = run(again, answered({ revision: 1, known: [change.id] }));
    expect(told.unsent).toEqual([]);
    expect(told.document).toEqual(full);
    const knowing = run(undefined, songOpened({ document: full, revision: 1, history: [labelOf(change)], unsent: [change] }));
    expect(knowing.unsent).toEqual([]);
    expect(knowing.history).toHaveLength(1);
  });

  it('goes on from the server where the histories part, with what was never sent on top', () => {
    const mine = add('a');
    const state = run(
      undefined,
      opened(base),
      changed(mine),
      answered({ revision: 1, missed: [{ revision: 1, id: mine.id }], known: [mine.id] }),
    );
    const theirs = run(
      run(state, changed(add('b'))),
      historiesParted({ song: base, revision: 0, history: [] }),
      historiesRejoined([changeOf(base, () => [note('b')])]),
    );
    expect(ids(theirs)).toEqual(['b']);
    expect(theirs).toMatchObject({ revision: 0, parted: null });
  });

  it('that missed too much goes on from the song it is sent, with what the server does not have yet on top', () => {
    const [had, mine, theirs] = [add('a'), add('b'), add('c')];
    const state = run(undefined, opened(base), changed(had), changed(mine));
    const song = layOnTop(layOnTop(base, had).document, theirs).document;
    const after = run(state, songCaughtUp({ server: { song, revision: 700, history: [labelOf(theirs)] }, known: [had.id] }));
    expect(ids(after)).toEqual(expect.arrayContaining(['a', 'b', 'c']));
    expect(after.revision).toBe(700);
    expect(after.unsent.map(({ id }) => id)).toEqual([mine.id]);
    expect(after.history.map(({ id }) => id)).toEqual([theirs.id, mine.id]);
  });

  it('an answer that is heard twice, or late, changes nothing', () => {
    const change = add('a');
    const answer = answered({ revision: 1, missed: [{ revision: 1, id: change.id }] });
    const once = run(undefined, opened(base), changed(change), answer);
    expect(run(once, answer)).toBe(once);
  });
});

/** A server as small as can be: orders what comes and answers with what was missed. */
class SmallServer {
  document: Document;
  readonly log: Change[] = [];

  constructor(document: Document) {
    this.document = document;
  }

  take(base: number, sent: readonly Change[]): Answer {
    const known = new Set(this.log.map(({ id }) => id));
    for (const change of sent.filter(({ id }) => !known.has(id))) {
      const layered = layOnTop(this.document, JSON.parse(JSON.stringify(change)) as Change);
      this.document = layered.document;
      this.log.push(layered.change);
    }
    const missed = this.log.slice(base).map((change, index) => ({ revision: base + index + 1, id: change.id, change }));
    return { revision: this.log.length, missed, lost: [], known: sent.map(({ id }) => id) };
  }
}

describe('any number of edits in two windows', () => {
  const step = fc.record({
    window: fc.constantFrom(0, 1),
    act: fc.constantFrom('add', 'remove', 'pitch', 'velocity', 'exchange', 'loseAnswer'),
    pick: fc.nat(5),
    value: fc.integer({ min: 1, max: 127 }),
  });

  it('end as one song in both and on the server, though answers get lost', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        const server = new SmallServer(emptySong());
        const windows = [run(undefined, opened(server.document)), run(undefined, opened(server.document))];
        const exchange = (index: number, isLost: boolean) => {
          const state = windows[index]!;
          const answer = server.take(state.revision, state.unsent);
          if (!isLost) windows[index] = run(state, songAnswered(answer));
        };
        for (const { window, act, pick, value } of steps) {
          const state = windows[window]!;
          const target = notesOf(state.document!, PATTERN)[pick];
          if (act === 'exchange' || act === 'loseAnswer') exchange(window, act === 'loseAnswer');
          else if (act === 'add') {
            windows[window] = run(
              state,
              changed(changeOf(state.document!, (notes) => withNotes(notes, [note(`n${++made}`, { pitch: value })]))),
            );
          } else if (target) {
            const edited = act === 'remove' ? [] : [{ ...target, [act]: value }];
            windows[window] = run(
              state,
              changed(
                changeOf(state.document!, (notes) =>
                  withNotes(
                    notes.filter(({ id }) => id !== target.id),
                    edited,
                  ),
                ),
              ),
            );
          }
        }
        for (const index of [0, 1, 0, 1]) exchange(index, false);
        for (const state of windows) {
          expect(state.unsent).toEqual([]);
          expect(state.document).toEqual(server.document);
          expect(state.history.map(({ id }) => id)).toEqual(server.log.map(({ id }) => id));
        }
      }),
      { numRuns: 300 },
    );
  });
});
