import { parseMidi } from 'midi-file';
import { counter } from '../../test/make';
import { END, file, METER, NOTE } from '../../test/midi-bytes';
import { exportMidi, importMidi } from '.';

/** What a file gives back when it is brought in and sent out as written. */
function sentBack(bytes: Uint8Array, newId = counter('i')) {
  const imported = importMidi(bytes, { newId, seed: 1, name: 'File' });
  if (!imported.ok) throw new Error(imported.refusal.code);
  return parseMidi(exportMidi(imported.document, 'written').bytes).tracks.flat();
}

describe('a file that was brought in and not changed', () => {
  it('names no meter where it named none', () => {
    const types = (bytes: Uint8Array) => sentBack(bytes).map(({ type }) => type);
    expect(types(file([...NOTE, ...END]))).not.toContain('timeSignature');
    expect(types(file([...METER, ...NOTE, ...END]))).toContain('timeSignature');
  });

  it('gives doubled hits back in the order they came, whatever ids they were given', () => {
    const on = (velocity: number) => [0, 0x90, 60, velocity];
    const off = (delta: number) => [delta, 0x80, 60, 0];
    const doubled = file([...METER, ...on(90), ...on(20), ...on(70), ...off(96), ...off(0), ...off(0), ...END]);
    for (const id of ['zz', 'a', 'm']) {
      let count = 9;
      const ons = sentBack(doubled, () => `${id}${count--}`);
      expect(ons.flatMap((event) => (event.type === 'noteOn' ? [event.velocity] : []))).toEqual([90, 20, 70]);
    }
  });
});
