import { dbToGain, shareGone } from './math';
import { SAMPLE_RATE } from './rate';
import { CHUNK } from './workbench';

/** Where it begins to hold a track down with the least and the most of it, in dBFS of the track's own level, and how hard it holds: decibels in for one out. */
const FIRST_DB = -14;
const MORE_DB = -16;
const HARDEST = 6;
/** How much of what is taken from a peak of usual loudness is given back to all. */
const USUAL_DB = -12;
const GIVEN_BACK = 0.7;
const ATTACK_SECONDS = 0.004;
const RELEASE_SECONDS = 0.14;

/** Brings loud and soft of a track together: a compressor with one knob, which goes by the peaks of the chunk before. */
export class Squeeze {
  /** Its gain at the beginning and the end of the chunk at work. */
  from = 1;
  to = 1;
  private held = 0;

  /** Whether it turns the chunk at work: for one chunk more, too, after it was switched off. */
  get isWorking(): boolean {
    return this.from !== 1 || this.to !== 1;
  }

  /** Sets the gains of the next chunk. `amount` is 0..1, `peak` that of the chunk before, as a gain. */
  work(amount: number, peak: number): void {
    this.from = this.to;
    // Where it is switched on, it goes by what sounds there already.
    if (amount === 0 || this.held === 0) this.held = amount === 0 ? 0 : peak;
    else this.held += (peak - this.held) * (peak > this.held ? ATTACK : RELEASE);
    this.to = gainFor(amount, this.held);
  }
}

function gainFor(amount: number, level: number): number {
  const threshold = FIRST_DB + MORE_DB * amount;
  const taken = 1 - 1 / (1 + (HARDEST - 1) * amount);
  const given = Math.max(0, USUAL_DB - threshold) * taken * GIVEN_BACK;
  const over = level > 0 ? Math.max(0, decibels(level) - threshold) : 0;
  return dbToGain(given - over * taken);
}

/** Decibels of a gain, the same on every machine: by halves and a polynomial. Within 0.01 dB. */
function decibels(gain: number): number {
  let octaves = 0;
  let rest = gain;
  while (rest < 1) {
    rest *= 2;
    octaves--;
  }
  while (rest >= 2) {
    rest /= 2;
    octaves++;
  }
  // log2(x) = 2 / ln 2 (y + y^3 / 3 + y^5 / 5 + ...), y = (x - 1) / (x + 1).
  const y = (rest - 1) / (rest + 1);
  const square = y * y;
  return 6.020599913279624 * (octaves + 2.885390081777927 * y * (1 + square * (1 / 3 + square * (1 / 5 + square / 7))));
}

const ATTACK = shareGone(ATTACK_SECONDS, SAMPLE_RATE, CHUNK);
const RELEASE = shareGone(RELEASE_SECONDS, SAMPLE_RATE, CHUNK);
