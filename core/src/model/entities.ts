import { z } from 'zod';
import { MAX_TICK } from '../time';
import { listOf } from './list-of';
import { once, type Described } from './once';

/** Names that every object has: as a key one of them would be found where nothing was put. */
const NAMES_OF_OBJECTS = Object.getOwnPropertyNames(Object.prototype).join('|');

/** Ids are made by clients and by the server; they are safe in addresses, in file names and as keys of plain objects. One pattern says it
 *  all, since a song has hundreds of thousands of them to check. */
export const idSchema = once(() =>
  z
    .string()
    .regex(
      new RegExp(`^(?!(?:${NAMES_OF_OBJECTS})$)[\\w-]{1,64}$`),
      'An id is 1 to 64 letters, digits, - or _, and no name that every object has.',
    ),
);
export type Id = Described<typeof idSchema>;

const tickSchema = once(() => z.int().min(0).max(MAX_TICK));
const lengthSchema = once(() => z.int().min(1).max(MAX_TICK));
const nameSchema = once(() => z.string().max(200));
const byteSchema = once(() => z.int().min(0).max(127));

/** What a MIDI file said that the model has no place for: the raw event bytes at `tick` of one file track, in `order`. */
const carriedSchema = once(() =>
  z.object({
    fileTrack: z.int().min(0),
    tick: tickSchema(),
    order: z.int().min(0),
    bytes: z.custom<number[]>(
      (value) => Array.isArray(value) && value.length > 0 && value.every((byte) => Number.isInteger(byte) && byte >= 0 && byte <= 255),
      'Bytes are whole numbers from 0 to 255.',
    ),
  }),
);
export type Carried = Described<typeof carriedSchema>;

/** Where a song was imported from: enough to give an untouched file its own numbers back. */
const fileSchema = once(() =>
  z.object({
    format: z.union([z.literal(0), z.literal(1), z.literal(2)]),
    division: z.int().min(1).max(1_000_000),
    /** The name each file track had; null where it had none. */
    trackNames: listOf(nameSchema().nullable()),
    /** Where each file track said it ends. */
    trackEnds: listOf(tickSchema()),
    carried: listOf(carriedSchema()),
  }),
);

/** A key: what notes are spelled by, and which of them a scale has. */
const keySchema = once(() =>
  z.object({
    /** Spelled tonic: "G", "B♭" is written "Bb". */
    tonic: z.string().regex(/^[A-G](#|b)?$/, 'A tonic is a letter A to G, with # or b.'),
    scale: z.string().min(1).max(40),
  }),
);
export type KeyChoice = Described<typeof keySchema>;

const FROM_START = 'Tempos and meters begin at tick 0 and go on in time.';

function isFromStart(marks: readonly { readonly tick: number }[]): boolean {
  return marks[0]?.tick === 0 && marks.every(({ tick }, index) => index === 0 || tick >= marks[index - 1]!.tick);
}

export const songSchema = once(() =>
  z.object({
    id: idSchema(),
    name: nameSchema(),
    /** Feeds every chance the song takes: same seed, same song. */
    seed: z.int().min(0).max(0xffffffff),
    tempos: listOf(z.object({ tick: tickSchema(), bpm: z.number().min(3.5).max(60_000_000) }), { least: 1 }).refine(
      isFromStart,
      FROM_START,
    ),
    meters: listOf(
      z.object({
        tick: tickSchema(),
        numerator: z.int().min(1).max(255),
        denominator: z.union([1, 2, 4, 8, 16, 32, 64].map((value) => z.literal(value))),
        /** MIDI clocks per click and 32nds per quarter, kept from a file. */
        click: z.tuple([z.int().min(0).max(255), z.int().min(0).max(255)]).optional(),
      }),
      { least: 1 },
    ).refine(isFromStart, FROM_START),
    key: keySchema().optional(),
    file: fileSchema().optional(),
  }),
);
export type Song = Described<typeof songSchema>;

export const TRACK_SYMBOLS = ['disc', 'wedge', 'block', 'kite', 'ring', 'bars', 'arch', 'cross'] as const;
export const TRACK_COLOURS = 8;

export const trackSchema = once(() =>
  z.object({
    id: idSchema(),
    songId: idSchema(),
    order: z.number(),
    name: nameSchema(),
    kind: z.enum(['drums', 'pitched']),
    /** Index into the theme's track colours. */
    colour: z
      .int()
      .min(0)
      .max(TRACK_COLOURS - 1),
    symbol: z.enum(TRACK_SYMBOLS),
    soundId: z.string().min(1).max(64),
    levelDb: z.number().min(-60).max(6),
    /** -1 is hard left, 1 hard right. */
    pan: z.number().min(-1).max(1),
    muted: z.boolean(),
    soloed: z.boolean(),
    /** MIDI channel 0..15 it came from and leaves by. */
    channel: z.int().min(0).max(15).optional(),
    fileTrack: z.int().min(0).optional(),
    /** Drum rows in the order shown, top first. Empty for pitched tracks. */
    rows: listOf(z.object({ pitch: byteSchema(), name: nameSchema() }), { most: 128 }),
  }),
);
export type Track = Described<typeof trackSchema>;

export const patternSchema = once(() =>
  z.object({
    id: idSchema(),
    songId: idSchema(),
    name: nameSchema(),
    length: lengthSchema(),
    /** Its own key, where it is not the song's. */
    key: keySchema().optional(),
    /** Rows that loop by themselves: each goes round in its own length, whatever the pattern's is. */
    rowLengths: listOf(z.object({ pitch: byteSchema(), length: lengthSchema() }), { most: 128 })
      .refine((rows) => new Set(rows.map(({ pitch }) => pitch)).size === rows.length, 'A row has one length.')
      .optional(),
  }),
);
export type Pattern = Described<typeof patternSchema>;

export const VOICES = 8;
export const MAX_PASSES = 16;
export const MAX_HITS = 16;
/** How loud the hits of a roll are: all as the note, or rising to it, or falling from it. */
export const ROLL_SHAPES = ['even', 'rising', 'falling'] as const;

/** How a bend line goes on from a point to the next: in a straight line, or leaving and arriving gently. */
export const BEND_SHAPES = ['straight', 'smooth'] as const;
export const MAX_BEND_POINTS = 64;
export const MAX_BEND_CENTS = 2400;

const bendPointSchema = once(() =>
  z.object({
    /** From the note's start. A piece of a cut note keeps points before its own start and after its end, for the line passes through them. */
    tick: z.int().min(-MAX_TICK).max(MAX_TICK),
    /** Hundredths of a semitone away from the note's pitch. */
    cents: z.int().min(-MAX_BEND_CENTS).max(MAX_BEND_CENTS),
    shape: z.enum(BEND_SHAPES),
  }),
);
export type BendPoint = Described<typeof bendPointSchema>;

export const MAX_SHARE = 16;

export const noteSchema = once(() =>
  z.object({
    id: idSchema(),
    patternId: idSchema(),
    start: tickSchema(),
    length: lengthSchema(),
    /** MIDI key number; 60 is C4. */
    pitch: byteSchema(),
    velocity: z.int().min(1).max(127),
    /** Present only where a file ended the note with a real note-off. */
    releaseVelocity: byteSchema().optional(),
    muted: z.boolean().optional(),
    /** Notes of one pitch in different voices do not end each other. Absent means voice 1. */
    voice: z.int().min(2).max(VOICES).optional(),
    /** How often it sounds, in percent of its passes; absent means always. */
    chance: z.int().min(0).max(99).optional(),
    /** The note whose draw this one shares, so that the pieces of a split note sound or rest together. */
    drawnWith: idSchema().optional(),
    /** The passes it sounds in: bit k of `mask` stands for pass k, counted round every `of` passes. Absent means each. */
    passes: z
      .object({
        of: z.int().min(2).max(MAX_PASSES),
        mask: z
          .int()
          .min(1)
          .max(2 ** MAX_PASSES - 1),
      })
      .refine(({ of, mask }) => mask < 2 ** of, 'The passes it sounds in are among those it counts.')
      .optional(),
    /** Equal hits inside its length, played in place of one. */
    roll: z.object({ hits: z.int().min(2).max(MAX_HITS), shape: z.enum(ROLL_SHAPES) }).optional(),
    /** Left or right of where its track is heard; absent means there. */
    pan: z.number().min(-1).max(1).optional(),
    /** Its own pitch curve, in order of time: before the first point it has that point's pitch, after the last that one's. */
    bend: listOf(bendPointSchema(), { least: 1, most: MAX_BEND_POINTS })
      .refine(
        (points) => points.every(({ tick }, index) => index === 0 || tick >= points[index - 1]!.tick),
        'Points of a bend go on in time.',
      )
      .optional(),
    /** The group of which one note sounds in each pass. What chance a note has does not count in a group. */
    oneOf: idSchema().optional(),
    /** How many lots it has in its group's draw; absent means 1. */
    share: z.int().min(2).max(MAX_SHARE).optional(),
  }),
);
export type Note = Described<typeof noteSchema>;

export const placementSchema = once(() =>
  z.object({
    id: idSchema(),
    songId: idSchema(),
    trackId: idSchema(),
    patternId: idSchema(),
    start: tickSchema(),
    length: lengthSchema(),
    /** Where in the pattern the placement begins. */
    offset: tickSchema(),
    muted: z.boolean(),
  }),
);
export type Placement = Described<typeof placementSchema>;
