import type { Drum, KitSound } from './sounds';

/** Fifteen drums, by General MIDI percussion key. */
export const QUAY_KIT: KitSound = {
  kind: 'drums',
  id: 'quay-kit',
  name: 'Quay kit',
  levelDb: -7,
  room: 0.08,
  drums: {
    36: {
      name: 'Kick',
      body: { fromHz: 185, toHz: 47, sweepSeconds: 0.11, decaySeconds: 0.42, level: 1, drive: 1.7 },
      noise: { filter: 'low', hz: 3200, resonance: 0.1, decaySeconds: 0.018, level: 0.3 },
    },
    38: {
      name: 'Snare',
      body: { fromHz: 265, toHz: 182, sweepSeconds: 0.05, decaySeconds: 0.17, level: 0.5, drive: 1.3 },
      noise: { filter: 'band', hz: 3100, resonance: 0.15, decaySeconds: 0.23, level: 0.85 },
    },
    39: { name: 'Clap', noise: { filter: 'band', hz: 1350, resonance: 0.45, decaySeconds: 0.22, level: 1.15, strokes: 3 } },
    37: {
      name: 'Rim',
      body: { fromHz: 1750, toHz: 1640, sweepSeconds: 0.01, decaySeconds: 0.05, level: 0.38, drive: 1 },
      noise: { filter: 'band', hz: 3400, resonance: 0.3, decaySeconds: 0.02, level: 0.4 },
    },
    42: {
      name: 'Closed hat',
      choke: 'hat',
      metal: { hz: 332, highPassHz: 7200, decaySeconds: 0.075, level: 0.55 },
      noise: { filter: 'high', hz: 8600, resonance: 0.1, decaySeconds: 0.06, level: 0.16 },
    },
    46: {
      name: 'Open hat',
      choke: 'hat',
      metal: { hz: 332, highPassHz: 6600, decaySeconds: 0.55, level: 0.5 },
      noise: { filter: 'high', hz: 8200, resonance: 0.1, decaySeconds: 0.42, level: 0.14 },
    },
    45: {
      name: 'Low tom',
      body: { fromHz: 138, toHz: 84, sweepSeconds: 0.16, decaySeconds: 0.5, level: 0.8, drive: 1.3 },
      noise: { filter: 'low', hz: 1500, resonance: 0.1, decaySeconds: 0.05, level: 0.14 },
    },
    50: {
      name: 'High tom',
      body: { fromHz: 232, toHz: 146, sweepSeconds: 0.13, decaySeconds: 0.4, level: 0.7, drive: 1.3 },
      noise: { filter: 'low', hz: 2200, resonance: 0.1, decaySeconds: 0.045, level: 0.14 },
    },
    51: {
      name: 'Ride',
      metal: { hz: 410, highPassHz: 4800, decaySeconds: 1.1, level: 0.34 },
      noise: { filter: 'high', hz: 7600, resonance: 0.1, decaySeconds: 0.9, level: 0.06 },
      body: { fromHz: 3300, toHz: 3180, sweepSeconds: 0.02, decaySeconds: 0.12, level: 0.1, drive: 1 },
    },
    49: {
      name: 'Crash',
      metal: { hz: 287, highPassHz: 3900, decaySeconds: 1.9, level: 0.42 },
      noise: { filter: 'high', hz: 5200, resonance: 0.05, decaySeconds: 1.6, level: 0.24 },
    },
    43: {
      name: 'Floor tom',
      body: { fromHz: 104, toHz: 62, sweepSeconds: 0.18, decaySeconds: 0.62, level: 0.85, drive: 1.3 },
      noise: { filter: 'low', hz: 1100, resonance: 0.1, decaySeconds: 0.06, level: 0.14 },
    },
    70: { name: 'Shaker', noise: { filter: 'high', hz: 6200, resonance: 0.25, decaySeconds: 0.085, level: 0.34 } },
    54: {
      name: 'Tambourine',
      metal: { hz: 528, highPassHz: 8200, decaySeconds: 0.19, level: 0.36 },
      noise: { filter: 'high', hz: 7800, resonance: 0.2, decaySeconds: 0.12, level: 0.2, strokes: 2 },
    },
    56: {
      name: 'Cowbell',
      body: { fromHz: 822, toHz: 812, sweepSeconds: 0.02, decaySeconds: 0.24, level: 0.34, drive: 1.8 },
      metal: { hz: 548, highPassHz: 900, decaySeconds: 0.17, level: 0.2 },
    },
    76: {
      name: 'Wood block',
      body: { fromHz: 1120, toHz: 1010, sweepSeconds: 0.012, decaySeconds: 0.075, level: 0.6, drive: 1.2 },
    },
  },
};

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
