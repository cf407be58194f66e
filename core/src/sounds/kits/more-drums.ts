import type { Drum, KitSound } from '../../audio/sounds';

/** Keys of the drums that every kit has beside its own: General MIDI's pedal hat, General MIDI 2's snare roll, and two that neither has a key for. */
const PEDAL_HAT = 44;
const SNARE_ROLL = 25;
const HALF_OPEN_HAT = 22;
const BOOM_KICK = 23;

/** By how many decibels the noise of a kit's snare is turned up or down to be a roll by itself. */
const ROLL_DB: Readonly<Record<string, number>> = { 'quay-kit': 2.5, 'hold-kit': 3, 'shanty-kit': -7, 'crane-kit': 5, 'cargo-kit': -2 };

/** A kit with what can be made of its kick, its snare and its hats. */
export function withMoreDrums(kit: KitSound): KitSound {
  const { 36: kick, 38: snare, 42: closed, 46: open } = kit.drums;
  const made = {
    ...(kick ? { [BOOM_KICK]: boomOf(kick) } : {}),
    ...(snare ? { [SNARE_ROLL]: rollOf(snare, ROLL_DB[kit.id] ?? 0) } : {}),
    ...(open ? { [HALF_OPEN_HAT]: halfOpenOf(open) } : {}),
    ...(closed ? { [PEDAL_HAT]: pedalOf(closed) } : {}),
  };
  return { ...kit, drums: { ...(made as Record<number, Drum>), ...kit.drums } };
}

/** A kick that goes on as a low tone for a second and a half. */
function boomOf({ second: _second, ...kick }: Drum): Drum {
  const { body } = kick;
  return {
    ...kick,
    name: 'Boom kick',
    levelDb: kick.levelDb - 2,
    ...(body
      ? { body: { ...body, toHz: 0.92 * body.toHz, decaySeconds: Math.max(1.8, 3 * body.decaySeconds), drive: 1.3 * body.drive } }
      : {}),
  };
}

/** Ten strokes on the snares that run into each other, over half a second. */
function rollOf({ body: _body, second: _second, ...snare }: Drum, louderDb: number): Drum {
  const { noise } = snare;
  if (!noise) return { ...snare, name: 'Snare roll' };
  return {
    ...snare,
    name: 'Snare roll',
    levelDb: snare.levelDb + louderDb,
    noise: { ...noise, level: 0.8, strokes: 10, strokeSeconds: 0.048, decaySeconds: Math.max(0.3, noise.decaySeconds) },
  };
}

/** Between closed and open: as bright, and soon over. */
function halfOpenOf(open: Drum): Drum {
  return shortened(open, 'Half-open hat', 0.42);
}

/** Closed with the foot: dark and short, nothing strikes it. */
function pedalOf(closed: Drum): Drum {
  const { noise, metal } = closed;
  return {
    ...closed,
    name: 'Pedal hat',
    levelDb: closed.levelDb + 2.6,
    ...(noise ? { noise: { ...noise, hz: 0.7 * noise.hz, level: 0.6 * noise.level, decaySeconds: 0.8 * noise.decaySeconds } } : {}),
    ...(metal ? { metal: { ...metal, highPassHz: 0.75 * metal.highPassHz, decaySeconds: 0.8 * metal.decaySeconds } } : {}),
  };
}

function shortened(drum: Drum, name: string, share: number): Drum {
  const { noise, metal } = drum;
  return {
    ...drum,
    name,
    levelDb: drum.levelDb + 3.6,
    ...(noise ? { noise: { ...noise, decaySeconds: share * noise.decaySeconds } } : {}),
    ...(metal ? { metal: { ...metal, decaySeconds: share * metal.decaySeconds } } : {}),
  };
}
