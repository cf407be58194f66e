import fc from 'fast-check';
import { keyOf, keyWords, namingIn, ownScale, pitchIn, pitchName, readPitchName, SCALES, stepsOfScale, suggestedKeys, tonicOf } from '.';
import { signatureOf } from './signature';

const named = (tonic: string, scale: string, pitches: number[]) =>
  pitches.map((pitch) => pitchName(pitch, namingIn(keyOf({ tonic, scale }))));

it('spells notes for the key, octaves by the letter', () => {
  // E major has four sharps; A flat minor has seven flats, its third is C flat and its second B flat.
  expect(named('E', 'major', [64, 66, 68, 69, 71, 73, 75])).toEqual(['E4', 'F♯4', 'G♯4', 'A4', 'B4', 'C♯5', 'D♯5']);
  expect(named('Ab', 'minor', [56, 58, 59, 61, 63, 64, 66])).toEqual(['A♭3', 'B♭3', 'C♭4', 'D♭4', 'E♭4', 'F♭4', 'G♭4']);
  expect(named('C#', 'major', [60, 65, 71, 72])).toEqual(['B♯3', 'E♯4', 'B4', 'B♯4']);
  // Outside the scale: sharps in a sharp key, flats in a flat one.
  expect(named('G', 'major', [70])).toEqual(['A♯4']);
  expect(named('F', 'major', [66])).toEqual(['G♭4']);
});

it('60 is C4, or C3 where that is wished', () => {
  expect(pitchName(60)).toBe('C4');
  expect(pitchName(21)).toBe('A0');
  expect(pitchName(60, namingIn(null, 3))).toBe('C3');
});

it('every scale on offer is known, has five notes or more, and its tonic; a tonic is spelled with the fewest signs', () => {
  for (const scale of Object.keys(SCALES)) {
    const key = keyOf({ tonic: 'D', scale })!;
    expect(key.classes.size).toBeGreaterThanOrEqual(5);
    expect(key.classes.has(2)).toBe(true);
  }
  expect(keyOf({ tonic: 'D', scale: 'unheard of' })).toBeNull();
  expect([tonicOf(3, 'major'), tonicOf(6, 'minor'), tonicOf(8, 'minor'), tonicOf(1, 'major')]).toEqual(['Eb', 'F#', 'G#', 'Db']);
  expect(keyWords({ tonic: 'Bb', scale: 'minor blues' })).toBe('B♭ blues');
});

it('there are forty scales and more, all different; one of one’s own is any set of steps, with the tonic always in it', () => {
  const sets = Object.keys(SCALES).map((scale) => stepsOfScale(scale)!.join());
  expect(sets.length).toBeGreaterThanOrEqual(40);
  expect(sets.filter((set, index) => sets.indexOf(set) !== index)).toEqual([]);
  const own = { tonic: 'D', scale: ownScale([7, 3, 15]) };
  expect(own.scale).toBe('own 0 3 7');
  expect([...keyOf(own)!.classes].sort((a, b) => a - b)).toEqual([2, 5, 9]);
  expect([keyWords(own), signatureOf(own)]).toEqual(['D own scale of 3', null]);
  fc.assert(
    fc.property(fc.uniqueArray(fc.nat(11)), fc.constantFrom('C', 'F#', 'Bb'), (steps, tonic) => {
      const key = keyOf({ tonic, scale: ownScale(steps) })!;
      expect(key.classes.size).toBe(new Set([0, ...steps]).size);
      expect(stepsOfScale(ownScale(steps))).toContain(0);
    }),
  );
});

describe('keys that fit some notes', () => {
  const phrase = (pitches: readonly number[]) => pitches.map((pitch) => ({ pitch, length: 5040 }));
  const first = (pitches: readonly number[]) =>
    suggestedKeys(phrase(pitches)).map(({ choice, inside, all }) => [keyWords(choice), inside, all])[0];

  it('are found by the weight of their notes, and counted', () => {
    expect(first([60, 62, 64, 65, 67, 69, 71, 72, 67, 64, 60])).toEqual(['C major', 11, 11]);
    // A minor with its raised seventh: one note is outside the plain scale.
    expect(first([57, 60, 64, 69, 68, 69, 64, 60, 57, 62, 64])).toEqual(['A minor', 10, 11]);
    expect(first([63, 67, 70, 75, 68, 72, 63, 70])).toEqual(['E♭ major', 8, 8]);
    expect(suggestedKeys([])).toEqual([]);
  });

  it('go along when all notes are moved, for any notes', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 40, max: 60 }), { minLength: 3, maxLength: 20 }), fc.nat(11), (pitches, by) => {
        const best = (list: readonly number[]) => suggestedKeys(phrase(list), 24).map(({ choice, inside }) => [choice.scale, inside]);
        expect(best(pitches.map((pitch) => pitch + by)).slice(0, 1)).toEqual(best(pitches).slice(0, 1));
      }),
      { examples: [[[40, 44, 47], 5]] },
    );
  });
});

it('typed names are read in any case and with either sign', () => {
  const pitch = (text: string) => {
    const read = readPitchName(text);
    return read && pitchIn(read, read.octave ?? 4);
  };
  expect(['c4', 'F#3', 'B♭', 'cb4', 'E♯4', 'a-1'].map(pitch)).toEqual([60, 54, 70, 59, 65, 9]);
  expect([readPitchName('H2'), readPitchName('C4x'), readPitchName('')]).toEqual([null, null, null]);
});
