import { counter, note, songWith } from '../../test/make';
import type { Document } from '../model';
import { newTrack, withTrack } from '../song';
import { soundById } from '../sounds';
import { exportMidi, importMidi } from '.';

/** A kit with a kick at the first beat and a snare at the second, and a pad that is held for two. */
const drums = songWith([note({ id: 'a', pitch: 36, start: 0 }), note({ id: 'b', pitch: 38, start: 20_160 })], 2, 'drums');
const ids = ['pad', 'padPattern', 'padPlacement'];
const both = withTrack(
  drums,
  newTrack(drums, soundById('fog-pad'), () => ids.shift()!),
);
const opensWith = { trackId: 'track', pitch: 36, openMs: 100, attackMs: 5, releaseMs: 50, depth: 1, on: true };

/** The pad's notes in the file sent out as heard, and what is told of it. */
function pad(fields: Partial<typeof opensWith>, muted = false) {
  const song: Document = {
    ...both,
    tracks: both.tracks.map((track) => (track.id === 'pad' ? { ...track, opensWith: { ...opensWith, ...fields } } : { ...track, muted })),
    notes: { ...both.notes, padPattern: [note({ id: 'p', patternId: 'padPattern', length: 40_320 })] },
  };
  const { bytes, cutToOpenings, openingsLeftOut } = exportMidi(song, 'heard');
  const back = importMidi(bytes, { newId: counter('i'), seed: 1, name: 'Back' });
  if (!back.ok) throw new Error('It cannot be read again.');
  const { notes, placements, tracks } = back.document;
  const pitched = placements.filter(({ trackId }) => tracks.some(({ id, kind }) => id === trackId && kind === 'pitched'));
  const found = pitched.flatMap(({ patternId }) => (notes[patternId] ?? []).map(({ start, length }) => [start, length]));
  return { notes: found, told: [cutToOpenings, openingsLeftOut] };
}

describe('a track that opens with a row of another, sent out as heard', () => {
  // 100 ms at 120 bpm are a fifth of a quarter: 4032 ticks from each stroke of the row.
  it('is cut to where it stands open, and that is told', () => {
    expect(pad({})).toEqual({ notes: [[0, 4032]], told: [1, 0] });
    expect(pad({ pitch: 38 })).toEqual({ notes: [[20_160, 4032]], told: [1, 0] });
  });

  it('is whole where it stands open all the while, or opens by itself', () => {
    expect(pad({ openMs: 5000 })).toEqual({ notes: [[0, 40_320]], told: [0, 0] });
    expect(pad({ on: false })).toEqual({ notes: [[0, 40_320]], told: [0, 0] });
  });

  it('is silent while its source is muted; whole, and told, where it is only held down', () => {
    expect(pad({}, true)).toEqual({ notes: [], told: [1, 0] });
    expect(pad({ depth: -0.8 })).toEqual({ notes: [[0, 40_320]], told: [0, 1] });
  });
});
