import { keyOf, keyWords, namingIn, pitchIn, pitchName, readPitchName, SCALES, tonicOf } from '.';

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

it('typed names are read in any case and with either sign', () => {
  const pitch = (text: string) => {
    const read = readPitchName(text);
    return read && pitchIn(read, read.octave ?? 4);
  };
  expect(['c4', 'F#3', 'B♭', 'cb4', 'E♯4', 'a-1'].map(pitch)).toEqual([60, 54, 70, 59, 65, 9]);
  expect([readPitchName('H2'), readPitchName('C4x'), readPitchName('')]).toEqual([null, null, null]);
});
