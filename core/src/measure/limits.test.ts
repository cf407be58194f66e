import { kitRows } from '../audio';
import { KITS, soundForProgram, SOUNDS } from '../sounds';
import { figuresOf, lostOnPhone, loudest } from './figures';
import { faultsOf } from './limits';
import { rangeFigures } from './range';
import { powerCentroid, spectrumOf } from './spectrum';
import { struck } from './struck';

const RATE = 48_000;
const sine = (hz: number, seconds = 1, amplitude = 1) =>
  Float32Array.from({ length: seconds * RATE }, (_, index) => amplitude * Math.sin((2 * Math.PI * hz * index) / RATE));

it('measures what is known: a full sine of 997 Hz on one side has -3.01 LUFS, and its frequency in the middle', () => {
  // ITU-R BS.1770-4, annex 1: the very example by which meters are checked.
  expect(loudest({ left: sine(997), right: new Float32Array(RATE) })).toBeCloseTo(-3.01, 1);
  expect(powerCentroid(spectrumOf(sine(3000))).hz / 3000).toBeCloseTo(1, 2);
});

it('there are sixty sounds and more, six kits of fifteen drums, and no name twice', () => {
  expect(SOUNDS.length).toBeGreaterThanOrEqual(60);
  expect(new Set(SOUNDS.map(({ id }) => id)).size).toBe(SOUNDS.length);
  expect(new Set(SOUNDS.map(({ name }) => name)).size).toBe(SOUNDS.length);
  expect(KITS.map((kit) => kitRows(kit).length)).toEqual([15, 15, 15, 15, 15, 15]);
});

it('every drum of every kit, and every sound, is as loud, as bright and as full as it is to be', () => {
  const off = [
    ...KITS.flatMap((kit) => kitRows(kit).map(({ pitch }) => ({ figures: figuresOf(kit, pitch), of: pitch as number | string }))),
    ...SOUNDS.flatMap((sound) => (sound.kind === 'pitched' ? [{ figures: figuresOf(sound), of: sound.family }] : [])),
  ].flatMap(({ figures, of }) => faultsOf(figures, of).map((fault) => `${figures.name}: ${fault}`));
  expect(off).toEqual([]);
});

it('every pitched sound is as loud over its own range: within 6 dB, and within 3 dB of its neighbour a fourth away', () => {
  const uneven = SOUNDS.flatMap((sound) => {
    if (sound.kind === 'drums') return [];
    const { spread, jump } = rangeFigures(sound);
    return spread > 6 || jump > 3 ? [`${sound.id}: ${spread.toFixed(1)} dB, ${jump.toFixed(1)} dB`] : [];
  });
  expect(uneven).toEqual([]);
});

it('no bass is lost on a small speaker at its low E', () => {
  const lost = SOUNDS.flatMap((sound) => {
    if (sound.kind === 'drums' || sound.family !== 'bass') return [];
    const db = lostOnPhone(struck(sound, { pitch: 28, held: 0.5, seconds: 0.68 }));
    return db > 16 ? [`${sound.id}: ${db.toFixed(1)} dB`] : [];
  });
  expect(lost).toEqual([]);
});

it.each([
  [0, 'keys'],
  [10, 'bell'],
  [19, 'keys'],
  [24, 'pluck'],
  [35, 'bass'],
  [48, 'pad'],
  [56, 'lead'],
  [73, 'lead'],
  [90, 'pad'],
  [119, 'effect'],
])('General MIDI program %i is played by one of our sounds for %s', (program, family) => {
  expect(soundForProgram(program).family).toBe(family);
});
