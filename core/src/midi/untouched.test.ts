import { parseMidi } from 'midi-file';
import { counter } from '../../test/make';
import { END, file, letters, METER, NOTE } from '../../test/midi-bytes';
import { exportMidi, importMidi } from '.';

/** A file after a round trip: brought in and sent out as written. */
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

it('the tracks of a format 2 file follow one another, each from a bar line, and the report says so', () => {
  const bars = (meter: number[], ticks: number) => [...meter, 0, 0x90, 60, 100, ...[0x80 | (ticks >> 7), ticks & 127], 0x80, 60, 0, ...END];
  const inThree = [0, 0xff, 0x58, 4, 3, 2, 24, 8];
  // Five quarters of 3/4 (two bars), then one quarter of 4/4 (one bar), then a track that names no meter.
  const tracks = [bars(inThree, 480), bars(METER, 96 + 0), [...NOTE, ...END]];
  const chunks = tracks.flatMap((body) => [...letters('MTrk'), 0, 0, 0, body.length, ...body]);
  const bytes = Uint8Array.from([...letters('MThd'), 0, 0, 0, 6, 0, 2, 0, 3, 0, 96, ...chunks]);
  const imported = importMidi(bytes, { newId: counter('i'), seed: 1, name: 'File' });
  if (!imported.ok) throw new Error(imported.refusal.code);
  const QUARTER = 20160;
  const { document, report } = imported;
  expect(document.placements.map(({ start, length }) => [start / QUARTER, length / QUARTER])).toEqual([
    [0, 6],
    [6, 4],
    [10, 4],
  ]);
  expect(report.mended.map(({ message }) => message).join(' ')).toMatch(/3 separate patterns.*one after the other/);
  const starts = parseMidi(exportMidi(document, 'written').bytes).tracks.map((events) => {
    let tick = 0;
    return events.flatMap((event) => ((tick += event.deltaTime), event.type === 'noteOn' && event.velocity ? [tick / 96] : []));
  });
  expect(starts).toEqual([[0], [6], [10]]);
});
