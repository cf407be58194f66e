import type { Drum, KitSound, ToneSound } from './sounds';

/** General MIDI percussion keys that have no drum of their own, and the drum each is played by. */
const STAND_INS: Readonly<Record<number, number>> = {
  35: 36,
  40: 38,
  41: 43,
  44: 42,
  47: 45,
  48: 50,
  52: 49,
  53: 51,
  55: 49,
  57: 49,
  58: 39,
  59: 51,
  60: 50,
  61: 45,
  62: 50,
  63: 50,
  64: 43,
  65: 50,
  66: 43,
  67: 56,
  68: 56,
  69: 70,
  73: 70,
  74: 70,
  75: 76,
  77: 76,
  80: 54,
  81: 51,
  82: 70,
};

/** The drum a kit plays for a key: its own, or the one most like it. */
export function drumFor(kit: KitSound, pitch: number): Drum {
  return kit.drums[pitch] ?? kit.drums[STAND_INS[pitch] ?? 37] ?? Object.values(kit.drums)[0]!;
}

/** The rows a new drum track starts with, in the order a kit is drawn: cymbals above, what is played most at the foot. */
export function kitRows(kit: KitSound): { pitch: number; name: string }[] {
  const order = [49, 51, 56, 76, 54, 70, 50, 45, 43, 46, 42, 37, 39, 38, 36];
  return order.filter((pitch) => kit.drums[pitch]).map((pitch) => ({ pitch, name: kit.drums[pitch]!.name }));
}

/** Where a pitched sound is tried first: middle C, or the middle of where it is at its best, if that is well away from it. */
export function middleKey({ range: [low, high] }: ToneSound): number {
  return 60 - low >= 6 && high - 60 >= 6 ? 60 : (low + high) >> 1;
}
