import { note, songWith } from '../../test/make';
import { notesOf, songEnd, type Document } from '../model/document';
import { events } from '../playback/events';
import { arranged, leadingSilence, outsideKey, PLAIN_ARRANGEMENT, suggestedKeyOf, trailingSilence } from './arrange';

const BAR = 80_640;
let ids = 0;
const newId = () => `a${ids++}`;

/** Eight bars with a scale of C in the third, an F sharp among it, and a kick in the fourth. */
function withSilence(): Document {
  const scale = [60, 62, 64, 65, 66, 67, 69, 71, 72].map((pitch, index) =>
    note({ id: `n${index}`, start: 2 * BAR + index * 5040, length: pitch === 66 ? 2000 : 5040, pitch }),
  );
  const song = songWith([...scale, note({ id: 'last', start: 3 * BAR, length: 20_160, pitch: 60 })], 8);
  return { ...song, tracks: song.tracks.map((track) => ({ ...track, kind: 'pitched' as const, rows: [] })) };
}

describe('a song from a file', () => {
  it('has silence before its first note and after its last one, which goes where that is wished', () => {
    const song = withSilence();
    expect([leadingSilence(song) / BAR, trailingSilence(song) / BAR]).toEqual([2, 4]);
    const trimmed = arranged(song, { ...PLAIN_ARRANGEMENT, tracks: 'long', silence: 'trim' }, newId);
    expect(songEnd(trimmed)).toBe(2 * BAR);
    const heard = events(trimmed, 0, 8 * BAR, { view: { kind: 'song' } });
    expect([heard[0]!.tick, heard.at(-1)!.tick / BAR, heard.length]).toEqual([0, 1, 10]);
    expect(arranged(song, { ...PLAIN_ARRANGEMENT, tracks: 'long' }, newId).placements).toEqual(song.placements);
  });

  it('seems to be in a key, and is fitted to it, where that is wished, without doubling a note', () => {
    const song = withSilence();
    const suggested = suggestedKeyOf(song)!;
    expect(suggested.choice).toEqual({ tonic: 'C', scale: 'major' });
    expect(outsideKey(song, suggested.choice)).toBe(1);
    const fitted = arranged(song, { ...PLAIN_ARRANGEMENT, tracks: 'long', key: 'suggested', fit: 'nearest' }, newId);
    expect(fitted.song.key).toEqual(suggested.choice);
    expect(outsideKey(fitted, suggested.choice)).toBe(0);
    const all = fitted.patterns.flatMap(({ id }) => notesOf(fitted, id));
    expect(new Set(all.map(({ start, pitch }) => `${start} ${pitch}`)).size).toBe(all.length);
    const left = arranged(song, { ...PLAIN_ARRANGEMENT, tracks: 'long', key: 'none', fit: 'nearest' }, newId);
    expect(left.song.key).toBeUndefined();
    expect(notesOf(left, left.patterns[0]!.id)).toEqual(notesOf(song, song.patterns[0]!.id));
  });
});
