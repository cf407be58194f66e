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

/** The notes of one key that sound, in the order they began. Those that have ended stay in the list, before `next`: taking them out one by one
 *  would move all the others each time. */
interface OpenNotes {
  readonly ons: { readonly onTick: number; readonly velocity: number }[];
  next: number;
}

/** Pairs note-ons with note-offs, first on with first off of the same channel and key, so that overlaps and doubles
 *  come out as they went in. */
export function pairNotes(events: readonly RawEvent[], endTick: number): PairedNotes {
  const open = new Map<number, OpenNotes>();
  const notes: FileNote[] = [];
  const strayOffs: { tick: number; bytes: ArrayLike<number>; order: number }[] = [];
  events.forEach(({ tick, bytes }, order) => {
    const kind = bytes[0]! & 0xf0;
    if (kind !== 0x80 && kind !== 0x90) return;
    const channel = bytes[0]! & 15;
    const pitch = bytes[1]!;
    const key = channel * 128 + pitch;
    const sounding = open.get(key);
    if (kind === 0x90 && bytes[2]! > 0) {
      const on = { onTick: tick, velocity: bytes[2]! };
      if (sounding) sounding.ons.push(on);
      else open.set(key, { ons: [on], next: 0 });
      return;
    }
    const on = sounding?.ons[sounding.next];
    if (sounding && on) sounding.next++;
    const release = kind === 0x80 ? bytes[2]! : null;
    if (on) notes.push({ channel, pitch, velocity: on.velocity, onTick: on.onTick, offTick: tick, release });
    else strayOffs.push({ tick, bytes, order });
  });
  let hanging = 0;
  for (const [key, { ons, next }] of open) {
    for (const on of ons.slice(next))
      notes.push({ channel: key >> 7, pitch: key & 127, ...on, offTick: Math.max(endTick, on.onTick), release: null });
    hanging += ons.length - next;
  }
  return { notes, strayOffs, hanging };
}
