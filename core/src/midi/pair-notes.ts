import type { RawEvent } from './track-events';

/** A note as a file tells it, in the file's ticks. */
export interface FileNote {
  readonly channel: number;
  readonly pitch: number;
  readonly velocity: number;
  readonly onTick: number;
  readonly offTick: number;
  /** Velocity of a real note-off; null where a note-on of velocity 0 ended it. */
  readonly release: number | null;
}

export interface PairedNotes {
  readonly notes: readonly FileNote[];
  readonly strayOffs: readonly { readonly tick: number; readonly bytes: ArrayLike<number>; readonly order: number }[];
  /** How many notes never ended; they end with the track. */
  readonly hanging: number;
}

/** Pairs note-ons with note-offs, first on with first off of the same channel and key, so that overlaps and doubles
 *  come out as they went in. */
export function pairNotes(events: readonly RawEvent[], endTick: number): PairedNotes {
  const open: ({ onTick: number; velocity: number }[] | undefined)[] = Array.from({ length: 16 * 128 }, () => undefined);
  const notes: FileNote[] = [];
  const strayOffs: { tick: number; bytes: ArrayLike<number>; order: number }[] = [];
  events.forEach(({ tick, bytes }, order) => {
    const kind = bytes[0]! & 0xf0;
    if (kind !== 0x80 && kind !== 0x90) return;
    const channel = bytes[0]! & 15;
    const pitch = bytes[1]!;
    const waiting = (open[channel * 128 + pitch] ??= []);
    if (kind === 0x90 && bytes[2]! > 0) {
      waiting.push({ onTick: tick, velocity: bytes[2]! });
      return;
    }
    const on = waiting.shift();
    const release = kind === 0x80 ? bytes[2]! : null;
    if (on) notes.push({ channel, pitch, velocity: on.velocity, onTick: on.onTick, offTick: tick, release });
    else strayOffs.push({ tick, bytes, order });
  });
  let hanging = 0;
  open.forEach((waiting = [], key) => {
    for (const on of waiting)
      notes.push({ channel: key >> 7, pitch: key & 127, ...on, offTick: Math.max(endTick, on.onTick), release: null });
    hanging += waiting.length;
  });
  return { notes, strayOffs, hanging };
}
