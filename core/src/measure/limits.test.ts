import { kitRows } from '../audio';
import { KITS, soundForProgram, SOUNDS } from '../sounds';
import { figuresOf, loudest } from './figures';
import { faultsOf } from './limits';
import { powerCentroid, spectrumOf } from './spectrum';

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
