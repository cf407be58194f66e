/** Arithmetic for the sound engine that gives the same bits in every browser and in Node: only + - x / and polynomials,
 *  never Math.sin, Math.exp or Math.pow, whose last digits differ between machines. */

const TWO_PI = 6.283185307179586;

/** Sine of a whole turn: `sineTurn(0.25)` is 1. Any phase; within 4e-6 of the true sine. */
export function sineTurn(phase: number): number {
  let x = phase - Math.floor(phase + 0.5);
  if (x > 0.25) x = 0.5 - x;
  else if (x < -0.25) x = -0.5 - x;
  const angle = x * TWO_PI;
  const square = angle * angle;
  return angle * (1 + square * (-1 / 6 + square * (1 / 120 + square * (-1 / 5040 + square * (1 / 362880)))));
}

/** 2 to the power of `x`, for -1000..1000; within one part in a million. */
export function exp2(x: number): number {
  const whole = Math.floor(x);
  const part = (x - whole) * 0.6931471805599453;
  let result = 1 + part * (1 + part * (1 / 2 + part * (1 / 6 + part * (1 / 24 + part * (1 / 120 + part * (1 / 720 + part / 5040))))));
  for (let step = 0; step < whole; step++) result *= 2;
  for (let step = 0; step > whole; step--) result *= 0.5;
  return result;
}

/** `factor` multiplied with itself, `count` times in all; `count` is a whole number from 0 on. */
export function power(factor: number, count: number): number {
  let result = 1;
  for (let base = factor, left = count; left > 0; left >>= 1, base *= base) if (left & 1) result *= base;
  return result;
}

/** Frequency in hertz of a MIDI key (may be fractional), A4 = 440. */
export function keyHz(key: number): number {
  return 440 * exp2((key - 69) / 12);
}

/** Amplitude of a level in decibels. */
export function dbToGain(db: number): number {
  return exp2(db * 0.16609640474436813);
}

/** Factor per sample for a level that falls by 60 dB in `seconds`. */
export function decayPerSample(seconds: number, sampleRate: number): number {
  return exp2(-9.965784284662087 / Math.max(1, seconds * sampleRate));
}

/** The share of the way that a level goes in `count` samples, where it has gone 63 % of it after `seconds`. */
export function shareGone(seconds: number, sampleRate: number, count: number): number {
  return 1 - power(1 - 1 / (seconds * sampleRate), count);
}

/** tan(π · hz / sampleRate), the coefficient a state-variable filter needs; `hz` is held below 0.45 of the rate. */
export function filterCoefficient(hz: number, sampleRate: number): number {
  const turn = Math.min(0.225, Math.max(0.0001, hz / sampleRate / 2));
  return sineTurn(turn) / sineTurn(turn + 0.25);
}

/** How loud a velocity 1..127 plays, 0..1: gentle at the bottom, steeper above. */
export function velocityGain(velocity: number): number {
  const x = velocity / 127;
  return x * (0.25 + 0.75 * x);
}

/** A phase in turns within 0..1. */
export function wrap(phase: number): number {
  return phase - Math.floor(phase);
}
