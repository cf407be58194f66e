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
export const META_END = 0x2f;
export const META_TEMPO = 0x51;
export const META_METER = 0x58;

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
  const events: RawEvent[] = [];
  let at = 0;
  let tick = 0;
  let running = 0;

  /** A variable-length number; null where the body ends inside it. */
  function number(): number | null {
    let value = 0;
    for (let count = 0; count < 4 && at < body.length; count++) {
      const byte = body[at++]!;
      value = value * 128 + (byte & 0x7f);
      if (byte < 0x80) return value;
    }
    return at < body.length ? value : null;
  }

  /** `length` data bytes with real-time bytes taken out; null where the body ends or a status byte comes first. */
  function data(status: number, length: number): readonly number[] | null {
    const [first, second] = [body[at]!, body[at + 1]!];
    if (length === 2 && first < 0x80 && second < 0x80) {
      // As nearly all are: a list made in one go takes a fifth of the memory of one that grows.
      at += 2;
      return [status, first, second];
    }
    const bytes = [status];
    while (bytes.length <= length) {
      if (at >= body.length) return null;
      const byte = body[at]!;
      if (byte >= 0xf8 && byte !== META) mended.add('realTimeBytes');
      else if (byte >= 0x80) return null;
      else bytes.push(byte);
      at++;
    }
    return bytes;
  }

  /** A meta or system event: status (and type), a length, as many bytes. */
  function block(from: number): Uint8Array | null {
    const length = number();
    if (length === null || at + length > body.length) return null;
    at += length;
    return body.slice(from, at);
  }

  const truncated = (): RawTrack => {
    mended.add('truncated');
    return { events, endTick: tick };
  };

  /** Goes on to the next status byte, leaving out what cannot be read. */
  function skipData(): void {
    for (; at < body.length && body[at]! < 0x80; at++) mended.add('strayBytes');
  }

  let isAtDelta = true;
  while (at < body.length && events.length <= most) {
    const delta: number | null = isAtDelta ? number() : 0;
    if (delta === null) return truncated();
    tick += delta;
    isAtDelta = true;
    while (at < body.length && body[at]! >= 0xf8 && body[at] !== META) {
      mended.add('realTimeBytes');
      at++;
    }
    if (at >= body.length) return truncated();
    const from = at;
    const first = body[at]!;
    if (first === META) {
      at += 2;
      if (body[from + 1] === META_END) return { events, endTick: tick };
      const bytes = block(from);
      if (!bytes) return truncated();
      events.push({ tick, bytes });
    } else if (first === 0xf0 || first === 0xf7) {
      at++;
      const bytes = block(from);
      if (!bytes) return truncated();
      events.push({ tick, bytes });
    } else if (first >= 0xf0) {
      mended.add('strayBytes');
      at++;
    } else {
      if (first >= 0x80) {
        running = first;
        at++;
      } else if (running === 0) {
        skipData();
        isAtDelta = false;
        continue;
      }
      const bytes = data(running, dataLength(running));
      if (bytes) events.push({ tick, bytes });
      else if (at >= body.length) return truncated();
      else mended.add('strayBytes');
    }
  }
  if (events.length <= most) mended.add('missingEnd');
  return { events, endTick: tick };
}
