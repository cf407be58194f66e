import fc from 'fast-check';
import { newSong, sorted, type Document, type Lane, type Note, type Pattern, type Placement, type Track, type Treatment } from '../src';
import { note, songWith } from './make';

export const track = (id: string, order: number): Track => ({
  ...songWith([]).tracks[0]!,
  id,
  songId: 'song',
  order,
});
export const pattern = (id: string, length: number): Pattern => ({ id, songId: 'song', name: id, length });

/** Any song of up to four tracks and patterns and eight placements, which point to any of them, some treated. All such songs share their ids, so that
 *  from one to the next things come, go, are edited, and placements are given other patterns and tracks. */
export const anySong: fc.Arbitrary<Document> = fc
  .record({
    tracks: fc.uniqueArray(fc.nat(3), { minLength: 1 }),
    order: fc.nat(3),
    patterns: fc.uniqueArray(fc.nat(3), { minLength: 1 }),
    length: fc.integer({ min: 1, max: 4 }),
    placements: fc.uniqueArray(fc.record({ id: fc.nat(7), track: fc.nat(), pattern: fc.nat(), start: fc.nat(4) }), {
      selector: ({ id }) => id,
      maxLength: 8,
    }),
    notes: fc.uniqueArray(fc.record({ id: fc.nat(5), pattern: fc.nat(), start: fc.nat(6), pitch: fc.integer({ min: 60, max: 63 }) }), {
      selector: ({ id }) => id,
      maxLength: 8,
    }),
    treatments: fc.uniqueArray(
      fc.record({ id: fc.nat(3), parent: fc.nat(), order: fc.nat(2), semitones: fc.integer({ min: -12, max: 12 }), on: fc.boolean() }),
      { selector: ({ id }) => id, maxLength: 3 },
    ),
    lanes: fc.uniqueArray(
      fc.record({ id: fc.nat(3), pattern: fc.nat(), points: fc.uniqueArray(fc.nat(6), { maxLength: 4 }), value: fc.nat(127) }),
      {
        selector: ({ id }) => id,
        maxLength: 3,
      },
    ),
    name: fc.constantFrom('One', 'Two'),
  })
  .map((drawn): Document => {
    const tracks = drawn.tracks.map((id) => track(`t${id}`, (id + drawn.order) % 4));
    const patterns = drawn.patterns.map((id) => pattern(`p${id}`, drawn.length * 80_640));
    const of = <T>(rows: readonly T[], pick: number) => rows[pick % rows.length]!;
    const placements = drawn.placements.map(({ id, track: onTrack, pattern: ofPattern, start }): Placement => ({
      id: `pl${id}`,
      songId: 'song',
      trackId: of(tracks, onTrack).id,
      patternId: of(patterns, ofPattern).id,
      start: start * 80_640,
      length: 80_640,
      offset: 0,
      muted: false,
    }));
    const notes: Record<string, Note[]> = {};
    for (const { id, pattern: ofPattern, start, pitch } of drawn.notes) {
      const patternId = of(patterns, ofPattern).id;
      (notes[patternId] ??= []).push(note({ id: `${patternId}n${id}`, patternId, start: start * 5040, pitch }));
    }
    const parents = [...tracks, ...placements];
    const treatments = drawn.treatments.map(({ id, parent, order, semitones, on }): Treatment => ({
      id: `tr${id}`,
      parentId: of(parents, parent).id,
      order,
      actionId: 'transpose',
      params: { semitones },
      on,
    }));
    const lanes = drawn.lanes.map(({ id, pattern: ofPattern }): Lane => {
      const patternId = of(patterns, ofPattern).id;
      return { id: `${patternId}l${id}`, patternId, target: `cc:${id}` };
    });
    const lanePoints = Object.fromEntries(
      lanes.flatMap(({ id: laneId }, index) => {
        const { points, value } = drawn.lanes[index]!;
        const made = points.map((step) => ({ id: `${laneId}x${step}`, laneId, tick: step * 999, value, shape: 'straight' as const }));
        return made.length ? [[laneId, made]] : [];
      }),
    );
    const song = { ...newSong('song', drawn.name, 7).song };
    return sorted({ ...newSong('song', drawn.name, 7), song, tracks, patterns, placements, treatments, lanes, notes, lanePoints });
  });
