import { TICKS_PER_QUARTER, type Family, type Track } from '@yibbo/core';

/** A family's name and its search words. */
export const FAMILY_WORDS: Readonly<Record<Family, { readonly name: string; readonly words: string }>> = {
  drums: { name: 'Drums', words: 'kit beat percussion kick snare hat clap tom cymbal' },
  bass: { name: 'Bass', words: 'low sub deep' },
  keys: { name: 'Keys', words: 'piano organ electric chords' },
  pluck: { name: 'Pluck', words: 'guitar string harp marimba short' },
  lead: { name: 'Lead', words: 'melody synth flute brass solo' },
  pad: { name: 'Pad', words: 'strings choir long soft background chords' },
  bell: { name: 'Bell', words: 'chime vibraphone glockenspiel bright' },
  effect: { name: 'Effect', words: 'riser sweep noise fall hit' },
};

/** How long an echo may take, in ticks. */
export const ECHO_CHOICES = [
  { value: TICKS_PER_QUARTER / 4, name: '1/16' },
  { value: TICKS_PER_QUARTER / 3, name: '1/8 triplet' },
  { value: TICKS_PER_QUARTER / 2, name: '1/8' },
  { value: (TICKS_PER_QUARTER * 3) / 4, name: '1/8 dotted' },
  { value: TICKS_PER_QUARTER, name: '1/4' },
  { value: (TICKS_PER_QUARTER * 3) / 2, name: '1/4 dotted' },
  { value: TICKS_PER_QUARTER * 2, name: '1/2' },
] as const;

export const VOICE_MODES: readonly { readonly value: NonNullable<Track['voiceMode']> | 'all'; readonly name: string }[] = [
  { value: 'all', name: 'all notes' },
  { value: 'lowest', name: 'only the lowest' },
  { value: 'highest', name: 'only the highest' },
  { value: 'latest', name: 'only the latest' },
];
