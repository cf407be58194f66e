import fc from 'fast-check';
import { applyOwn, checkDocument, diff, invert, layOnTop, newSong, notesOf, sorted, type Change, type Document } from '../src';
import { anySong, pattern, track } from './any-song';
import { note, songWith } from './make';

const change = (before: Document, after: Document, id = 'c'): Change => ({
  id,
  at: 0,
  device: 'd',
  label: id,
  entries: diff(before, after),
});
const undo = (of: Change): Change => invert(of, { id: `u-${of.id}`, at: 0, device: 'd', label: 'Undo' });

const isRepointed = (before: Document, after: Document) =>
  before.placements.some(({ id, trackId, patternId }) => {
    const now = after.placements.find((each) => each.id === id);
    return now !== undefined && (now.trackId !== trackId || now.patternId !== patternId);
  });

describe('a Change between any two songs, placements given other patterns and tracks among them', () => {
  it('applies, and taken back gives the first song; at least a third of the cases re-point', () => {
    let cases = 0;
    let repointed = 0;
    fc.assert(
      fc.property(anySong, anySong, (before, after) => {
        cases++;
        if (isRepointed(before, after)) repointed++;
        const forth = change(before, after);
        expect(applyOwn(before, forth)).toEqual(after);
        expect(applyOwn(after, undo(forth))).toEqual(before);
      }),
      { numRuns: 400 },
    );
    expect(repointed / cases).toBeGreaterThan(1 / 3);
  });

  it('laid on any other song leaves a whole song, and says as a Change what it came to', () => {
    fc.assert(
      fc.property(anySong, anySong, anySong, fc.constantFrom('later', 'present'), (a, b, other, wins) => {
        const { document, change: layered } = layOnTop(other, change(a, b), wins);
        expect(checkDocument(document)).toBeNull();
        expect(applyOwn(other, layered)).toEqual(document);
        expect(applyOwn(document, undo(layered))).toEqual(other);
      }),
      { numRuns: 600 },
    );
  });

  it('undo of a placement given another pattern keeps the placement', () => {
    const start = sorted({
      ...newSong('song', 'One', 1),
      tracks: [track('t0', 0)],
      patterns: [pattern('p0', 80_640)],
      placements: [{ id: 'pl', songId: 'song', trackId: 't0', patternId: 'p0', start: 0, length: 80_640, offset: 0, muted: false }],
      notes: {},
    });
    const moved = sorted({
      ...start,
      tracks: [track('t1', 0)],
      patterns: [pattern('p1', 80_640)],
      placements: [{ ...start.placements[0]!, trackId: 't1', patternId: 'p1' }],
    });
    const forth = change(start, moved);
    expect(forth.entries.map(({ kind, of }) => `${kind} ${of}`)).toEqual([
      'create tracks',
      'create patterns',
      'edit placements',
      'remove patterns',
      'remove tracks',
    ]);
    expect(layOnTop(moved, undo(forth), 'present')).toMatchObject({ document: start, lost: [] });
  });
});

describe('two windows on one large song', () => {
  it('all notes edited while another window takes one away: columns stay columns', () => {
    const notes = Array.from({ length: 5000 }, (_, index) => note({ id: `n${index}`, start: index * 10, pitch: index % 128 }));
    const base = songWith(notes);
    const nudged = change(base, songWith(notes.map((each) => ({ ...each, start: each.start + 5 }))));
    const without = songWith(notes.filter(({ id }) => id !== 'n77'));
    const { document, change: layered, lost } = layOnTop(without, nudged);
    expect(notesOf(document, 'pattern').map(({ start }) => start)).toEqual(
      notes.filter(({ id }) => id !== 'n77').map(({ start }) => start + 5),
    );
    expect(layered.entries).toHaveLength(1);
    expect(lost).toEqual([{ of: 'notes', id: 'n77' }]);
  });
});
