import { counter, note, PATTERN, songWith } from '../../test/make';
import { readWav } from '../../test/read-wav';
import { exportMidi } from '../midi';
import type { Document, Treatment } from '../model';
import { makePlain } from '../song';
import { exportWav } from '.';

const BEAT = 20_160;
const BAR = 4 * BEAT;

const kept = (actionId: string, params: Treatment['params'], more: Partial<Treatment> = {}): Treatment => ({
  id: actionId,
  parentId: PATTERN,
  order: 1,
  actionId,
  params,
  on: true,
  ...more,
});
const chord = [60, 64, 67].map((pitch) => note({ id: `c${pitch}`, pitch, length: 2 * BEAT, velocity: 90 }));
const song = songWith([...chord, note({ id: 'd', start: 3 * BEAT, pitch: 62, length: BEAT })], 1);

/** The first bar as heard, and as another program reads it. */
function sent(document: Document): { readonly left: Float64Array; readonly midi: Uint8Array } {
  const options = { start: 0, end: BAR, trackIds: null, ending: 'cut', sampleRate: 48_000, bits: 32, level: 'heard' } as const;
  const work = exportWav(document, options);
  const pieces: Uint8Array[] = [];
  let step = work.next();
  for (; !step.done; step = work.next()) pieces.push(step.value.bytes);
  const wav = readWav(new Uint8Array(Buffer.concat([step.value.header, ...pieces])));
  return { left: wav.left, midi: exportMidi(document, 'heard').bytes };
}

/** Whether two songs leave as the very same samples and bytes. */
const isAlike = (one: ReturnType<typeof sent>, other: ReturnType<typeof sent>) =>
  Buffer.from(one.left.buffer).equals(Buffer.from(other.left.buffer)) && Buffer.from(one.midi).equals(Buffer.from(other.midi));

/** Whether a song sounds, in a stretch of beats. */
const isSounding = ({ left }: ReturnType<typeof sent>, from: number, to: number) =>
  left.slice(from * 24_000, to * 24_000).some((sample) => Math.abs(sample) > 0.01);

describe('a song with what is kept adjustable', () => {
  const written = sent(song);
  it.each([
    kept('transpose', { semitones: 12 }),
    kept('strum', { time: 60, order: 'down' }),
    kept('arpeggio', { rate: '1/16', rounds: 2 }),
    kept('glide', { to: 'pitch', who: 'sounding', semitones: 3 }, { noteIds: ['c67'] }),
    kept('humanise', { timing: 20, velocity: 20 }, { parentId: 'track' }),
    kept('swing', { percent: 70, at: '1/4' }, { parentId: 'song' }),
  ])(
    '$actionId leaves as the very WAV and MIDI file of the song where it is made plain; switched off, of the song as written',
    (treatment) => {
      const live = { ...song, treatments: [treatment] };
      const plain = makePlain(live, treatment.id, counter('p'));
      expect(plain.treatments).toEqual([]);
      const heard = sent(live);
      expect(isAlike(heard, sent(plain))).toBe(true);
      expect(isAlike(sent({ ...song, treatments: [{ ...treatment, on: false }] }), written)).toBe(true);
      expect(isAlike(heard, written)).toBe(false);
    },
  );

  it('nudged by a beat is silent in the first and sounds from the second on', () => {
    const late = sent({ ...song, treatments: [kept('nudge', { count: 1, unit: 'beat' })] });
    expect([isSounding(written, 0, 0.9), isSounding(late, 0, 0.9), isSounding(late, 1, 1.5)]).toEqual([true, false, true]);
  });
});
