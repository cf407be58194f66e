import { note, PATTERN, songWith } from '../../test/make';
import { differences, newTrack, withTrack } from '.';
import { soundById } from '../sounds';

it('says what came, went and changed, track by track, and what is other in the song', () => {
  const before = songWith([note({ id: 'a' }), note({ id: 'b', start: 5040 })]);
  expect(differences(before, before)).toEqual([]);
  const notes = { [PATTERN]: [note({ id: 'a', velocity: 5 }), note({ id: 'c', start: 90 }), note({ id: 'd', start: 99 })] };
  const ids = ['t2', 'p2', 'pl2'];
  const more = withTrack(
    { ...before, notes },
    newTrack(before, soundById('fog-pad'), () => ids.shift()!),
  );
  const after = { ...more, song: { ...more.song, name: 'Other', tempos: [{ tick: 0, bpm: 92.5 }] } };
  const [song, keys, pad] = differences(before, after);
  expect(song).toEqual({ what: 'Song', words: 'called Test, tempo 120, now 92.5' });
  expect(keys!.words).toBe('2 notes new since, 1 note gone since, 1 note changed');
  expect(pad!.words).toBe('was not there');
  expect(differences(after, before).at(-1)!.words).toBe('was there');
});

it('tells another sound from the same one set another way', () => {
  const before = songWith([]);
  const withTrackFields = (fields: object) => ({ ...before, tracks: before.tracks.map((track) => ({ ...track, ...fields })) });
  const words = (fields: object) => differences(before, withTrackFields(fields)).map((difference) => difference.words);
  expect(words({ soundId: 'fog-pad' })).toEqual(['another sound']);
  for (const fields of [
    { setting: { tone: 0.5 } },
    { octave: -1 },
    { voiceMode: 'latest' },
    { otherDrums: [{ pitch: 36, kitId: 'tin-kit', drum: 36 }] },
  ])
    expect(words(fields)).toEqual(['its sound set another way']);
  expect(words({ setting: undefined })).toEqual([]);
  for (const fields of [{ levelDb: -3 }, { pan: 0.5 }, { muted: true }]) expect(words(fields)).toEqual(['other levels']);
});

it('tells what came and went in every collection, under the track it belongs to or the song', () => {
  const before = songWith([note({ id: 'a' })]);
  const placementId = before.placements[0]!.id;
  const treatment = { id: 'tr', parentId: placementId, order: 0, actionId: 'transpose', params: { semitones: 2 }, on: true };
  const lane = { id: 'l', patternId: PATTERN, target: 'cc:1' };
  const point = { id: 'x', laneId: 'l', tick: 0, value: 5, shape: 'straight' as const };
  const after = {
    ...before,
    song: { ...before.song, loop: { start: 0, end: 80_640, on: true } },
    sections: [{ id: 's', songId: 'song', name: 'Verse', start: 0, length: 80_640 }],
    treatments: [treatment],
    lanes: [lane],
    lanePoints: { l: [point] },
  };
  expect(differences(before, after)).toEqual([
    { what: 'Song', words: 'another loop, 1 section new since' },
    { what: before.tracks[0]!.name, words: '1 treatment new since, 1 lane new since, 1 lane point new since' },
  ]);
  const off = { ...after, treatments: [{ ...treatment, on: false }], lanePoints: {} };
  expect(differences(after, off)).toEqual([{ what: before.tracks[0]!.name, words: '1 treatment changed, 1 lane point gone since' }]);
  expect(differences(after, { ...after, placements: [] })).toEqual([
    {
      what: before.tracks[0]!.name,
      words: ['pattern', 'placement', 'treatment', 'lane', 'note', 'lane point'].map((one) => `1 ${one} gone since`).join(', '),
    },
  ]);
});
