import { kitRows, soundById } from '..';
import { keyOf } from '../theory';
import { TICKS_PER_QUARTER } from '../time';
import { PHRASE_ROLES, READY_PHRASES, shelfPhraseSchema } from '.';

const BAR = 4 * TICKS_PER_QUARTER;
/** The lowest and highest key of what a phrase is for. */
const REGISTERS = { bass: [24, 55], chords: [40, 84], lead: [50, 89] } as const;

describe.each(READY_PHRASES.map(({ id, phrase }) => [phrase.name, id, phrase] as const))('%s', (_name, _id, phrase) => {
  const [part] = phrase.parts;
  const { notes } = part!;

  it('is whole bars, filled to the last, without doubled notes, and in its key and register', () => {
    expect(phrase.length % BAR).toBe(0);
    expect([1, 2, 4]).toContain(phrase.length / BAR);
    for (let bar = 0; bar < phrase.length / BAR; bar++) {
      expect(notes.some(({ start }) => start >= bar * BAR && start < (bar + 1) * BAR)).toBe(true);
    }
    expect(notes.every(({ start, length }) => start >= 0 && length > 0 && start + length <= phrase.length)).toBe(true);
    const places = notes.map(({ start, pitch }) => `${start} ${pitch}`);
    expect(new Set(places).size).toBe(places.length);
    for (const [index, note] of notes.entries())
      expect(notes.slice(index + 1).some(({ pitch, start }) => pitch === note.pitch && start < note.start + note.length)).toBe(false);
    if (part!.kind === 'pitched') {
      const key = keyOf(phrase.key!)!;
      expect(notes.filter(({ pitch }) => !key.classes.has(pitch % 12))).toEqual([]);
      const [low, high] = REGISTERS[phrase.role as keyof typeof REGISTERS];
      expect(Math.min(...notes.map(({ pitch }) => pitch))).toBeGreaterThanOrEqual(low);
      expect(Math.max(...notes.map(({ pitch }) => pitch))).toBeLessThanOrEqual(high);
    }
  });

  it('is heard on the sound it comes with, and reads as what is kept on a shelf', () => {
    const sound = soundById(part!.sound.soundId, part!.kind);
    expect(sound.id).toBe(part!.sound.soundId);
    if (sound.kind === 'drums') {
      const keys = new Set(kitRows(sound).map(({ pitch }) => pitch));
      const others = new Set(Object.keys(sound.drums).map(Number));
      expect(notes.filter(({ pitch }) => !keys.has(pitch) && !others.has(pitch))).toEqual([]);
    }
    expect(shelfPhraseSchema.safeParse(phrase).success).toBe(true);
  });
});

describe('the phrases that come with it', () => {
  it('are at least eighty, of every role, each by a name and notes of its own', () => {
    expect(READY_PHRASES.length).toBeGreaterThanOrEqual(80);
    expect(new Set(READY_PHRASES.map(({ id }) => id)).size).toBe(READY_PHRASES.length);
    const roles = new Set(READY_PHRASES.map(({ phrase }) => phrase.role));
    expect([...roles].sort()).toEqual(PHRASE_ROLES.filter((role) => role !== 'whole').sort());
    const patterns = READY_PHRASES.map(({ phrase }) => JSON.stringify(phrase.parts[0]!.notes.map(({ start, pitch }) => [start, pitch])));
    expect(new Set(patterns).size).toBe(patterns.length);
  });
});
