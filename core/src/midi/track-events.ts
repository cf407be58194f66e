import type { MendedCount } from './words';

/** One event of a file track. `bytes` is whole, status first, without running status: ready to be written again. Those of a channel
 *  message are a plain list: a typed array for each of a hundred thousand notes takes most of the time of reading them. */
export interface RawEvent {
  /** Absolute, in the file's own ticks. */
  readonly tick: number;
  readonly bytes: ArrayLike<number>;
}

export interface RawTrack {
  readonly events: readonly RawEvent[];
  readonly endTick: number;
}

export const META = 0xff;
export const META_NAME = 0x03;
export const META_MARKER = 0x06;
export const META_END = 0x2f;
export const META_TEMPO = 0x51;
export const META_METER = 0x58;
export const META_KEY = 0x59;

/** The data of a meta event: what stands after its type and its length, which may take more than one byte. */
export function metaData(bytes: ArrayLike<number>): Uint8Array {
  let at = 2;
  while (at < bytes.length && bytes[at]! >= 0x80) at++;
  return bytes instanceof Uint8Array ? bytes.subarray(at + 1) : Uint8Array.from(bytes).subarray(at + 1);
}

/** Number of data bytes after a channel status. */
function dataLength(status: number): number {
  const kind = status & 0xf0;
  return kind === 0xc0 || kind === 0xd0 ? 1 : 2;
}

/** Reads the events of one track body, `most` of them and one more at the most. It never fails: what cannot be an event is left
 *  out and counted. */
export function readTrackEvents(body: Uint8Array, mended: MendedCount, most = Infinity): RawTrack {
  return new TrackReader(body, mended, most).read();
}

/** The result of reading an event: it was read or left out, the body has ended within it, or the track has ended. */
type Step = 'goesOn' | 'truncated' | 'ended';

class TrackReader {
  private readonly events: RawEvent[] = [];
  private at = 0;
  private tick = 0;
  /** Status that goes on holding where an event names none. */
  private running = 0;
  private isAtDelta = true;

  constructor(
    private readonly body: Uint8Array,
    private readonly mended: MendedCount,
    private readonly most: number,
  ) {}

  read(): RawTrack {
    while (this.at < this.body.length && this.events.length <= this.most) {
      const step = this.step();
      if (step === 'truncated') this.mended.add('truncated');
      if (step !== 'goesOn') return this.track();
    }
    if (this.events.length <= this.most) this.mended.add('missingEnd');
    return this.track();
  }

  private track(): RawTrack {
    return { events: this.events, endTick: this.tick };
  }

  private step(): Step {
    const delta = this.isAtDelta ? this.number() : 0;
    if (delta === null) return 'truncated';
    this.tick += delta;
    this.isAtDelta = true;
    while (this.at < this.body.length && this.body[this.at]! >= 0xf8 && this.body[this.at] !== META) {
      this.mended.add('realTimeBytes');
      this.at++;
    }
    if (this.at >= this.body.length) return 'truncated';
    const first = this.body[this.at]!;
    if (first === META || first === 0xf0 || first === 0xf7) return this.block(first);
    if (first < 0xf0) return this.channelEvent(first);
    this.mended.add('strayBytes');
    this.at++;
    return 'goesOn';
  }

  /** A meta or system event: status (and type), a length, as many bytes. */
  private block(first: number): Step {
    const from = this.at;
    this.at += first === META ? 2 : 1;
    if (first === META && this.body[from + 1] === META_END) return 'ended';
    const length = this.number();
    if (length === null || this.at + length > this.body.length) return 'truncated';
    this.at += length;
    this.events.push({ tick: this.tick, bytes: this.body.slice(from, this.at) });
    return 'goesOn';
  }

  private channelEvent(first: number): Step {
    if (first >= 0x80) {
      this.running = first;
      this.at++;
    } else if (this.running === 0) {
      this.skipData();
      this.isAtDelta = false;
      return 'goesOn';
    }
    const bytes = this.data(this.running, dataLength(this.running));
    if (bytes) this.events.push({ tick: this.tick, bytes });
    else if (this.at >= this.body.length) return 'truncated';
    else this.mended.add('strayBytes');
    return 'goesOn';
  }

  /** A variable-length number; null where the body ends inside it. */
  private number(): number | null {
    let value = 0;
    for (let count = 0; count < 4 && this.at < this.body.length; count++) {
      const byte = this.body[this.at++]!;
      value = value * 128 + (byte & 0x7f);
      if (byte < 0x80) return value;
    }
    return this.at < this.body.length ? value : null;
  }

  /** `length` data bytes with real-time bytes taken out; null where the body ends or a status byte comes first. */
  private data(status: number, length: number): readonly number[] | null {
    const [first, second] = [this.body[this.at]!, this.body[this.at + 1]!];
    if (length === 2 && first < 0x80 && second < 0x80) {
      // As nearly all are: a list made in one go takes a fifth of the memory of one that grows.
      this.at += 2;
      return [status, first, second];
    }
    const bytes = [status];
    while (bytes.length <= length) {
      if (this.at >= this.body.length) return null;
      const byte = this.body[this.at]!;
      if (byte >= 0xf8 && byte !== META) this.mended.add('realTimeBytes');
      else if (byte >= 0x80) return null;
      else bytes.push(byte);
      this.at++;
    }
    return bytes;
  }

  /** Goes on to the next status byte, leaving out what cannot be read. */
  private skipData(): void {
    for (; this.at < this.body.length && this.body[this.at]! < 0x80; this.at++) this.mended.add('strayBytes');
  }
}
