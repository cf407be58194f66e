import type { z } from 'zod';
import { ownAnswerSchema, ownSendSchema } from './belongings';
import * as schemas from './schemas';
import { broughtInSchema } from './song-file';

/** One thing the server can be asked for. */
export interface ApiRoute {
  readonly method: 'GET' | 'PUT' | 'POST' | 'PATCH' | 'DELETE';
  /** Under /api. */
  readonly path: string;
  readonly what: string;
  readonly query?: z.ZodType;
  /** The request body; a text names bytes that are not JSON. */
  readonly body?: z.ZodType | string;
  /** The response body; a text names one that is not JSON; null is none (204). */
  readonly answer: z.ZodType | string | null;
}

/** All that app and server say to each other. docs/api.md is made of this list, and the server's tests hold its answers against it. */
export const API = {
  listSongs: {
    method: 'GET',
    path: '/songs',
    what: 'The songs, last changed first; with `deleted=yes` those deleted in the last 30 days.',
    query: schemas.listQuerySchema,
    answer: schemas.songCardSchema.array(),
  },
  createSong: {
    method: 'POST',
    path: '/songs',
    what: 'Makes an empty song; one whose `id` is there already stays as it is.',
    body: schemas.newSongSchema,
    answer: schemas.madeSchema,
  },
  importSong: {
    method: 'POST',
    path: '/songs/import',
    what: 'Makes a song of a MIDI file of up to 20 MB.',
    query: schemas.importQuerySchema,
    body: 'the file, as audio/midi',
    answer: schemas.importedSchema,
  },
  openSong: { method: 'GET', path: '/songs/:id', what: 'The whole song with its history.', answer: schemas.serverSongSchema },
  renameSong: { method: 'PATCH', path: '/songs/:id', what: 'Renames a song.', body: schemas.nameSchema, answer: null },
  deleteSong: { method: 'DELETE', path: '/songs/:id', what: 'Deletes a song; it can be brought back for 30 days.', answer: null },
  returnSong: { method: 'POST', path: '/songs/:id/return', what: 'Brings a deleted song back.', answer: null },
  copySong: {
    method: 'POST',
    path: '/songs/:id/copies',
    what: 'Makes a copy of a song; with `at`, of what it was right after that Change.',
    query: schemas.copyQuerySchema,
    answer: schemas.copiedSchema,
  },
  rescueSong: {
    method: 'POST',
    path: '/songs/:id/rescue',
    what: 'Makes a song of what can be read of one that cannot be opened.',
    answer: schemas.rescuedSchema,
  },
  takeAsWhole: {
    method: 'DELETE',
    path: '/songs/:id/missing',
    what: 'Takes a song that was damaged as it is, and says no more that some of it is missing.',
    answer: null,
  },
  songCopies: {
    method: 'GET',
    path: '/songs/:id/days',
    what: 'The song as the copies of earlier days have it, newest first.',
    answer: schemas.songCopiesSchema,
  },
  songFromCopy: {
    method: 'POST',
    path: '/songs/:id/days/:day',
    what: 'Makes a song of what it was in the copy of a day, with its history, beside the one that is here.',
    answer: schemas.copiedSchema,
  },
  sendChanges: {
    method: 'POST',
    path: '/songs/:id/changes',
    what: 'Lays Changes on the song, each once whatever happens on the way, and gives those this window has missed. An empty list only asks.',
    body: schemas.sendSchema,
    answer: schemas.sentSchema,
  },
  readChange: {
    method: 'GET',
    path: '/songs/:id/changes/:changeId',
    what: 'One whole Change of its history.',
    answer: schemas.changeSchema,
  },
  readHistory: {
    method: 'GET',
    path: '/songs/:id/history',
    what: 'Labels of its history before a revision, the newest 2,000 of them, oldest first.',
    query: schemas.historyQuerySchema,
    answer: schemas.labelsSchema,
  },
  readSongAt: {
    method: 'GET',
    path: '/songs/:id/at/:changeId',
    what: 'The song as it was right after a Change of its history.',
    answer: schemas.songAtSchema,
  },
  followSong: {
    method: 'GET',
    path: '/songs/:id/events',
    what: 'Server-sent events: the revision as it grows; `deleted` when the song is; with `window`, also `here`: where the other windows of the song are, and when one leaves.',
    query: schemas.windowQuerySchema,
    answer: 'text/event-stream',
  },
  tellHere: {
    method: 'PUT',
    path: '/songs/:id/here/:window',
    what: 'Tells the other windows of a song where this one is, which must be listening. It is kept nowhere.',
    body: schemas.hereSchema,
    answer: null,
  },
  exportSong: {
    method: 'GET',
    path: '/songs/:id/export.mid',
    what: 'The song as a Standard MIDI File, as heard or as written.',
    query: schemas.exportQuerySchema,
    answer: 'the file, as audio/midi',
  },
  sendSongFile: {
    method: 'GET',
    path: '/songs/:id/file',
    what: 'The song with its recordings as one open file (docs/song-file.md); with its history where that is asked for.',
    query: schemas.songFileQuerySchema,
    answer: 'the file, as application/zip',
  },
  takeSongFile: {
    method: 'POST',
    path: '/songs/file',
    what: 'Brings in the songs of such a file, beside those that are here already.',
    body: 'the file, as application/zip',
    answer: broughtInSchema,
  },
  sendCollection: {
    method: 'GET',
    path: '/songs/collection',
    what: 'All songs with their recordings and histories, and all that is one’s own, as one such file.',
    answer: 'the file, as application/zip',
  },
  readServer: { method: 'GET', path: '/server', what: 'What the server says of itself; open to all.', answer: schemas.serverNewsSchema },
  enter: {
    method: 'POST',
    path: '/server/devices',
    what: 'Lets this device in for the code; five wrong tries a minute.',
    body: schemas.codeSchema,
    answer: null,
  },
  sendAway: { method: 'DELETE', path: '/server/devices/:id', what: 'Sends a device away; it has to enter the code again.', answer: null },
  noticeSeen: { method: 'DELETE', path: '/server/notice', what: 'Takes the notice of the server away.', answer: null },
  returnFromCopy: {
    method: 'POST',
    path: '/server/copies/:day/return',
    what: "Brings back from a day's copy the songs that are gone, and beside them those that cannot be read or miss something.",
    answer: schemas.broughtBackSchema,
  },
  wrongCodesSeen: {
    method: 'DELETE',
    path: '/server/wrong-codes',
    what: 'Forgets who tried wrong codes, once that was seen.',
    answer: null,
  },
  sendEverything: {
    method: 'GET',
    path: '/server/everything',
    what: 'All songs with their histories and all that is one’s own, as one file.',
    answer: 'the file, as application/octet-stream',
  },
  returnEverything: {
    method: 'POST',
    path: '/server/everything/return',
    what: 'Brings back from such a file the songs that are not here, and beside them those that are here as something else.',
    body: 'the file, as application/octet-stream',
    answer: schemas.broughtBackSchema,
  },
  listFiles: { method: 'GET', path: '/files', what: 'What sound files take, in bytes.', answer: schemas.filesNewsSchema },
  fileStanding: {
    method: 'GET',
    path: '/files/:hash/standing',
    what: 'How much of a sound file is here, by the SHA-256 of its bytes: from there on it is to be sent.',
    answer: schemas.fileStandingSchema,
  },
  sendFile: {
    method: 'PUT',
    path: '/files/:hash',
    what: 'Takes the next piece of a sound file, of up to 4 MB. One that does not follow what is here changes nothing.',
    query: schemas.filePieceSchema,
    body: 'the piece, as application/octet-stream',
    answer: schemas.fileStandingSchema,
  },
  readFile: {
    method: 'GET',
    path: '/files/:hash',
    what: 'A sound file, or a range of it.',
    answer: 'the file, as application/octet-stream',
  },
  clearFiles: {
    method: 'DELETE',
    path: '/files/unused',
    what: 'Puts sound files that nothing uses into a bin, for 30 days; one that is asked for comes out of it by itself.',
    answer: schemas.filesNewsSchema,
  },
  returnFiles: { method: 'POST', path: '/files/return', what: 'Brings back all that is in that bin.', answer: schemas.filesNewsSchema },
  exchangeBelongings: {
    method: 'POST',
    path: '/belongings',
    what: 'Takes what belongs to the person and not to a song (sounds, favourites, keys), and gives what has been put since, by anyone.',
    body: ownSendSchema,
    answer: ownAnswerSchema,
  },
} as const satisfies Readonly<Record<string, ApiRoute>>;
