import fc from 'fast-check';
import { anySong } from '../../test/any-song';
import { counter } from '../../test/make';
import { applyOwn, diff, invert } from '../change';
import { checkDocument, notesOf, type Document } from '../model';
import { events } from '../playback';
import {
  addSection,
  clearTime,
  contentEnd,
  copyTime,
  deleteSection,
  deleteTime,
  duplicateSection,
  insertTime,
  lengthenStretch,
  makeOwn,
  moveSection,
  movedPlacements,
  moveTime,
  nameStretch,
  putPlacements,
  repeatedPlacements,
  songLines,
  variantsOf,
  withNextVariant,
  withVariant,
  withPlacementEnd,
} from '.';

const BAR = 80_640;
/** Times a song is cut at: bars, and in the middle of them. */
const ticks = fc.integer({ min: 0, max: 10 }).map((halves) => (halves * BAR) / 2);

/** The song as it sounds, as text: every note with its tick, pitch, track and length. Tails that a cut ends are of their own length, so lengths are
 *  compared only where nothing is cut. */
function heard(document: Document, from = 0, to = contentEnd(document)): string[] {
  return events(document, from, to, { view: { kind: 'song' } }).map(
    ({ tick, pitch, trackId, velocity }) => `${tick - from} ${trackId} ${pitch} ${velocity}`,
  );
}

/** Applies what changed as a Change, forward and back, as the app does. */
function throughChange(before: Document, after: Document): Document {
  const change = { id: 'c', label: 'Edit', at: 0, device: 'd', entries: diff(before, after) };
  const applied = applyOwn(before, change);
  expect(applyOwn(applied, invert(change, { id: 'u', label: 'Undo', at: 0, device: 'd' }))).toEqual(before);
  return applied;
}

/** How often a case said something: notes were heard. */
function shareThatSays(check: (document: Document) => boolean): void {
  const drawn = fc.sample(anySong, { numRuns: 200, seed: 7 });
  expect(drawn.filter(check).length / drawn.length).toBeGreaterThan(0.4);
}

it('the songs of these laws sound', () => shareThatSays((song) => heard(song).length > 0));

describe('time', () => {
  it('that is put in and taken out again leaves the song as it was', () => {
    fc.assert(
      fc.property(anySong, ticks, ticks, (song, at, more) => {
        const grown = insertTime(song, at, more + BAR, counter('x'));
        expect(checkDocument(grown)).toBeNull();
        expect(throughChange(song, grown)).toEqual(grown);
        // Before it as it was, nothing in it, after it as it was but later.
        expect(heard(grown, 0, at)).toEqual(heard(song, 0, at));
        expect(heard(grown, at, at + more + BAR)).toEqual([]);
        const end = Math.max(at, contentEnd(song));
        expect(heard(grown, at + more + BAR, end + more + BAR)).toEqual(heard(song, at, end));
        const back = deleteTime(grown, at, at + more + BAR, counter('y'));
        expect(heard(back)).toEqual(heard(song));
        expect(back.placements.map(({ start, length, offset }) => [start, length, offset])).toEqual(
          song.placements.map(({ start, length, offset }) => [start, length, offset]),
        );
        expect([back.sections, back.song.loop, back.song.end]).toEqual([song.sections, song.song.loop, song.song.end]);
      }),
    );
  });

  it('that is moved sounds where it is, and moved back leaves every placement as it was', () => {
    fc.assert(
      fc.property(anySong, ticks, ticks, ticks, (song, a, b, at) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b) + BAR];
        fc.pre(at < from || at > to);
        const moved = moveTime(song, [from, to], at, counter('x'));
        expect(checkDocument(moved)).toBeNull();
        expect(throughChange(song, moved)).toEqual(moved);
        const now = at > to ? at - (to - from) : at;
        expect(heard(moved, now, now + to - from)).toEqual(heard(song, from, to));
        const back = moveTime(moved, [now, now + to - from], at > to ? from : to, counter('y'));
        expect(back.placements.map((each) => ({ ...each, id: '' }))).toEqual(song.placements.map((each) => ({ ...each, id: '' })));
        expect(heard(back)).toEqual(heard(song));
      }),
    );
  });

  it('that is copied sounds twice; copies of their own change alone, linked ones together', () => {
    fc.assert(
      fc.property(anySong, ticks, fc.constantFrom('linked', 'own'), (song, from, mode) => {
        const to = from + BAR;
        const copied = copyTime(song, [from, to], to, mode, counter('x'));
        expect(checkDocument(copied)).toBeNull();
        expect(throughChange(song, copied)).toEqual(copied);
        expect(heard(copied, to, to + BAR)).toEqual(heard(song, from, to));
        const inCopy = copied.placements.filter(({ start, id }) => start >= to && start < to + BAR && id.startsWith('x'));
        const original = new Set(song.patterns.map(({ id }) => id));
        for (const { patternId } of inCopy) expect(original.has(patternId)).toBe(mode === 'linked');
      }),
    );
  });
});

describe('tempos and meters', () => {
  const song: Document = {
    ...fc.sample(anySong, { numRuns: 1, seed: 3 })[0]!,
    placements: [],
  };
  const marked: Document = {
    ...song,
    song: {
      ...song.song,
      tempos: [
        { tick: 0, bpm: 100 },
        { tick: 2 * BAR, bpm: 140 },
        { tick: 3 * BAR, bpm: 90 },
      ],
    },
    sections: [],
  };
  const tempos = (document: Document) => document.song.tempos.map(({ tick, bpm }) => [tick / BAR, bpm]);

  it('keep to their bars when time is put in, taken out and moved', () => {
    expect(tempos(insertTime(marked, BAR, BAR, counter()))).toEqual([
      [0, 100],
      [3, 140],
      [4, 90],
    ]);
    expect(tempos(deleteTime(marked, BAR, 2 * BAR, counter()))).toEqual([
      [0, 100],
      [1, 140],
      [2, 90],
    ]);
    expect(tempos(deleteTime(marked, 2 * BAR, 4 * BAR, counter()))).toEqual([
      [0, 100],
      [2, 90],
    ]);
    // The fast bar goes to the front: 140, then 100 for two bars, then 90.
    expect(tempos(moveTime(marked, [2 * BAR, 3 * BAR], 0, counter()))).toEqual([
      [0, 140],
      [1, 100],
      [3, 90],
    ]);
    // A copy of two bars brings the tempo of its second, and what ruled there before rules after it.
    expect(tempos(copyTime(marked, [BAR, 3 * BAR], 4 * BAR, 'linked', counter()))).toEqual([
      [0, 100],
      [2, 140],
      [3, 90],
      [4, 100],
      [5, 140],
      [6, 90],
    ]);
  });
});

it('a bar more at the end of a section leaves placements whole, and the loop, later marks and later bars go along', () => {
  fc.assert(
    fc.property(anySong, fc.integer({ min: 1, max: 4 }), fc.boolean(), (drawn, bar, isNamed) => {
      const end = bar * BAR;
      // Nothing goes on over the section's end, as after any song that was built of sections.
      const whole = drawn.placements.filter(({ start, length }) => start + length <= end || start >= end);
      const { end: _end, ...bare } = drawn.song;
      const sections = isNamed ? [{ id: 's', songId: 'song', name: 'Verse', start: 0, length: end }] : [];
      const tempos = [
        { tick: 0, bpm: 100 },
        { tick: end, bpm: 140 },
      ];
      const song: Document = {
        ...drawn,
        placements: whole,
        treatments: [],
        sections,
        song: { ...bare, tempos, loop: { start: 0, end, on: true } },
      };
      const longer = lengthenStretch(song, end, BAR, counter('x'));
      expect(checkDocument(longer)).toBeNull();
      expect(throughChange(song, longer)).toEqual(longer);
      // The very placements, none cut, none new; those from the end on are a bar later.
      expect(longer.placements).toEqual(whole.map((each) => (each.start >= end ? { ...each, start: each.start + BAR } : each)));
      expect(longer.song.loop).toEqual({ start: 0, end: end + BAR, on: true });
      expect(longer.song.tempos[1]).toEqual({ tick: end + BAR, bpm: 140 });
      expect(longer.sections.map(({ length }) => length)).toEqual(isNamed ? [end + BAR] : []);
      const last = songLines(longer).at(-1)!;
      expect(last.end).toBe(Math.max(end, contentEnd(song)) + BAR);
    }),
  );
});

describe('sections', () => {
  const empty = fc.sample(anySong, { numRuns: 1, seed: 5 })[0]!;
  const { loop: _loop, end: _end, ...bare } = empty.song;
  const one = addSection(
    { ...empty, song: bare, placements: [], sections: [], treatments: [], notes: {} },
    'Chorus',
    2 * BAR,
    counter('s'),
  );

  it('are lines, and what lies between them is one too', () => {
    const two = nameStretch(one, 4 * BAR, 6 * BAR, 'Ending', counter('e'));
    expect(songLines(two).map(({ section, start, end }) => [section?.name ?? null, start / BAR, end / BAR])).toEqual([
      ['Chorus', 0, 2],
      [null, 2, 4],
      ['Ending', 4, 6],
    ]);
    // A name given over part of another takes that part away from it.
    const over = nameStretch(two, BAR, 5 * BAR, 'Middle', counter('m'));
    expect(over.sections.map(({ name, start, length }) => [name, start / BAR, length / BAR])).toEqual([
      ['Chorus', 0, 1],
      ['Middle', 1, 4],
      ['Ending', 5, 1],
    ]);
  });

  it('A A A B: copied twice, the third moved to the end and back, deleted', () => {
    const three = duplicateSection(one, one.sections[0]!.id, 'linked', counter('d'), 2);
    expect(three.sections.map(({ name, start }) => [name, start / BAR])).toEqual([
      ['Chorus', 0],
      ['Chorus 2', 2],
      ['Chorus 3', 4],
    ]);
    const moved = moveSection(three, three.sections[0]!.id, 6 * BAR, counter('m'));
    expect(moved.sections.map(({ name }) => name)).toEqual(['Chorus 2', 'Chorus 3', 'Chorus']);
    expect(moveSection(moved, three.sections[0]!.id, 0, counter('n'))).toEqual(three);
    expect(deleteSection(three, three.sections[1]!.id, counter('x')).sections.map(({ name, start }) => [name, start / BAR])).toEqual([
      ['Chorus', 0],
      ['Chorus 3', 2],
    ]);
  });
});

describe('variants', () => {
  it('begin the same, are switched back and forth, and leave other placements alone', () => {
    fc.assert(
      fc.property(anySong, fc.nat(7), (song, pick) => {
        fc.pre(song.placements.length > 0);
        const placement = song.placements[pick % song.placements.length]!;
        const varied = withVariant(song, placement.id, counter('x'));
        expect(checkDocument(varied)).toBeNull();
        expect(throughChange(song, varied)).toEqual(varied);
        expect(heard(varied)).toEqual(heard(song));
        expect(variantsOf(varied, placement.patternId)).toHaveLength(2);
        const back = withNextVariant(varied, placement.id, 1);
        expect(back.placements).toEqual(song.placements);
        expect(withNextVariant(back, placement.id, -1)).toEqual(varied);
      }),
    );
  });
});

describe('placements', () => {
  it('made own sound the same, and only they change then', () => {
    fc.assert(
      fc.property(anySong, fc.nat(7), (song, pick) => {
        fc.pre(song.placements.length > 1);
        const placement = song.placements[pick % song.placements.length]!;
        const own = makeOwn(song, [placement.id], counter('x'));
        expect(checkDocument(own)).toBeNull();
        expect(throughChange(song, own)).toEqual(own);
        expect(heard(own)).toEqual(heard(song));
        const now = own.placements.find(({ id }) => id === placement.id)!;
        expect(own.placements.filter(({ patternId }) => patternId === now.patternId)).toEqual([now]);
        expect(notesOf(own, now.patternId)).toHaveLength(notesOf(song, placement.patternId).length);
      }),
    );
  });

  it('that land on others sound with them, in their place, or push them later; nothing else is touched', () => {
    fc.assert(
      fc.property(
        anySong,
        fc.nat(7),
        fc.integer({ min: -4, max: 4 }),
        fc.constantFrom('merge', 'replace', 'push'),
        (song, pick, bars, landing) => {
          fc.pre(song.placements.length > 1);
          const { id } = song.placements[pick % song.placements.length]!;
          const put = movedPlacements(song, [id], (bars * BAR) / 2, 0);
          const [moved] = put;
          const after = putPlacements(song, put, landing, counter('x'));
          expect(checkDocument(after)).toBeNull();
          expect(throughChange(song, after)).toEqual(after);
          expect(after.placements).toContainEqual(moved);
          const inWay = after.placements.filter(
            (each) =>
              each.id !== id &&
              each.trackId === moved!.trackId &&
              each.start < moved!.start + moved!.length &&
              each.start + each.length > moved!.start,
          );
          if (landing !== 'merge') expect(inWay).toEqual([]);
          const others = (document: Document) => document.placements.filter(({ trackId }) => trackId !== moved!.trackId);
          expect(others(after)).toEqual(others(song));
          const lengthOn = (document: Document) =>
            document.placements.filter(({ trackId }) => trackId === moved!.trackId).reduce((sum, { length }) => sum + length, 0);
          if (landing !== 'replace') expect(lengthOn(after)).toBe(lengthOn(song));
        },
      ),
    );
  });

  it('repeat span by span until they are told to stop, and a stretch that is cleared is silent', () => {
    fc.assert(
      fc.property(anySong, fc.integer({ min: 1, max: 3 }), ticks, (song, times, from) => {
        fc.pre(song.placements.length > 0);
        const ids = song.placements.map(({ id }) => id);
        const { placements: copies, sources } = repeatedPlacements(song, ids, 6 * BAR, { times }, counter('r'));
        expect(copies).toHaveLength(times * ids.length);
        const repeated = putPlacements(song, copies, 'merge', counter('x'), sources);
        for (let copy = 1; copy <= times; copy++)
          expect(heard(repeated, copy * 6 * BAR, (copy + 1) * 6 * BAR)).toEqual(heard(song, 0, 6 * BAR));
        const cleared = clearTime(song, from, from + BAR, null, counter('c'));
        expect(heard(cleared, from, from + BAR)).toEqual([]);
        expect(heard(cleared, 0, from)).toEqual(heard(song, 0, from));
      }),
    );
  });

  it('end where they are dragged to, or where the next begins', () => {
    const song = fc.sample(anySong, { numRuns: 1, seed: 11 })[0]!;
    const [track] = song.tracks;
    const [pattern] = song.patterns;
    const at = (id: string, start: number) => ({
      id,
      songId: 'song',
      trackId: track!.id,
      patternId: pattern!.id,
      start,
      length: BAR,
      offset: 0,
      muted: false,
    });
    const two = { ...song, placements: [at('a', 0), at('b', 4 * BAR)] };
    expect(withPlacementEnd(two, 'a', 3 * BAR).placements[0]!.length).toBe(3 * BAR);
    expect(withPlacementEnd(two, 'a', 9 * BAR).placements[0]!.length).toBe(4 * BAR);
    expect(withPlacementEnd(two, 'b', 9 * BAR).placements[1]!.length).toBe(5 * BAR);
  });
});
