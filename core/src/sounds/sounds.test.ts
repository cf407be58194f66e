import { MOST_MODULATORS, MOST_OSCILLATORS } from '../audio/tone-source';
import { loudest } from '../measure/figures';
import { powerCentroid, spectrumOf } from '../measure/spectrum';
import { struck, together } from '../measure/struck';
import { largestStep, peak, strengthOf } from '../../test/sounding';
import { similarDrums, similarSounds, KITS, trackSound, soundById, SOUNDS, type SoundOf } from '.';

const pitched = (fields: Partial<SoundOf> = {}, soundId = 'saloon-keys'): SoundOf => ({ soundId, kind: 'pitched', ...fields });
const heard = (track: SoundOf, pitch = 60) => struck(trackSound(track), { pitch, held: 0.4, seconds: 1 });
const brightness = (track: SoundOf, pitch?: number) => powerCentroid(spectrumOf(together(heard(track, pitch)))).hz;

it('a sound that is set is heard so: brighter or darker, longer, tuned, an octave up, driven, wider', () => {
  expect(brightness(pitched({ setting: { tone: 0.6 } }))).toBeGreaterThan(1.1 * brightness(pitched()));
  expect(brightness(pitched({ setting: { tone: -0.6 } }))).toBeLessThan(0.9 * brightness(pitched()));
  const late = (track: SoundOf) => peak(heard(track).left.subarray(0.55 * 48_000));
  expect(late(pitched({ setting: { release: 1 } }))).toBeGreaterThan(1.8 * late(pitched()));
  const at = (track: SoundOf, hz: number) => strengthOf(hz, together(heard(track)));
  expect(at(pitched({ octave: 1 }), 523.25)).toBeGreaterThan(5 * at(pitched({ octave: 1 }), 261.63));
  expect(at(pitched({ setting: { tune: 700 } }), 392)).toBeGreaterThan(5 * at(pitched({ setting: { tune: 700 } }), 261.63));
  const side = ({ left, right }: ReturnType<typeof heard>) => peak(left.map((sample, index) => sample - right[index]!));
  expect(side(heard(pitched({ setting: { width: 1, room: -1 } })))).toBeGreaterThan(
    4 * side(heard(pitched({ setting: { width: -1, room: -1 } }))) + 0.01,
  );
  const slow = heard(pitched({ setting: { attack: 1 } }, 'brass-lead')).left;
  expect(peak(slow.subarray(0, 4800))).toBeLessThan(0.5 * peak(heard(pitched({}, 'brass-lead')).left.subarray(0, 4800)));
});

it('nothing that can be set makes a sound click, clip or fall silent', () => {
  for (const soundId of ['round-bass', 'mast-string', 'fog-pad', 'buoy-bells']) {
    for (const to of [-1, 1]) {
      const setting = { tone: to, attack: to, release: to, drive: to, width: to, room: to, echo: to, tune: 1200 * to };
      const { left } = heard(pitched({ setting, octave: 2 * to }, soundId), 48);
      expect(peak(left)).toBeLessThan(0.83);
      expect(largestStep(left)).toBeLessThan(0.3);
      expect([soundId, to, loudest({ left, right: left }) > -60]).toEqual([soundId, to, true]);
    }
  }
});

it('one drum alone is another: it sounds as in its own kit, but in the place of the one it stands for', () => {
  const drums = (fields: Partial<SoundOf> = {}): SoundOf => ({ soundId: 'quay-kit', kind: 'drums', ...fields });
  const changed = drums({ otherDrums: [{ pitch: 36, kitId: 'hold-kit', drum: 36 }] });
  const dryOf = (track: SoundOf, pitch: number) => struck({ ...trackSound(track), room: 0 }, { pitch, seconds: 0.5 }).left;
  expect(dryOf(changed, 36)).toEqual(dryOf(drums({ soundId: 'hold-kit' }), 36));
  expect(dryOf(changed, 36)).not.toEqual(dryOf(drums(), 36));
  expect(dryOf(changed, 38)).toEqual(dryOf(drums(), 38));
  const hat = drums({ otherDrums: [{ pitch: 46, kitId: 'cargo-kit', drum: 51 }] });
  expect(trackSound(hat)).toMatchObject({ drums: { 46: { name: 'Triangle', choke: 'hat' } } });
});

it('what is most like a drum or a sound is one of its kind, and never itself', () => {
  const firstOf = (kitId: string, pitch: number) => similarDrums({ kitId, pitch })[0]!.pitch;
  for (const { id } of KITS) {
    expect([23, 36, 43, 45]).toContain(firstOf(id, 36));
    expect([22, 42, 44, 46, 70, 54]).toContain(firstOf(id, 42));
  }
  for (const sound of SOUNDS) expect(similarSounds(sound).map(({ id }) => id)).not.toContain(sound.id);
  expect(
    similarSounds(soundById('fog-pad'))
      .slice(0, 4)
      .filter(({ family }) => family === 'pad').length,
  ).toBeGreaterThanOrEqual(3);
});

it('no sound has more oscillators or modulators than the loops have room for', () => {
  for (const sound of SOUNDS) {
    if (sound.kind !== 'pitched') continue;
    const { id, oscillators, modulators } = sound;
    expect([id, oscillators.length <= MOST_OSCILLATORS, modulators.length <= MOST_MODULATORS]).toEqual([id, true, true]);
  }
});
