import { counter } from '../../test/make';
import { events } from '../playback';
import { demoSong } from './demo';
import { duckedUnderKick } from '.';

describe('a track that ducks under the kick', () => {
  const song = demoSong(counter());
  const track = (name: string) => song.tracks.find((each) => each.name === name)!;

  it('goes by the kick that is struck most, of another track, and goes down rather than up', () => {
    const ducked = duckedUnderKick(song, track('Bilge Bass').id)!;
    expect([ducked.trackId, ducked.pitch, ducked.on]).toEqual([track('Deck Drums').id, 36, true]);
    expect(ducked.depth).toBeLessThan(0);
    // The toms have no kick: they duck under the drums too; the drums have no other kick to duck under.
    expect(duckedUnderKick(song, track('Harbour Toms').id)!.trackId).toBe(track('Deck Drums').id);
    expect(duckedUnderKick(song, track('Deck Drums').id)).toBeNull();
  });

  it('leaves its notes as they are: it is the level that goes', () => {
    const bass = track('Bilge Bass');
    const opensWith = duckedUnderKick(song, bass.id)!;
    const ducked = { ...song, tracks: song.tracks.map((each) => (each.id === bass.id ? { ...each, opensWith } : each)) };
    const heard = (document: typeof song) =>
      events(document, 0, 20 * 80_640, { view: { kind: 'song' } }).filter(({ trackId }) => trackId === bass.id);
    expect(heard(ducked)).toEqual(heard(song));
  });
});
