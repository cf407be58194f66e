import { drumFor } from '../audio/kits';
import { exp2 } from '../audio/math';
import type { Drum, DrumBody, KitSound, Sound, ToneSound, TrackTone } from '../audio/sounds';
import type { SoundSetting, Track } from '../model/entities';
import { KITS, soundById } from './library';

/** The fields of a track that say how it sounds. */
export type SoundOf = Pick<Track, 'soundId' | 'kind' | 'setting' | 'octave' | 'otherDrums'>;

const known = new WeakMap<object, Sound>();

/** The sound of a track as it is set there. Remembered for each track. */
export function trackSound(track: SoundOf): Sound {
  const before = known.get(track);
  if (before) return before;
  const sound = soundById(track.soundId, track.kind);
  const made = sound.kind === 'drums' ? kitAsSet(sound, track) : toneAsSet(sound, track);
  known.set(track, made);
  return made;
}

/** How far the settings reach either way: octaves of tone, doublings of times and of drive, shares of width, room and echo. */
const TONE_OCTAVES = 2;
const TIME_DOUBLINGS = 3;
const DRIVE_DOUBLINGS = 2;
const ROOM_SHARE = 0.6;
const ECHO_SHARE = 0.5;
/** How far a band is turned, in dB; how far a pitch wanders at the most, in cents; how slowly one slides at the most that has no slide of its own, in
 *  seconds. */
const BAND_DB = 12;
const WOBBLE_CENTS = 30;
const GLIDE_SECONDS = 0.4;
/** Full drive for a sound that has none, and how much louder a driven one gets, in dB. */
const DRIVE_FROM_NONE = 3;
const DRIVE_LOUDER_DB = 5;

function toneAsSet(sound: ToneSound, { setting = {}, octave = 0 }: SoundOf): ToneSound {
  const { tone = 0, attack = 0, release = 0, tune = 0 } = setting;
  const { filter, envelope, modulators } = sound;
  return {
    ...sound,
    ...surroundings(sound, setting),
    ...shapeOf(setting),
    ...(setting.wobble ? { wobbleCents: Math.max(0, setting.wobble) * WOBBLE_CENTS } : {}),
    ...slideOf(sound, setting),
    transpose: (sound.transpose ?? 0) + 12 * octave + tune / 100,
    modulators: modulators.map((each) => ({ ...each, depth: each.depth * exp2(tone) })),
    filter: { ...filter, hz: Math.min(18_000, filter.hz * exp2(TONE_OCTAVES * tone)) },
    envelope: {
      ...envelope,
      attackSeconds: envelope.attackSeconds * exp2(TIME_DOUBLINGS * attack),
      releaseSeconds: envelope.releaseSeconds * exp2(TIME_DOUBLINGS * release),
    },
    drive: driven(sound.drive, setting),
    levelDb: sound.levelDb - louder(setting),
  };
}

function kitAsSet(kit: KitSound, { setting = {}, otherDrums = [] }: SoundOf): KitSound {
  const drums: Record<number, Drum> = { ...kit.drums };
  for (const { pitch, kitId, drum } of otherDrums) {
    const from = KITS.find(({ id }) => id === kitId);
    // It stays in its own place in the kit, and cuts off what the drum before it did.
    if (from) drums[pitch] = { ...withoutPlace(drumFor(from, drum)), ...placeOf(drumFor(kit, pitch)) };
  }
  const settled = Object.entries(drums).map(([pitch, drum]) => [pitch, settledDrum(drum, setting)] as const);
  return { ...kit, ...surroundings(kit, setting), ...shapeOf(setting), width: 0, drums: Object.fromEntries(settled) };
}

/** Effects on the whole track. */
function shapeOf({ low = 0, mid = 0, high = 0, squeeze = 0, resonance = 0 }: SoundSetting): TrackTone {
  return {
    ...(low || mid || high ? { bands: { low: BAND_DB * low, mid: BAND_DB * mid, high: BAND_DB * high } } : {}),
    ...(squeeze > 0 ? { squeeze } : {}),
    ...(resonance ? { resonance } : {}),
  };
}

function slideOf({ glideSeconds }: ToneSound, { glide = 0 }: SoundSetting): Pick<ToneSound, 'glideSeconds'> {
  if (glideSeconds) return { glideSeconds: glideSeconds * exp2(TIME_DOUBLINGS * glide) };
  return glide > 0 ? { glideSeconds: GLIDE_SECONDS * glide * glide } : {};
}

function withoutPlace({ pan: _pan, choke: _choke, ...rest }: Drum): Drum {
  return rest;
}

function placeOf({ pan, choke }: Drum): Partial<Drum> {
  return { ...(pan === undefined ? {} : { pan }), ...(choke === undefined ? {} : { choke }) };
}

function settledDrum(drum: Drum, setting: SoundSetting): Drum {
  const { tone = 0, attack = 0, release = 0, tune = 0, width = 0 } = setting;
  const pitched = exp2(tune / 1200);
  const longer = exp2(TIME_DOUBLINGS * release * 0.6);
  const brighter = exp2(tone) * pitched;
  // A drum has no slower beginning: what is struck beside its body is softer instead.
  const click = drum.body ? exp2(-2 * attack) : 1;
  const bodyOf = (body: DrumBody): DrumBody => ({
    ...body,
    fromHz: body.fromHz * pitched,
    toHz: body.toHz * pitched,
    decaySeconds: body.decaySeconds * longer,
    drive: driven(body.drive, setting),
  });
  const { body, second, noise, metal, pan } = drum;
  return {
    ...drum,
    levelDb: drum.levelDb - louder(setting),
    ...(body ? { body: bodyOf(body) } : {}),
    ...(second ? { second: bodyOf(second) } : {}),
    ...(noise
      ? {
          noise: {
            ...noise,
            hz: Math.min(18_000, noise.hz * brighter),
            decaySeconds: noise.decaySeconds * longer,
            level: noise.level * click,
          },
        }
      : {}),
    ...(metal
      ? { metal: { ...metal, hz: metal.hz * pitched, highPassHz: metal.highPassHz * brighter, decaySeconds: metal.decaySeconds * longer } }
      : {}),
    ...(pan === undefined ? {} : { pan: Math.max(-1, Math.min(1, pan * (1 + width))) }),
  };
}

function driven(drive: number, { drive: more = 0 }: SoundSetting): number {
  return drive === 0 ? Math.max(0, more) * DRIVE_FROM_NONE : drive * exp2(DRIVE_DOUBLINGS * more);
}

function louder({ drive = 0 }: SoundSetting): number {
  return DRIVE_LOUDER_DB * drive;
}

function surroundings({ room, echo = 0, width = 0 }: Sound, setting: SoundSetting): Pick<ToneSound, 'room' | 'echo' | 'width'> {
  const share = (value: number) => Math.max(0, Math.min(1, value));
  return {
    room: share(room + ROOM_SHARE * (setting.room ?? 0)),
    echo: share(echo + ECHO_SHARE * (setting.echo ?? 0)),
    width: share(width + (setting.width ?? 0)),
  };
}
