/** Why a file cannot be brought in. */
export type RefusalCode = 'empty' | 'tooLarge' | 'notMidi' | 'noTracks' | 'tooManyTracks' | 'tooManyNotes' | 'tooManyEvents' | 'tooLong';

export interface Refusal {
  readonly code: RefusalCode;
  readonly message: string;
}

/** Corrections made while a file was read. */
export type MendedCode =
  | 'wrapped'
  | 'unknownChunks'
  | 'trackCount'
  | 'divisionZero'
  | 'frameTime'
  | 'fineDivision'
  | 'truncated'
  | 'missingEnd'
  | 'strayBytes'
  | 'realTimeBytes'
  | 'hangingNotes'
  | 'strayOffs'
  | 'zeroLength'
  | 'badTempo'
  | 'badMeter'
  | 'noMeter'
  | 'oneAfterAnother';

export interface Mended {
  readonly code: MendedCode;
  readonly count: number;
  readonly message: string;
}

export const MAX_FILE_BYTES = 20 * 1024 * 1024;
export const MAX_FILE_NOTES = 200_000;
/** Notes count twice here: once for their beginning, once for their end. */
export const MAX_FILE_EVENTS = 1_000_000;
/** All that is carried without being understood, by bytes and by events. */
export const MAX_CARRIED_BYTES = 4 * 1024 * 1024;
export const MAX_CARRIED_EVENTS = 200_000;
/** Changes of tempo, and of meter. */
export const MAX_FILE_MARKS = 20_000;
/** Tracks of a file, and tracks that its channels make of them. */
export const MAX_FILE_TRACKS = 1000;

const REFUSALS: Readonly<Record<RefusalCode, string>> = {
  empty: 'This file is empty. Save it again from where it came from, then choose it once more.',
  tooLarge: 'This file is larger than 20 MB. A MIDI file this large usually holds more than one song: save the songs one by one.',
  notMidi: 'This is not a MIDI file. Choose a file that ends in .mid; audio files and project files cannot be read here.',
  noTracks: 'There are no tracks in this MIDI file. Save it again with at least one track.',
  tooManyTracks: 'This file has more than 1,000 tracks. Save parts of it as files of their own and bring those in.',
  tooManyNotes: 'This file has more than 200,000 notes. Save parts of it as files of their own and bring those in.',
  tooManyEvents:
    'This file has more controllers and other data than a song can carry. Thin them out where it comes from, or save parts of it as files of their own.',
  tooLong: 'This file is longer than 100,000 bars. Cut the silence out of it and bring it in again.',
};

const MENDED: Readonly<Record<MendedCode, (count: number) => string>> = {
  wrapped: () => 'The MIDI data was wrapped in a RIFF file and has been taken out.',
  unknownChunks: (count) => `${count} unknown ${many(count, 'block', 'blocks')} left out.`,
  trackCount: () => 'The file names another number of tracks than it has; the tracks that are there were read.',
  divisionZero: () => 'The file does not say how long a beat is; 96 ticks were assumed.',
  frameTime: () => 'The file counts in film frames; its times were laid on a grid at 120 bpm.',
  fineDivision: () => 'The file counts finer than Yibbo does; each time went to the nearest tick.',
  truncated: (count) => `${count} ${many(count, 'track ends', 'tracks end')} too soon; everything up to there was read.`,
  missingEnd: (count) => `${count} ${many(count, 'track has', 'tracks have')} no end mark; one was added.`,
  strayBytes: (count) => `${count} ${many(count, 'byte', 'bytes')} that belong to no event left out.`,
  realTimeBytes: (count) => `${count} real-time ${many(count, 'byte', 'bytes')} inside tracks left out.`,
  hangingNotes: (count) =>
    count === 1 ? '1 note never ended; it now ends with its track.' : `${count} notes never ended; they now end with their track.`,
  strayOffs: (count) => `${count} note ${many(count, 'end', 'ends')} without a note kept aside.`,
  zeroLength: (count) => `${count} ${many(count, 'note', 'notes')} of no length made one tick long.`,
  badTempo: (count) => `${count} unusable tempo ${many(count, 'mark', 'marks')} left out.`,
  badMeter: (count) => `${count} unusable meter ${many(count, 'mark', 'marks')} left out.`,
  noMeter: () => 'The file names no meter; 4/4 was assumed.',
  oneAfterAnother: (count) =>
    `The file holds ${count} separate patterns, not parts that sound together; they were placed one after the other.`,
};

function many(count: number, one: string, more: string): string {
  return count === 1 ? one : more;
}

export function refusal(code: RefusalCode): Refusal {
  return { code, message: REFUSALS[code] };
}

/** Counts mended things while a file is read. */
export class MendedCount {
  private readonly counts = new Map<MendedCode, number>();

  add(code: MendedCode, count = 1): void {
    this.counts.set(code, (this.counts.get(code) ?? 0) + count);
  }

  list(): Mended[] {
    return [...this.counts].map(([code, count]) => ({ code, count, message: MENDED[code](count) }));
  }
}
