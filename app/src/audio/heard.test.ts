import { SoundEngine, type Document, type EngineMessage } from '@yibbo/core';
import { rendered } from '@yibbo/core/render';
import { demoSongs } from '@yibbo/core/demo';
import { Player } from './player';
import { patternScore, songScore, type Score } from './score';

const RATE = 48_000;
const BLOCK = 128;

/** Where sound goes in a browser, without one: an engine that is asked for 128 samples at a time, on a clock that began long ago. */
class EngineOutput {
  private at = 7 * BLOCK;
  private readonly engine = new SoundEngine(this.at);
  readonly heard: Float32Array[] = [];

  post = (message: EngineMessage) => this.engine.post(JSON.parse(JSON.stringify(message)) as EngineMessage);
  frame = () => this.at;
  frameAt = (ms: number) => (ms / 1000) * RATE;
  msAt = (frame: number) => (frame / RATE) * 1000;
  latencySeconds = () => 0;
  wake = () => undefined;

  pass(blocks: number): void {
    for (let block = 0; block < blocks; block++) {
      const [left, right] = [new Float32Array(BLOCK), new Float32Array(BLOCK)];
      this.engine.render(left, right);
      this.heard.push(left);
      this.at += BLOCK;
    }
  }
}

/** Renders the left channel of a score for `seconds`, from where it begins to play. */
function heard(score: Score, seconds: number): Float32Array {
  const output = new EngineOutput();
  const player = new Player(output);
  player.setScore(score);
  output.pass(3);
  player.play(0);
  const begins = 3 * BLOCK + Math.ceil((output.frame() + 0.03 * RATE) / BLOCK) * BLOCK - output.frame();
  while (output.heard.length * BLOCK < begins + seconds * RATE) {
    output.pass(18);
    jest.advanceTimersByTime(50);
  }
  player.stop();
  return joined(output.heard).slice(begins, begins + seconds * RATE);
}

function written(document: Document, end: number, seconds: number): Float32Array {
  const blocks: Float32Array[] = [];
  for (const { left } of rendered(document, { span: { start: 0, end, trackIds: null }, ending: 'cut', isLimited: true })) {
    blocks.push(left);
    if (blocks.length * 4096 > seconds * RATE) break;
  }
  return joined(blocks).slice(0, seconds * RATE);
}

function joined(blocks: readonly Float32Array[]): Float32Array {
  const all = new Float32Array(blocks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const block of blocks) {
    all.set(block, at);
    at += block.length;
  }
  return all;
}

/** The first sample in which two differ; -1 where none does. */
const firstDifference = (a: Float32Array, b: Float32Array) => a.findIndex((sample, index) => sample !== b[index]);

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

const song = (): Document => {
  let id = 0;
  return demoSongs(() => `id${id++}`)[0]!;
};

it('what is heard of a song, and of a loop of it, is what a file has, sample for sample', () => {
  const document = song();
  const bar = 4 * 20_160;
  const file = written(document, 8 * bar, 6);
  expect(file.some((sample) => sample > 0.1)).toBe(true);
  expect(firstDifference(heard(songScore(document)!, 6), file)).toBe(-1);
  const looped = { ...document, song: { ...document.song, loop: { start: 0, end: 2 * bar, on: true } } };
  expect(firstDifference(heard(songScore(looped)!, 4), written(looped, 2 * bar, 4))).toBe(-1);
});

it('a pattern that goes round sounds each time as the song that plays it again and again', () => {
  const document = song();
  const drums = document.tracks[0]!;
  const alone = { ...document, tracks: [drums], placements: document.placements.filter(({ trackId }) => trackId === drums.id).slice(0, 1) };
  const round = heard(patternScore(alone, alone.placements[0]!.id)!, 11);
  expect(firstDifference(round, written(alone, 8 * 4 * 20_160, 11))).toBe(-1);
});
