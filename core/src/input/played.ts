import type { LaneTarget } from '../lanes/targets';

/** An event played in, whatever its source: keys and pads on the screen, letters, a MIDI device, a simulated one. `at` is when it happened, in
 *  milliseconds of the page's clock. */
export type Played =
  | { readonly kind: 'on'; readonly pitch: number; /** 1..127. */ readonly velocity: number; readonly at: number }
  | {
      readonly kind: 'off';
      readonly pitch: number;
      /** 0..127, where the device says how fast. */ readonly release?: number;
      readonly at: number;
    }
  | { readonly kind: 'turn'; readonly target: LaneTarget; readonly value: number; readonly at: number }
  | { readonly kind: 'pedal'; readonly isDown: boolean; readonly at: number };

/** The MIDI channels that are taken: all, or one, 0..15. */
export type Channel = number | 'all';

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const CONTROLLER = 0xb0;
const PRESSURE = 0xd0;
const BEND = 0xe0;
const SYSTEM = 0xf0;
const SUSTAIN = 64;
const PEDAL_DOWN = 64;

/** Reads one message of a MIDI device (MIDI 1.0, whole, with its status byte). Null for what is not played: clock and sync, system exclusive,
 *  program changes, pressure of single keys, other channels, and what is cut short. */
export function playedIn(bytes: ArrayLike<number>, at: number, channel: Channel): Played | null {
  const [status = 0, first = 0, second = 0] = Array.from(bytes);
  if (status < NOTE_OFF || status >= SYSTEM) return null;
  if (channel !== 'all' && (status & 15) !== channel) return null;
  const kind = status & 0xf0;
  if (bytes.length < (kind === PRESSURE ? 2 : 3) || first > 127 || second > 127) return null;
  if (kind === NOTE_ON && second > 0) return { kind: 'on', pitch: first, velocity: second, at };
  // A note-on of velocity 0 is a note-off that says nothing of how fast.
  if (kind === NOTE_ON) return { kind: 'off', pitch: first, at };
  if (kind === NOTE_OFF) return { kind: 'off', pitch: first, release: second, at };
  if (kind === PRESSURE) return { kind: 'turn', target: 'pressure', value: first, at };
  if (kind === BEND) return { kind: 'turn', target: 'bend', value: first + second * 128 - 8192, at };
  if (kind !== CONTROLLER) return null;
  if (first === SUSTAIN) return { kind: 'pedal', isDown: second >= PEDAL_DOWN, at };
  return first < 120 ? { kind: 'turn', target: `cc:${first}`, value: second, at } : null;
}
