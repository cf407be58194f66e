import { songWith } from '../../test/make';
import type { Document } from '../model/document';
import type { Recording } from '../model/entities';
import { copyTime, deleteTime, insertTime, moveTime } from './stretch';

const BAR = 80_640;
/** Two seconds last a bar at 120 bpm. */
const BAR_FRAMES = 96_000;
let ids = 0;
const newId = () => `m${ids++}`;
const recording = (tick: number, bars: number): Recording => ({
  id: `r${tick}`,
  songId: 'song',
  tick,
  name: 'Take',
  file: { hash: 'b'.repeat(64), name: 'take.wav', frames: 20 * BAR_FRAMES, channels: 2, bytes: 5 },
  offset: 1000,
  frames: bars * BAR_FRAMES,
  levelDb: 0,
  muted: false,
});
const song = (...recordings: Recording[]): Document => ({ ...songWith([], 8), recordings });
const places = ({ recordings }: Document) =>
  recordings.map(({ tick, offset, frames }) => [tick / BAR, (offset - 1000) / BAR_FRAMES, frames / BAR_FRAMES]);

describe('recordings where the time of a song is changed', () => {
  it('that begin in bars that are deleted lose just those; those that begin before or are over by then stay, or go', () => {
    expect(places(deleteTime(song(recording(BAR, 6)), 0, 3 * BAR, newId))).toEqual([[0, 2, 4]]);
    expect(places(deleteTime(song(recording(0, 6)), BAR, 3 * BAR, newId))).toEqual([[0, 0, 6]]);
    expect(places(deleteTime(song(recording(BAR, 1)), 0, 3 * BAR, newId))).toEqual([]);
    expect(places(deleteTime(song(recording(4 * BAR, 2)), 0, 3 * BAR, newId))).toEqual([[1, 0, 2]]);
  });

  it('go along with time that is put in or moved, and are copied with bars that they end in', () => {
    expect(places(insertTime(song(recording(2 * BAR, 2)), BAR, BAR, newId))).toEqual([[3, 0, 2]]);
    expect(places(moveTime(song(recording(2 * BAR, 1)), [2 * BAR, 3 * BAR], 0, newId))).toEqual([[0, 0, 1]]);
    expect(places(copyTime(song(recording(0, 2)), [0, 2 * BAR], 2 * BAR, 'linked', newId))).toEqual([
      [0, 0, 2],
      [2, 0, 2],
    ]);
    expect(places(copyTime(song(recording(0, 6)), [0, 2 * BAR], 2 * BAR, 'linked', newId))).toEqual([[0, 0, 6]]);
  });
});
