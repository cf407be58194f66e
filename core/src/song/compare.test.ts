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
});
