import type { ToneSound } from '../../audio/sounds';

/** Bars with a slow wind under them. */
export const DOCK_VIBES: ToneSound = {
  kind: 'pitched',
  family: 'bell',
  id: 'dock-vibes',
  name: 'Dock vibes',
  levelDb: -18.2,
  room: 0.28,
  echo: 0.16,
  width: 0.45,
  oscillators: [
    { shape: 'sine', ratio: 1, level: 0.7, cents: 0 },
    { shape: 'sine', ratio: 4, level: 0.12, cents: 0 },
  ],
  modulators: [{ ratio: 10, depth: 0.03, decaySeconds: 0.06 }],
  vibrato: { hz: 4.2, cents: 7, inSeconds: 0.05 },
  filter: { hz: 3200, resonance: 0, keyFollow: 0.3, envelopeOctaves: 1.2, decaySeconds: 0.3, velocityOctaves: 2.2 },
  envelope: { attackSeconds: 0.002, decaySeconds: 3.2, sustain: 0.05, releaseSeconds: 0.6 },
  drive: 0,
  range: [55, 108],
  program: 11,
};
