const PITCH_NAMES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'] as const;
const BLACK_KEYS = new Set([1, 3, 6, 8, 10]);

/** Name and octave of a MIDI key; 60 is C4. */
export function pitchName(pitch: number): string {
  return `${PITCH_NAMES[pitch % 12]}${Math.floor(pitch / 12) - 1}`;
}

export function isBlackKey(pitch: number): boolean {
  return BLACK_KEYS.has(pitch % 12);
}
