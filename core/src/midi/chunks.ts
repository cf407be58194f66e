import { MAX_FILE_TRACKS, refusal, type MendedCount, type Refusal } from './words';

/** The header and track bodies of a Standard MIDI File (MIDI 1.0 specification, "Standard MIDI Files 1.0"). */
export interface MidiChunks {
  readonly format: 0 | 1 | 2;
  /** Ticks a quarter note; may be fractional where the file counts in film frames. */
  readonly division: number;
  readonly isFrameTime: boolean;
  readonly tracks: readonly Uint8Array[];
}

const FALLBACK_DIVISION = 96;

function tagAt(bytes: Uint8Array, at: number): string {
  return Array.from(bytes.subarray(at, at + 4), (byte) => String.fromCharCode(byte)).join('');
}

function wordAt(bytes: Uint8Array, at: number): number {
  return ((bytes[at]! << 24) | (bytes[at + 1]! << 16) | (bytes[at + 2]! << 8) | bytes[at + 3]!) >>> 0;
}

/** Takes a file apart into its tracks, or says why it cannot be one. */
export function readChunks(file: Uint8Array, mended: MendedCount): MidiChunks | Refusal {
  const bytes = unwrapped(file, mended);
  if (tagAt(bytes, 0) !== 'MThd' || bytes.length < 14) return refusal('notMidi');
  const headerLength = Math.max(6, wordAt(bytes, 4));
  const format = Math.min(2, (bytes[8]! << 8) | bytes[9]!) as 0 | 1 | 2;
  const named = (bytes[10]! << 8) | bytes[11]!;
  const tracks = trackBodies(bytes, 8 + headerLength, mended);
  if (tracks.length === 0) return refusal('noTracks');
  if (tracks.length > MAX_FILE_TRACKS) return refusal('tooManyTracks');
  if (tracks.length !== named) mended.add('trackCount');
  return { format, tracks, ...readDivision((bytes[12]! << 8) | bytes[13]!, mended) };
}

/** Finds the MIDI data inside a RIFF "RMID" file; other bytes come back as they are. */
function unwrapped(bytes: Uint8Array, mended: MendedCount): Uint8Array {
  if (tagAt(bytes, 0) !== 'RIFF') return bytes;
  const first = 'MThd'.charCodeAt(0);
  for (let at = bytes.indexOf(first, 12); at >= 0 && at + 8 <= bytes.length; at = bytes.indexOf(first, at + 1)) {
    // Letter by letter: a text made at each of twenty million places takes seconds.
    if (bytes[at + 1] === 0x54 && bytes[at + 2] === 0x68 && bytes[at + 3] === 0x64) {
      mended.add('wrapped');
      return bytes.subarray(at);
    }
  }
  return bytes;
}

/** The bodies of all tracks, up to one more than there may be. */
function trackBodies(bytes: Uint8Array, from: number, mended: MendedCount): Uint8Array[] {
  const tracks: Uint8Array[] = [];
  let at = from;
  while (at + 8 <= bytes.length && tracks.length <= MAX_FILE_TRACKS) {
    const tag = tagAt(bytes, at);
    const length = wordAt(bytes, at + 4);
    if (tag === 'MTrk') {
      if (at + 8 + length > bytes.length) mended.add('truncated');
      tracks.push(bytes.subarray(at + 8, at + 8 + length));
    } else if (/^[\x20-\x7e]{4}$/.test(tag)) mended.add('unknownChunks');
    else break;
    at += 8 + length;
  }
  return tracks;
}

function readDivision(word: number, mended: MendedCount): { division: number; isFrameTime: boolean } {
  if (word & 0x8000) {
    const frames = 256 - (word >> 8);
    const perSecond = (frames === 29 ? 30_000 / 1001 : frames) * (word & 0xff);
    mended.add('frameTime');
    return { division: perSecond > 0 ? perSecond / 2 : FALLBACK_DIVISION, isFrameTime: true };
  }
  if (word === 0) mended.add('divisionZero');
  return { division: word || FALLBACK_DIVISION, isFrameTime: false };
}
