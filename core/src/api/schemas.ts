import { z } from 'zod';
import type { Change, ChangeLabel, Lost } from '../change';
import type { ImportReport } from '../midi';
import type { Document } from '../model/document';
import { idSchema, type Id } from '../model/entities';

/** A value that core checks itself, with words of its own (`readDocument`, `readChanges`): here it is only named. */
function named<T>(title: string) {
  return z.custom<T>((value) => typeof value === 'object' && value !== null).meta({ title });
}

export const nameSchema = z.object({ name: z.string().trim().min(1).max(200) });
/** A new song; `id` and `seed` are of one that a window made while the server was away. */
export const newSongSchema = nameSchema.extend({ id: idSchema.optional(), seed: z.int().min(0).max(0xffffffff).optional() });
export const listQuerySchema = z.object({ deleted: z.enum(['yes', 'no']).default('no') });
export const importQuerySchema = z.object({
  name: z
    .string()
    .default('')
    .transform((name) => name.trim().slice(0, 200)),
  /** Each track cut where it repeats, or as one long pattern. */
  tracks: z.enum(['cut', 'long']).default('cut'),
  /** Whole bars of silence before the first note and after the last. */
  silence: z.enum(['keep', 'trim']).default('keep'),
  /** The key that the file says first, or that its notes seem to be in. */
  key: z.enum(['file', 'suggested', 'none']).default('file'),
  /** Notes outside that key, to its nearest ones. */
  fit: z.enum(['none', 'nearest']).default('none'),
  /** Sections where the file has markers. */
  markers: z.enum(['sections', 'none']).default('sections'),
});
/** Labels of the history before a revision. */
export const historyQuerySchema = z.object({ before: z.coerce.number().int().min(1) });
/** A copy as the song was right after a Change; else as it is. */
export const copyQuerySchema = z.object({ at: idSchema.optional() });
export const exportQuerySchema = z.object({ as: z.enum(['written', 'heard']).default('heard') });
export const codeSchema = z.object({ code: z.string().max(40) });

/** `head` is the id of the Change that made `base`, as the window knows it: two histories may have as many Changes and not the same. */
export const sendSchema = z.object({
  base: z.int().min(0),
  head: z.string().max(64).nullish(),
  changes: z.unknown().meta({ title: 'Change[]' }),
});

/** A song as the Songs screen shows it. */
export const songCardSchema = z.object({
  id: idSchema,
  name: z.string(),
  /** Milliseconds since 1970. */
  changedAt: z.number(),
  deletedAt: z.number().optional(),
  /** Why it cannot be opened. What follows may then be missing. */
  problem: z.string().optional(),
  /** How many of its newest Changes were lost with a damaged file; 0 where that many cannot be told. */
  missing: z.int().optional(),
  /** The rest is out of date or not there yet: it is being made. */
  isBeingMade: z.boolean().optional(),
  bpm: z.number().optional(),
  meter: z.string().optional(),
  bars: z.number().optional(),
  tracks: z
    .array(
      z.object({
        colour: z.number(),
        symbol: z.string(),
        name: z.string(),
        /** Starts and pitches as shares of the whole, 0 to 1. */
        marks: z.array(z.tuple([z.number(), z.number()])),
      }),
    )
    .optional(),
});
export type SongCard = z.infer<typeof songCardSchema>;

export const madeSchema = z.object({ id: idSchema });
export const copiedSchema = z.object({ id: idSchema, name: z.string() });
export const rescuedSchema = z.object({ id: idSchema, name: z.string(), lost: z.int() });
export const importedSchema = z.object({ id: idSchema, report: named<ImportReport>('ImportReport') });
export const changeSchema = named<Change>('Change');
export const labelsSchema = z.object({ labels: z.array(named<ChangeLabel>('ChangeLabel')) });
export const songAtSchema = z.object({ song: named<Document>('Document') });

/** A song as the server has it. */
export const serverSongSchema = z.object({
  song: named<Document>('Document'),
  revision: z.int(),
  history: z.array(named<ChangeLabel>('ChangeLabel')),
  /** How many of its newest Changes were lost with a damaged file; 0 where that many cannot be told. */
  missing: z.int().optional(),
});
export type ServerSong = Readonly<{ song: Document; revision: number; history: readonly ChangeLabel[]; missing?: number }>;

/** The server's answer to Changes: its revision, what the window had missed (its own go without their bodies), what lost, and those of the
 *  sent ones that the history has now. */
export const sentSchema = z.object({
  revision: z.int(),
  missed: z.array(z.object({ revision: z.int(), id: idSchema, change: named<Change>('Change').optional() })),
  lost: z.array(named<Lost>('Lost')),
  known: z.array(idSchema),
  /** The window has missed so much that it must ask for the song instead: `missed` is empty then. */
  isFar: z.boolean().optional(),
});
export type Answer = Readonly<{
  revision: number;
  missed: readonly { readonly revision: number; readonly id: Id; readonly change?: Change }[];
  lost: readonly Lost[];
  known: readonly Id[];
  isFar?: boolean;
}>;

/** Notes that a window names as selected at most. */
const MOST_NAMED = 300;
/** Where a window is in a song, for the others in it: the part it has open, the song ticks it has marked or selected, and its selected notes. */
export const hereSchema = z.object({
  name: z.string().trim().max(40),
  placementId: idSchema.nullable(),
  start: z.int().min(0).nullable(),
  end: z.int().min(0).nullable(),
  noteIds: z.array(idSchema).max(MOST_NAMED),
});
export type Here = z.infer<typeof hereSchema>;
/** Names a window among those of a song. */
export const windowQuerySchema = z.object({ window: idSchema.optional() });

/** A copy of all songs as they were on a day. */
const dayCopySchema = z.object({
  /** As 2026-11-26. */
  day: z.string(),
  /** When it was made, and how many songs were in it when it was opened after that; null where it could not be read yet. */
  found: z.object({ madeAt: z.number(), songs: z.int() }).nullable(),
});
export type DayCopy = z.infer<typeof dayCopySchema>;

/** The server's own state; what concerns only the machine it runs on is sent there alone. */
export const serverNewsSchema = z.object({
  mayEnter: z.boolean(),
  isHere: z.boolean().optional(),
  addresses: z.array(z.string()).optional(),
  /** Why nothing can be saved, where it cannot: there is no room, or the folder may not be written to. */
  readOnly: z.enum(['noRoom', 'folder']).optional(),
  notice: z.string().nullish(),
  devices: z.array(z.object({ id: idSchema, name: z.string(), seenAt: z.number(), isThis: z.boolean() })).optional(),
  /** Those who tried wrong codes, the last one first. */
  wrongCodes: z.array(z.object({ address: z.string(), count: z.int(), at: z.number() })).optional(),
  /** Newest first. */
  copies: z.array(dayCopySchema).optional(),
  code: z.string().optional(),
  /** A picture of the address with the code, as SVG. */
  qr: z.string().nullish(),
});
export type ServerNews = z.infer<typeof serverNewsSchema>;

/** A song as the copy of a day has it. */
export const songCopiesSchema = z.object({
  copies: z.array(
    z.object({
      day: z.string(),
      name: z.string(),
      /** Changes it had then. */
      revision: z.int(),
      changedAt: z.number(),
    }),
  ),
});
export type SongCopy = z.infer<typeof songCopiesSchema>['copies'][number];

/** Names of the songs that came back, and of those that were here already as they are there or further on. */
export const broughtBackSchema = z.object({ songs: z.array(z.string()), known: z.array(z.string()) });
export type BroughtBack = z.infer<typeof broughtBackSchema>;

/** Every refusal. */
export const errorSchema = z.object({ error: z.object({ code: z.string(), message: z.string(), details: z.unknown().optional() }) });

/** The most bytes of a piece that a sound file is sent in. */
export const MOST_PIECE_BYTES = 4 * 1024 * 1024;
/** A piece of a sound file: the byte that it begins at, and how many the whole has. */
export const filePieceSchema = z.object({ at: z.coerce.number().int().min(0), size: z.coerce.number().int().min(1) });
export const fileStandingSchema = z.object({ has: z.int(), isWhole: z.boolean() });
const someFilesSchema = z.object({ count: z.int(), bytes: z.int() });
/** Bytes taken by sound files: all that are kept, those of them that nothing uses, and those in the bin. */
export const filesNewsSchema = someFilesSchema.extend({ unused: someFilesSchema, binned: someFilesSchema });
export type FilesNews = z.infer<typeof filesNewsSchema>;

/** Whether a song file has the song's history too. */
export const songFileQuerySchema = z.object({ history: z.enum(['yes', 'no']).default('no') });
