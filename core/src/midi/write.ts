import { META, META_END } from './track-events';

/** An event with its place in song ticks. On one tick, lower phases come first, then lower orders. */
export interface WrittenEvent {
  readonly tick: number;
  readonly phase: number;
  readonly order: number;
  readonly bytes: ArrayLike<number>;
}

export interface WrittenTrack {
  readonly events: readonly WrittenEvent[];
  /** Song tick before which the track must not end. */
  readonly endTick: number;
}

/** Bytes gathered in a growing buffer. */
class ByteWriter {
  private buffer = new Uint8Array(1024);
  private size = 0;

  put(bytes: ArrayLike<number>): void {
    if (this.size + bytes.length > this.buffer.length) {
      const larger = new Uint8Array(Math.max(this.buffer.length * 2, this.size + bytes.length));
      larger.set(this.buffer);
      this.buffer = larger;
    }
    this.buffer.set(bytes, this.size);
    this.size += bytes.length;
  }

  /** A variable-length number of up to 28 bits. */
  number(value: number): void {
    const groups = [value & 0x7f];
    for (let rest = value >>> 7; rest > 0; rest >>>= 7) groups.unshift((rest & 0x7f) | 0x80);
    this.put(groups);
  }

  done(): Uint8Array {
    return this.buffer.slice(0, this.size);
  }
}

function chunk(tag: string, body: Uint8Array): Uint8Array {
  const out = new Uint8Array(8 + body.length);
  out.set([...tag].map((letter) => letter.charCodeAt(0)));
  new DataView(out.buffer).setUint32(4, body.length);
  out.set(body, 8);
  return out;
}

/** Writes a Standard MIDI File; `toFile` turns song ticks into the file's. */
export function writeFile(format: number, division: number, tracks: readonly WrittenTrack[], toFile: (tick: number) => number): Uint8Array {
  const header = Uint8Array.of(0, format, tracks.length >> 8, tracks.length & 0xff, division >> 8, division & 0xff);
  const chunks = [chunk('MThd', header), ...tracks.map((track) => chunk('MTrk', trackBody(track, toFile)))];
  const writer = new ByteWriter();
  for (const part of chunks) writer.put(part);
  return writer.done();
}

function trackBody({ events, endTick }: WrittenTrack, toFile: (tick: number) => number): Uint8Array {
  const placed = events.map((event) => ({ ...event, tick: toFile(event.tick) }));
  placed.sort((a, b) => a.tick - b.tick || a.phase - b.phase || a.order - b.order);
  const writer = new ByteWriter();
  let at = 0;
  for (const { tick, bytes } of placed) {
    writer.number(tick - at);
    writer.put(bytes);
    at = tick;
  }
  writer.number(Math.max(0, toFile(endTick) - at));
  writer.put([META, META_END, 0]);
  return writer.done();
}
