import { z } from 'zod';
import { idSchema } from '../model/entities/basics';

/** The version of song files that is written here; readers refuse a later one in words. */
export const SONG_FILE_VERSION = 1;
/** The first entry of a song file, and where its parts are. docs/song-file.md says the same in words. */
export const MANIFEST = 'yibbo.json';
export const songPath = (id: string) => `songs/${id}/song.json`;
export const historyPath = (id: string) => `songs/${id}/history.json`;
export const filePath = (hash: string) => `files/${hash}`;
export const BELONGINGS = 'belongings.json';

/** Limits of what is read: entries, bytes of one that is JSON and of one that is sound, and of all together. */
export const MOST_PARTS_OF_FILE = 5000;
export const MOST_JSON_BYTES = 256 * 1024 * 1024;
export const MOST_SONG_FILE_BYTES = 4 * 1024 ** 3;

const ENTRY = /^(?:yibbo\.json|belongings\.json|songs\/([\w-]{1,64})\/(song|history)\.json|files\/([0-9a-f]{64}))$/;

/** The kind of an entry of a song file, by its name; null for foreign entries, which are not read. */
export type SongEntry =
  | { readonly kind: 'manifest' | 'belongings' }
  | { readonly kind: 'song' | 'history'; readonly id: string }
  | { readonly kind: 'file'; readonly hash: string };

export function songEntry(name: string): SongEntry | null {
  const found = ENTRY.exec(name);
  if (!found) return null;
  const [, id, part, hash] = found;
  if (hash) return { kind: 'file', hash };
  if (id && part) return { kind: part as 'song' | 'history', id };
  return { kind: name === MANIFEST ? 'manifest' : 'belongings' };
}

export const manifestSchema = z.object({
  yibbo: z.literal('songs'),
  version: z.int().min(1),
  /** When it was made, in ISO 8601. */
  made: z.string().max(40),
  songs: z.array(z.object({ id: idSchema, name: z.string().max(200) })).max(MOST_PARTS_OF_FILE),
});

/** The result of reading a song file: the songs brought in, and in words what could not be read or was here already. */
export const broughtInSchema = z.object({ songs: z.array(z.object({ id: idSchema, name: z.string() })), said: z.array(z.string()) });
export type BroughtIn = z.infer<typeof broughtInSchema>;
