import { readChord } from './chords';
import { classOf, keyOf, tonicOf, type Key } from './keys';

export const MOODS = ['bright', 'calm', 'longing', 'night', 'stormy', 'dusty', 'drifting'] as const;
export type Mood = (typeof MOODS)[number];

/** Chords one after the other, to begin with. */
export interface Progression {
  readonly id: string;
  readonly name: string;
  readonly mood: Mood;
  readonly mode: 'major' | 'minor';
  /** Degrees in the mode, one with a sign counted from the major scale, each with its beats: "I:4 vi:4". */
  readonly degrees: string;
}

const progression = (id: string, name: string, mood: Mood, mode: Progression['mode'], degrees: string): Progression => ({
  ...{ id, name, mood, mode, degrees },
});

/** Ready progressions of our own, by mood. A chord lasts four beats where nothing is said. */
export const PROGRESSIONS: readonly Progression[] = [
  progression('sun-on-deck', 'Sun on deck', 'bright', 'major', 'I V vi IV'),
  progression('open-window', 'Open window', 'bright', 'major', 'I IV I V'),
  progression('high-street', 'High street', 'bright', 'major', 'I:2 iii:2 IV:2 V:2'),
  progression('gulls-up', 'Gulls up', 'bright', 'major', 'IV V iii vi'),
  progression('first-ferry', 'First ferry', 'bright', 'major', 'Iadd9 IVmaj7 vi7 Vsus4:2 V:2'),
  progression('paper-hats', 'Paper hats', 'bright', 'major', 'I:2 VI7:2 ii:2 V7:2'),
  progression('still-water', 'Still water', 'calm', 'major', 'Imaj7:8 IVmaj7:8'),
  progression('low-tide', 'Low tide', 'calm', 'major', 'Imaj7 iii7 IVmaj7 iv6'),
  progression('long-light', 'Long light', 'calm', 'major', 'IVmaj7 Imaj7 ii7 vi7'),
  progression('harbour-wall', 'Harbour wall', 'calm', 'major', 'I I/3 IV V'),
  progression('sleeping-dog', 'Sleeping dog', 'calm', 'major', 'ii9 V13 Imaj9:8'),
  progression('warm-stone', 'Warm stone', 'calm', 'minor', 'i7:8 IV7:8'),
  progression('letter-home', 'Letter home', 'longing', 'major', 'vi IV I V'),
  progression('last-bus', 'Last bus', 'longing', 'major', 'I V/7 vi iii IV I/3 IV V'),
  progression('empty-chair', 'Empty chair', 'longing', 'major', 'I iv I iv6'),
  progression('far-shore', 'Far shore', 'longing', 'minor', 'i III VII VI'),
  progression('old-photograph', 'Old photograph', 'longing', 'minor', 'i VII VI iv:2 V:2'),
  progression('rain-later', 'Rain later', 'longing', 'minor', 'VImaj7 VII i7 i7'),
  progression('back-stairs', 'Back stairs', 'night', 'minor', 'i7 iv7 i7 v7'),
  progression('signal-lamp', 'Signal lamp', 'night', 'minor', 'i9:8 VImaj7:4 v7:4'),
  progression('empty-quay', 'Empty quay', 'night', 'minor', 'iim7b5 V7 i7:8'),
  progression('under-neon', 'Under neon', 'night', 'minor', 'i VI iv v'),
  progression('third-watch', 'Third watch', 'night', 'minor', 'i:6 bII:2 i:6 VII:2'),
  progression('blue-hour', 'Blue hour', 'night', 'major', 'ii7 iii7 ii7 iii7:2 vi7:2'),
  progression('squall', 'Squall', 'stormy', 'minor', 'i i VI V'),
  progression('iron-gate', 'Iron gate', 'stormy', 'minor', 'i bII i bII'),
  progression('breakers', 'Breakers', 'stormy', 'minor', 'i VII VI V'),
  progression('lightning', 'Lightning', 'stormy', 'minor', 'i:3 VI:3 VII:2'),
  progression('wreckers', 'Wreckers', 'stormy', 'minor', 'i v VI:2 VII:2 i'),
  progression('whirlpool', 'Whirlpool', 'stormy', 'minor', 'i III VII IV VI III iv V'),
  progression('attic-tape', 'Attic tape', 'dusty', 'major', 'ii7 V7 Imaj7 vi7'),
  progression('slow-record', 'Slow record', 'dusty', 'major', 'Imaj7:2 VI7:2 ii7:2 V7:2'),
  progression('coffee-ring', 'Coffee ring', 'dusty', 'major', 'iii7:2 vi7:2 ii7:2 V9:2'),
  progression('cracked-cup', 'Cracked cup', 'dusty', 'minor', 'i9 iv9 VII13 IIImaj7'),
  progression('second-hand', 'Second hand', 'dusty', 'major', 'IVmaj7 III7 vi7 v7:2 I7:2'),
  progression('porch', 'Porch', 'dusty', 'major', 'I7 IV7 I7 V7:2 IV7:2'),
  progression('no-wind', 'No wind', 'drifting', 'major', 'I bVII IV I'),
  progression('two-moons', 'Two moons', 'drifting', 'major', 'Imaj7 bIIImaj7 Imaj7 bVImaj7'),
  progression('slow-turn', 'Slow turn', 'drifting', 'major', 'I bVI bVII I'),
  progression('ice-drift', 'Ice drift', 'drifting', 'minor', 'i IV i IV'),
  progression('between-lights', 'Between lights', 'drifting', 'major', 'Isus2 IVsus2 vim7 Vsus4'),
  progression('passing-ships', 'Passing ships', 'drifting', 'minor', 'i9:8 bVImaj7:8'),
];

/** The progression of an id; undefined where there is none. */
export function progressionById(id: string): Progression | undefined {
  return PROGRESSIONS.find((each) => each.id === id);
}

/** A progression as a line of chords by their names in a key: "Am F:2 G:2". In a key of the other mode it is in the relative one, so that it keeps to the
 *  key's notes; without a key in C major or A minor. Where a bar has another number of beats than four, a chord lasts as large a share of it. */
export function progressionLine({ mode, degrees }: Progression, key: Key | null, beatsOfBar = 4): string {
  const home = homeOf(mode, key);
  return degrees
    .split(' ')
    .map((word) => {
      const [degree, beats = '4'] = word.split(':');
      const [above, bass] = degree!.split('/');
      const { name } = readChord(above!, home)!;
      // The number after a slash is the scale degree that lies lowest.
      const lowest = bass ? `/${readChord(NUMERAL[Number(bass) - 1]!, home)!.name}` : '';
      return `${name}${lowest}:${(Number(beats) * beatsOfBar) / 4}`;
    })
    .join(' ');
}

const NUMERAL = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'];

/** The key that a mode's progressions are in beside a key: its own tonic, or the relative one. */
function homeOf(mode: Progression['mode'], key: Key | null): Key {
  if (!key) return keyOf({ tonic: mode === 'major' ? 'C' : 'A', scale: mode })!;
  const tonic = classOf(key.choice.tonic);
  const isMinor = key.classes.has((tonic + 3) % 12) && !key.classes.has((tonic + 4) % 12);
  if (isMinor === (mode === 'minor')) return keyOf({ tonic: key.choice.tonic, scale: mode })!;
  return keyOf({ tonic: tonicOf((tonic + (isMinor ? 3 : 9)) % 12, mode), scale: mode })!;
}
