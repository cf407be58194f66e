import { Chord as ChordLibrary } from 'tonal';
import { classOf, keyOf, printed, type Key } from './keys';

/** A chord as it is meant, at no height yet. */
export interface Chord {
  /** As it is typed: "C#m7b5/G". */
  readonly name: string;
  /** Pitch class of its root, 0 for C to 11. */
  readonly root: number;
  /** Semitones of its notes above the root, from 0 up; a ninth is 14. */
  readonly steps: readonly number[];
  /** Pitch class of the lowest note where a name says it ("/G"); else null. */
  readonly bass: number | null;
}

/** Chord sizes stacked on a degree of the key, from the triad up. */
export const CHORD_FORMS = ['triad', '7', '9', '11', '13', '6', 'add9', 'sus2', 'sus4'] as const;
export type ChordForm = (typeof CHORD_FORMS)[number];

/** Degrees of the scale, from 0 for the root, that a form is made of. */
const DEGREES: Readonly<Record<ChordForm, readonly number[]>> = {
  triad: [0, 2, 4],
  7: [0, 2, 4, 6],
  9: [0, 2, 4, 6, 8],
  11: [0, 2, 4, 6, 8, 10],
  13: [0, 2, 4, 6, 8, 12],
  6: [0, 2, 4, 5],
  add9: [0, 2, 4, 8],
  sus2: [0, 1, 4],
  sus4: [0, 3, 4],
};

/** The usual kinds of chords by their symbols, plainest first: the order in which a name is looked for. */
const KINDS: readonly (readonly [symbol: string, steps: readonly number[]])[] = [
  ['', [0, 4, 7]],
  ['m', [0, 3, 7]],
  ['7', [0, 4, 7, 10]],
  ['maj7', [0, 4, 7, 11]],
  ['m7', [0, 3, 7, 10]],
  ['dim', [0, 3, 6]],
  ['sus4', [0, 5, 7]],
  ['sus2', [0, 2, 7]],
  ['6', [0, 4, 7, 9]],
  ['m6', [0, 3, 7, 9]],
  ['m7b5', [0, 3, 6, 10]],
  ['dim7', [0, 3, 6, 9]],
  ['aug', [0, 4, 8]],
  ['add9', [0, 4, 7, 14]],
  ['madd9', [0, 3, 7, 14]],
  ['7sus4', [0, 5, 7, 10]],
  ['9', [0, 4, 7, 10, 14]],
  ['maj9', [0, 4, 7, 11, 14]],
  ['m9', [0, 3, 7, 10, 14]],
  ['6/9', [0, 4, 7, 9, 14]],
  ['mMaj7', [0, 3, 7, 11]],
  ['maj7#5', [0, 4, 8, 11]],
  ['7b9', [0, 4, 7, 10, 13]],
  ['9sus4', [0, 5, 7, 10, 14]],
  ['11', [0, 7, 10, 14, 17]],
  ['m11', [0, 3, 7, 10, 14, 17]],
  ['13', [0, 4, 7, 10, 14, 21]],
  ['maj13', [0, 4, 7, 11, 14, 21]],
  ['m13', [0, 3, 7, 10, 14, 21]],
  ['5', [0, 7]],
];

/** The kinds by which pitch classes they have above the root, from 0 up. */
const KIND_OF = new Map(KINDS.map(([symbol, steps], rank) => [classesAbove(steps), { symbol, rank }]));

function classesAbove(steps: readonly number[]): string {
  return [...new Set(steps.map((step) => step % 12))].sort((a, b) => a - b).join(' ');
}

/** A name as it is shown: "C♯m7♭5". */
export function chordPrinted(name: string): string {
  return printed(name);
}

const NAME = /^([A-Ga-g])([#b]*)(.*)$/;
const DEGREE = /^([#b]?)(VII|VI|IV|V|III|II|I)(.*)$/i;
/** Steps of the major scale, from which degrees with a sign are counted. */
const MAJOR = [0, 2, 4, 5, 7, 9, 11];
const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];

/** Reads a chord's name ("Am7", "C#m7b5/G") or, where there is a key, its degree ("ii7", "bVII", "V7/ii" is not one). A degree without a sign is counted in
 *  the key's own scale where that has seven notes, one with a sign from the tonic's major scale; small letters are minor. Null where it is neither. */
export function readChord(text: string, key: Key | null): Chord | null {
  const plain = text.trim().replaceAll('♭', 'b').replaceAll('♯', '#');
  const { above, bass } = withBass(plain);
  const degree = key ? readDegree(above, key) : null;
  const read = degree ?? readName(above);
  if (!read) return null;
  const name =
    bass === null
      ? read.name
      : `${read.name}/${plain.slice(plain.lastIndexOf('/') + 1).replace(/^[a-g]/, (letter) => letter.toUpperCase())}`;
  return { ...read, name, bass };
}

/** Splits a chord symbol into the part before its slash and the bass's pitch class. The slash in "6/9" does not count. */
function withBass(text: string): { readonly above: string; readonly bass: number | null } {
  const [, above, bass] = /^(.+)\/([A-Ga-g][#b]*)$/.exec(text) ?? [];
  if (!above || !bass) return { above: text, bass: null };
  return { above, bass: classOf(bass.replace(/^[a-g]/, (letter) => letter.toUpperCase())) };
}

function readName(text: string): Chord | null {
  const [, letter, signs, kind] = NAME.exec(text) ?? [];
  if (!letter) return null;
  const tonic = letter.toUpperCase() + signs;
  return chordOfKind(tonic, kind!);
}

/** A chord of a root by its name and of a kind by its symbol; null where there is no such kind. */
function chordOfKind(tonic: string, kind: string): Chord | null {
  const known = KINDS.find(([symbol]) => symbol === kind);
  const steps = known ? known[1] : libraryKind(kind);
  return steps && { name: tonic + kind, root: classOf(tonic), steps, bass: null };
}

/** Semitones of a kind of chord by any of its trade names; null where there is none. */
function libraryKind(kind: string): readonly number[] | null {
  const found = ChordLibrary.get(`C${kind.replace(/^\(|\)$/g, '')}`);
  if (found.empty) return null;
  const above = found.notes.map(classOf);
  // Notes beyond the octave are told by their intervals: "9M".
  return found.intervals.map((interval, index) => above[index]! + (Number.parseInt(interval, 10) > 7 ? 12 : 0));
}

function readDegree(text: string, key: Key): Chord | null {
  const [, sign, numeral, suffix] = DEGREE.exec(text) ?? [];
  if (!numeral) return null;
  const index = NUMERALS.indexOf(numeral.toUpperCase());
  const scale = sevenNotes(key);
  const shift = { '#': 1, b: -1 }[sign!];
  const above = shift === undefined ? scale[index]! : MAJOR[index]! + shift;
  const root = (classOf(key.choice.tonic) + above + 12) % 12;
  const isMinor = numeral === numeral.toLowerCase();
  return chordOfKind(plainName(key, root), kindOfDegree(isMinor, suffix!));
}

/** "" after a small numeral is minor, "7" a minor seventh; "°" and "ø" stand for themselves. */
function kindOfDegree(isMinor: boolean, suffix: string): string {
  const plain = suffix
    .replace(/^(°|o(?!n))/, 'dim')
    .replace(/^ø7?/, 'm7b5')
    .replace(/^\+/, 'aug');
  if (!isMinor || /^(dim|m|aug|sus)/.test(plain)) return plain;
  return plain.startsWith('maj') ? `mM${plain.slice(3)}` : `m${plain}`;
}

/** The seven notes that chords of a key are built of, in semitones above its tonic: those of its scale, or of major or minor where that has another
 *  number. */
export function sevenNotes(key: Key): readonly number[] {
  const tonic = classOf(key.choice.tonic);
  const own = [...key.classes].map((each) => (each - tonic + 12) % 12).sort((a, b) => a - b);
  if (own.length === 7) return own;
  const isMinor = own.includes(3) && !own.includes(4);
  return isMinor ? [0, 2, 3, 5, 7, 8, 10] : MAJOR;
}

/** The name of a pitch class in a key, as it is typed. */
function plainName(key: Key | null, pitchClass: number): string {
  return nameIn(key, pitchClass).replaceAll('♯', '#').replaceAll('♭', 'b');
}

function nameIn(key: Key | null, pitchClass: number): string {
  return (key ?? NO_KEY).names[pitchClass]!;
}

const NO_KEY = keyOf({ tonic: 'C', scale: 'major' })!;

/** A chord on a degree of a key. */
export interface DegreeChord {
  /** "ii", "V", "vii°". */
  readonly numeral: string;
  readonly chord: Chord;
}

/** The chords on the seven degrees of a key, all of notes of its scale, in one form. */
export function chordsOfKey(key: Key, form: ChordForm): readonly DegreeChord[] {
  const scale = sevenNotes(key);
  const tonic = classOf(key.choice.tonic);
  const stepAt = (degree: number) => scale[degree % 7]! + 12 * Math.floor(degree / 7);
  return scale.map((above, index) => {
    const steps = DEGREES[form].map((degree) => stepAt(index + degree) - above);
    const root = (tonic + above) % 12;
    const third = stepAt(index + 2) - above;
    const fifth = stepAt(index + 4) - above;
    const numeral = third === 3 ? NUMERALS[index]!.toLowerCase() : NUMERALS[index]!;
    return {
      numeral: numeral + (third === 3 && fifth === 6 ? '°' : third === 4 && fifth === 8 ? '+' : ''),
      chord: { name: plainName(key, root) + symbolOf(steps), root, steps, bass: null },
    };
  });
}

/** The symbol of some steps above a root; where they are no usual kind, the triad's and what is more of them. */
function symbolOf(steps: readonly number[]): string {
  const known = KIND_OF.get(classesAbove(steps));
  if (known) return known.symbol;
  const library = ChordLibrary.detect(steps.map((step) => NO_KEY_NAMES[step % 12]!)).find(
    (name) => /^C(?![#b])/.test(name) && !name.includes('/'),
  );
  if (library) return library.slice(1).replace(/^M(?!aj)/, 'maj');
  const triad = KIND_OF.get(classesAbove(steps.slice(0, 3)));
  return `${triad?.symbol ?? ''}${MORE[steps.length] ?? ''}`;
}

const NO_KEY_NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
const MORE: Readonly<Record<number, string>> = { 4: 'add', 5: 'add9', 6: 'add11', 7: 'add13' };

/** The usual name of some pitches that sound together, spelled for a key: "Am7", "C/E" where another note than the root is lowest. Null where fewer than
 *  two pitch classes sound, or where they have no usual name. */
export function chordName(pitches: readonly number[], key: Key | null): string | null {
  const classes = [...new Set(pitches.map((pitch) => pitch % 12))];
  if (classes.length < 2 || classes.length > 7) return null;
  const lowest = pitches.reduce((low, pitch) => Math.min(low, pitch), Infinity) % 12;
  const found = classes.flatMap((root) => {
    const kind = KIND_OF.get(classesAbove(classes.map((each) => (each - root + 12) % 12)));
    // A root that is not lowest counts as less plain than a usual kind whose root is.
    return kind ? [{ root, symbol: kind.symbol, rank: kind.rank + (root === lowest ? 0 : INVERTED) }] : [];
  });
  const best = found.sort((a, b) => a.rank - b.rank)[0];
  if (!best) return null;
  const name = nameIn(key, best.root) + chordPrinted(best.symbol);
  return best.root === lowest ? name : `${name}/${nameIn(key, lowest)}`;
}

/** How many kinds further down the list a chord counts whose root is not its lowest note: E G C is C/E, but A C E G is Am7 and C E G A is C6. */
const INVERTED = 10;
