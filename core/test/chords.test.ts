import fc from 'fast-check';
import {
  actionById,
  CHORD_FORMS,
  chordName,
  chordsOfKey,
  classesOf,
  keyOf,
  motion,
  MOODS,
  nearestVoicing,
  notesOf,
  progressionLine,
  PROGRESSIONS,
  readChord,
  readChords,
  SCALES,
  settingsInWords,
  TICKS_PER_QUARTER,
  voiced,
  type Chord,
  type VoicingSettings,
} from '../src';
import { note, run, songWith } from './make';

const BAR = 4 * TICKS_PER_QUARTER;

const C = keyOf({ tonic: 'C', scale: 'major' })!;
const A_MINOR = keyOf({ tonic: 'A', scale: 'minor' })!;
const E_FLAT = keyOf({ tonic: 'Eb', scale: 'major' })!;
/** Pitch classes of note names, C 0. */
const classes = (names: string) =>
  names
    .split(' ')
    .map((name) => ({ C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 })[name[0]!]! + (name.endsWith('#') ? 1 : name.endsWith('b') ? -1 : 0));
const sounds = (text: string, key = C as typeof C | null) => {
  const chord = readChord(text, key);
  return chord && classesOf(chord).map((each) => (each + 12) % 12);
};

describe('the name of a chord', () => {
  // Spelled out by hand, from the root up.
  test.each([
    ['C', 'C E G'],
    ['am7', 'A C E G'],
    ['F#m7b5', 'F# A C E'],
    ['Bbmaj7', 'Bb D F A'],
    ['C#m7b5/G', 'G C# E B'],
    ['G7/B', 'B G D F'],
    ['D9', 'D F# A C E'],
    ['Esus4', 'E A B'],
    ['C6/9', 'C E G A D'],
    ['B°', 'B D F'],
    ['Caug', 'C E G#'],
    ['Gadd9', 'G B D A'],
    ['Cm6', 'C Eb G A'],
    ['Csus2', 'C D G'],
    ['C7sus4', 'C F G Bb'],
    ['C9sus4', 'C F G Bb D'],
    ['Cdim7', 'C Eb Gb A'],
    ['Cmadd9', 'C Eb G D'],
    ['Cmaj9', 'C E G B D'],
    ['Cm9', 'C Eb G Bb D'],
    ['CmMaj7', 'C Eb G B'],
    ['Cmaj7#5', 'C E G# B'],
    ['C7b9', 'C E G Bb Db'],
    ['Cm11', 'C Eb G Bb D F'],
    ['C13', 'C E G Bb D A'],
    ['Cmaj13', 'C E G B D A'],
    ['Cm13', 'C Eb G Bb D A'],
    ['C11', 'C G Bb D F'],
    ['C5', 'C G'],
  ])('%s is made of %s', (text, names) => {
    expect(sounds(text)?.toSorted()).toEqual(classes(names).toSorted());
  });

  test.each([
    ['ii7', 'D F A C', C],
    ['V', 'G B D', C],
    ['bVII', 'Bb D F', C],
    ['VI', 'F A C', A_MINOR],
    ['bVI', 'F A C', A_MINOR],
    ['v', 'E G B', A_MINOR],
    ['vii°', 'B D F', C],
    ['IVmaj7', 'Ab C Eb G', E_FLAT],
  ])('degree %s of its key is made of %s', (text, names, key) => {
    expect(sounds(text, key)?.toSorted()).toEqual(
      classes(names)
        .map((each) => (each + 12) % 12)
        .toSorted(),
    );
  });

  it('is none where nothing of the kind exists, and a degree is none without a key', () => {
    for (const text of ['', 'H7', 'Cxyz', '7', 'C//', 'Am7/H']) expect(readChord(text, C)).toBeNull();
    expect(readChord('ii', null)).toBeNull();
  });

  test.each([
    [[60, 64, 67], 'C'],
    [[57, 60, 64, 67], 'Am7'],
    [[60, 64, 67, 69], 'C6'],
    [[64, 67, 72], 'C/E'],
    [[55, 59, 62, 65, 72], null],
    [[62, 65, 69, 72, 76], 'Dm9'],
    [[59, 62, 65, 69], 'Bm7♭5'],
    [[60, 67], 'C5'],
    [[60, 72], null],
    [[60, 65, 67], 'Csus4'],
    [[63, 67, 70], 'E♭'],
  ])('of %j is %s', (pitches, name) => expect(chordName(pitches, C)).toBe(name));

  it('read again sounds as the notes it was found for, for every usual chord of every key', () => {
    const keys = Object.keys(SCALES).flatMap((scale) => keyOf({ tonic: 'G', scale }) ?? []);
    for (const key of keys)
      for (const form of CHORD_FORMS)
        for (const { chord } of chordsOfKey(key, form)) {
          const name = chordName(
            chord.steps.map((step) => 48 + chord.root + step),
            key,
          );
          if (name) expect([name, sounds(name)?.toSorted()]).toEqual([name, classesOf(chord).toSorted()]);
        }
  });
});

describe('chords of a key', () => {
  it('lie on its degrees, named in its spelling', () => {
    expect(chordsOfKey(C, 'triad').map(({ numeral, chord }) => `${numeral} ${chord.name}`)).toEqual([
      'I C',
      'ii Dm',
      'iii Em',
      'IV F',
      'V G',
      'vi Am',
      'vii° Bdim',
    ]);
    expect(chordsOfKey(E_FLAT, '7').map(({ chord }) => chord.name)).toEqual(['Ebmaj7', 'Fm7', 'Gm7', 'Abmaj7', 'Bb7', 'Cm7', 'Dm7b5']);
    expect(
      chordsOfKey(A_MINOR, 'sus2')
        .slice(0, 1)
        .map(({ chord }) => chord.name),
    ).toEqual(['Asus2']);
  });

  it('are those of major or minor where the scale has fewer or more notes', () => {
    const names = (scale: string) => chordsOfKey(keyOf({ tonic: 'A', scale })!, 'triad').map(({ chord }) => chord.name);
    expect(names('minor pentatonic')).toEqual(['Am', 'Bdim', 'C', 'Dm', 'Em', 'F', 'G']);
    expect(names('major pentatonic')).toEqual(['A', 'Bm', 'C#m', 'D', 'E', 'F#m', 'G#dim']);
  });

  it('have only notes of the scale, in every form, where it has seven', () => {
    for (const scale of Object.keys(SCALES)) {
      const key = keyOf({ tonic: 'D', scale })!;
      if (key.classes.size !== 7) continue;
      for (const form of CHORD_FORMS)
        for (const { chord } of chordsOfKey(key, form)) for (const each of classesOf(chord)) expect(key.classes.has(each)).toBe(true);
    }
  });
});

/** Every way to give each note of the smaller chord another one of the larger. */
function leastMotion(from: readonly number[], to: readonly number[]): number {
  const [few, many] = from.length <= to.length ? [from, to] : [to, from];
  const [first, ...others] = few;
  if (first === undefined) return 0;
  return Math.min(...many.map((key, at) => Math.abs(key - first) + leastMotion(others, many.toSpliced(at, 1))));
}

describe('the nearest voicing', () => {
  const anyKeys = fc
    .uniqueArray(fc.integer({ min: 48, max: 76 }), { minLength: 1, maxLength: 5 })
    .map((keys) => keys.toSorted((a, b) => a - b));
  const anyClasses = fc.uniqueArray(fc.integer({ min: 0, max: 11 }), { minLength: 1, maxLength: 4 });

  it('moves as little as any assignment of its notes to those before', () => {
    fc.assert(fc.property(anyKeys, anyKeys, (from, to) => expect(motion(from, to)).toBe(leastMotion(from, to))));
  });

  it('is the one of least motion among all sets of keys of its pitch classes in the range', () => {
    fc.assert(
      fc.property(anyKeys, anyClasses, (before, wanted) => {
        const range = { low: 48, high: 76 };
        const all = wanted.map((each) => Array.from({ length: 29 }, (_, at) => 48 + at).filter((key) => key % 12 === each));
        const sets = all.reduce<number[][]>((made, keys) => made.flatMap((set) => keys.map((key) => [...set, key])), [[]]);
        const near = nearestVoicing(wanted, before, range, null)!;
        const least = sets.reduce((low, set) => Math.min(low, leastMotion(before, set)), Infinity);
        expect(leastMotion(before, near)).toBe(least);
        // Of those as near, the top note moves least.
        const top = (keys: readonly number[]) => Math.abs(keys.toSorted((a, b) => a - b).at(-1)! - before.at(-1)!);
        const ties = sets.filter((set) => leastMotion(before, set) === least);
        expect(top(near)).toBe(ties.reduce((low, set) => Math.min(low, top(set)), Infinity));
      }),
      { numRuns: 60 },
    );
  });

  it('keeps every ready progression within three semitones a voice on average, its voices in order, in every key', () => {
    for (const tonic of ['C', 'F#', 'Bb'])
      for (const scale of ['major', 'minor'])
        for (const progression of PROGRESSIONS) {
          const key = keyOf({ tonic, scale })!;
          const { notes } = run(songWith([], 64), 'chords', { text: progressionLine(progression, key) });
          const starts = [...new Set(notes.map(({ start }) => start))];
          const each = starts.map((start) => notes.filter((one) => one.start === start).map(({ pitch }) => pitch));
          const moves = each.slice(1).map((keys, at) => leastMotion(each[at]!, keys) / Math.min(keys.length, each[at]!.length));
          expect([progression.name, moves.reduce((sum, move) => sum + move, 0) / moves.length <= 3]).toEqual([progression.name, true]);
        }
  });
});

describe('laying out a chord', () => {
  const settings: VoicingSettings = { inversion: 0, spread: 'close', lowest: 48, octaves: 3, isNearest: false };
  const keys = (name: string, changed: Partial<VoicingSettings> = {}) => voiced(readChord(name, null)!, { ...settings, ...changed }, []);

  it('goes by inversion and spread', () => {
    expect(keys('C')).toEqual([48, 52, 55]);
    expect(keys('C', { inversion: 1 })).toEqual([52, 55, 60]);
    expect(keys('C', { inversion: 2 })).toEqual([55, 60, 64]);
    expect(keys('C', { spread: 'open' })).toEqual([48, 55, 64]);
    expect(keys('C', { spread: 'wide' })).toEqual([48, 67, 76]);
    expect(keys('C', { spread: 'bass' })).toEqual([48, 60, 64, 67]);
    expect(keys('C/E')).toEqual([52, 55, 60]);
    expect(keys('Dm7/G')).toEqual([55, 62, 65, 69, 72]);
  });

  it('has each pitch class of the chord, in the range, no key twice; the named bass lowest', () => {
    const anyChord = fc
      .tuple(
        fc.constantFrom('C', 'F#', 'Bb', 'E'),
        fc.constantFrom('', 'm7', 'maj9', '13', 'sus4', 'dim7'),
        fc.constantFrom('', '/G', '/Db'),
      )
      .map(([root, kind, bass]) => readChord(root + kind + bass, null)!);
    fc.assert(
      fc.property(
        anyChord,
        fc.nat(4),
        fc.constantFrom('close', 'open', 'wide', 'bass'),
        fc.integer({ min: 24, max: 84 }),
        fc.boolean(),
        fc.constantFrom<number[]>([], [60, 64, 67], [40, 50, 60, 70]),
        (chord: Chord, inversion, spread, lowest, isNearest, before) => {
          const made = voiced(chord, { inversion, spread: spread as 'close', lowest, octaves: 3, isNearest }, before);
          expect([...new Set(made.map((key) => key % 12))].toSorted()).toEqual(classesOf(chord).toSorted());
          expect(new Set(made).size).toBe(made.length);
          for (const key of made) expect(key >= lowest && key <= lowest + 36).toBe(true);
          if (chord.bass !== null) expect(made[0]! % 12).toBe(chord.bass);
        },
      ),
    );
  });
});

describe('a line of chords', () => {
  const line = (text: string, startTick = 0) =>
    readChords(text, { key: C, meters: [{ tick: 0, numerator: 4, denominator: 4 }], startTick, lengthAt: () => BAR });

  it('says how long each lasts: as all do, beats, or a note value', () => {
    const read = line('Am7 F:2 - G7:1/8 C:1.5', TICKS_PER_QUARTER);
    expect(
      read.ok && read.words.map(({ chord, start, length }) => [chord?.name, start / TICKS_PER_QUARTER, length / TICKS_PER_QUARTER]),
    ).toEqual([
      ['Am7', 1, 4],
      ['F', 5, 2],
      [undefined, 7, 4],
      ['G7', 11, 0.5],
      ['C', 11.5, 1.5],
    ]);
  });

  it('says which characters are no chord, or no length', () => {
    const said = (text: string) => {
      const read = line(text);
      return read.ok ? null : text.slice(read.problem.from, read.problem.to);
    };
    expect([said('Am7 Hm F'), said('C:x'), said('C: F'), said('C:0'), said('Am F')]).toEqual(['Hm', ':x', ':', ':0', null]);
  });

  it('is read or told, whatever is typed, and a part of it that cannot be read lies in it', () => {
    const anyWord = fc.constantFrom('Am7', 'ii', 'C/E', '-', ':2', 'F:1/8', 'b', 'H', '♭VII', 'G7:', '/', ',', ' ', 'xx', '°', '13');
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(anyWord).map((words) => words.join(' ')),
          fc.array(anyWord).map((words) => words.join('')),
        ),
        (text) => {
          const read = line(text);
          if (!read.ok) {
            const { from, to, words } = read.problem;
            expect([from >= 0 && from < to && to <= text.length, words.endsWith('.')]).toEqual([true, true]);
          } else
            for (const [at, word] of read.words.entries())
              expect(word.start).toBe(read.words[at - 1] ? read.words[at - 1]!.start + read.words[at - 1]!.length : 0);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('is written as plain notes from the cursor on, the others as they were, and goes on from the chord before', () => {
    const melody = note({ id: 'm', start: 0, length: BAR, pitch: 90 });
    const song = songWith([melody, ...[60, 64, 67].map((pitch) => note({ id: `c${pitch}`, start: 0, length: BAR, pitch }))], 8);
    const { notes } = run(song, 'chords', { text: 'F', voicing: 'nearest' }, [], { at: { tick: BAR, pitch: 60 } });
    expect(notes.filter(({ start }) => start > 0).map(({ start, pitch, length }) => [start / BAR, pitch, length / BAR])).toEqual([
      [1, 60, 1],
      [1, 65, 1],
      [1, 69, 1],
    ]);
    expect(notes.filter(({ start }) => start === 0)).toEqual(notesOf(song, 'pattern'));
  });
});

it('settings of chords read as a person says them: the lowest key by its name', () => {
  const action = actionById('chords');
  expect(settingsInWords(action, { ...action.params.parse({}), text: 'Am F', lowest: 48 })).toBe('Make chords bar, Am F, from C3');
});

describe('ready progressions', () => {
  it('are 36 or more, each of two to sixteen chords, some for each mood, none twice', () => {
    expect(PROGRESSIONS.length).toBeGreaterThanOrEqual(36);
    for (const mood of MOODS) expect(PROGRESSIONS.filter((each) => each.mood === mood).length).toBeGreaterThanOrEqual(5);
    for (const field of ['id', 'name', 'degrees'] as const)
      expect(new Set(PROGRESSIONS.map((each) => each[field])).size).toBe(PROGRESSIONS.length);
    // Major or minor, no two have the same chords in one key.
    expect(new Set(PROGRESSIONS.map((each) => progressionLine(each, C))).size).toBe(PROGRESSIONS.length);
    for (const progression of PROGRESSIONS) {
      const read = readChords(progressionLine(progression, null), {
        key: null,
        meters: [{ tick: 0, numerator: 4, denominator: 4 }],
        startTick: 0,
        lengthAt: () => 0,
      });
      expect([progression.name, read.ok && read.words.length >= 2 && read.words.length <= 16]).toEqual([progression.name, true]);
      const end = read.ok ? read.words.at(-1)! : null;
      expect((end!.start + end!.length) % BAR).toBe(0);
    }
  });

  it('are named in the key of the song; in a key of the other mode they keep to its notes', () => {
    const byName = (name: string) => PROGRESSIONS.find((each) => each.name === name)!;
    expect(progressionLine(byName('Sun on deck'), E_FLAT)).toBe('Eb:4 Bb:4 Cm:4 Ab:4');
    expect(progressionLine(byName('Sun on deck'), A_MINOR)).toBe('C:4 G:4 Am:4 F:4');
    expect(progressionLine(byName('Far shore'), C)).toBe('Am:4 C:4 G:4 F:4');
    expect(progressionLine(byName('Harbour wall'), null)).toBe('C:4 C/E:4 F:4 G:4');
  });
});
