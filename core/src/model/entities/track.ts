import { z } from 'zod';
import { listOf } from '../list-of';
import { byteSchema, idSchema, nameSchema } from './basics';
import { soundFileSchema } from './recording';

export const TRACK_SYMBOLS = ['disc', 'wedge', 'block', 'kite', 'ring', 'bars', 'arch', 'cross'] as const;
export const TRACK_COLOURS = 8;

const about = z.number().min(-1).max(1);
const settingSchema = z
  .object({
    tone: about,
    attack: about,
    release: about,
    drive: about,
    width: about,
    room: about,
    echo: about,
    /** Lows, middle and highs, 12 dB either way; how much loud and soft are brought together; the filter's resonance; how far the pitch wanders; and how
     *  slowly it slides. */
    low: about,
    mid: about,
    high: about,
    squeeze: about,
    resonance: about,
    wobble: about,
    glide: about,
    tune: z.number().min(-1200).max(1200),
  })
  .partial();
export type SoundSetting = z.infer<typeof settingSchema>;

const frameSchema = z
  .int()
  .min(0)
  .max(48_000 * 60 * 10);

/** A recording of one's own that a drum row or a whole pitched track plays. Frames are of its file, at 48 kHz. */
export const oneShotSchema = z.object({
  /** The row that strikes it; absent where the whole track plays it. */
  pitch: byteSchema.optional(),
  file: soundFileSchema,
  /** The part of it that is heard, and over how many frames it rises and falls there. */
  start: frameSchema,
  frames: frameSchema.min(1),
  fadeIn: frameSchema,
  fadeOut: frameSchema,
  /** The key at which it sounds as recorded, and how far that is off, in cents. */
  root: byteSchema,
  cents: z.int().min(-1200).max(1200),
  levelDb: z.number().min(-36).max(12),
  /** Whether it goes round from half way on while its note is held. */
  loops: z.boolean(),
});
export type OneShot = z.infer<typeof oneShotSchema>;

export const trackSchema = z.object({
  id: idSchema,
  songId: idSchema,
  order: z.number(),
  name: nameSchema,
  kind: z.enum(['drums', 'pitched']),
  /** Index into the theme's track colours. */
  colour: z
    .int()
    .min(0)
    .max(TRACK_COLOURS - 1),
  symbol: z.enum(TRACK_SYMBOLS),
  soundId: z.string().min(1).max(64),
  /** How its sound is set, each about where the sound itself has it: absent or 0 is as it is; `tune` in cents. */
  setting: settingSchema.optional(),
  /** Octaves that its sound plays above what is written. */
  octave: z.int().min(-4).max(4).optional(),
  /** Which of several notes at once sounds, where it is one; absent means all. */
  voiceMode: z.enum(['lowest', 'highest', 'latest']).optional(),
  /** Drums that it takes from other kits: the key of the row, and the kit and the key there. */
  otherDrums: listOf(z.object({ pitch: byteSchema, kitId: z.string().min(1).max(64), drum: byteSchema }), { most: 128 }).optional(),
  /** Recordings that it plays in place of its sound. */
  oneShots: listOf(oneShotSchema, { most: 128 }).optional(),
  levelDb: z.number().min(-60).max(6),
  /** -1 is hard left, 1 hard right. */
  pan: z.number().min(-1).max(1),
  muted: z.boolean(),
  soloed: z.boolean(),
  /** Whether the song's swing and groove leave it as it is. */
  ownFeel: z.literal(true).optional(),
  /** Lets it sound only while a row of another track really does, or with a negative depth less while it does. */
  opensWith: z
    .object({
      trackId: idSchema,
      pitch: byteSchema,
      /** How long it stays open after each hit, and how it opens and closes. */
      openMs: z.number().min(0).max(10_000),
      attackMs: z.number().min(2).max(2000),
      releaseMs: z.number().min(5).max(5000),
      depth: z.number().min(-1).max(1),
      on: z.boolean(),
    })
    .optional(),
  /** MIDI channel 0..15 it came from and leaves by. */
  channel: z.int().min(0).max(15).optional(),
  fileTrack: z.int().min(0).optional(),
  /** Drum rows in the order shown, top first. Empty for pitched tracks. */
  rows: listOf(z.object({ pitch: byteSchema, name: nameSchema }), { most: 128 }),
});
export type Track = z.infer<typeof trackSchema>;
