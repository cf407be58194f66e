/** A groove over a bar of sixteen steps: how late each is played, in percent of a step (early below 0), and how loud, in percent of what is written. */
export interface Groove {
  readonly name: string;
  readonly late: readonly number[];
  readonly loud: readonly number[];
}

const EVEN = 100;
const each = (make: (step: number) => number): readonly number[] => Array.from({ length: 16 }, (_, step) => make(step));
const isOff = (step: number) => step % 2 === 1;
const isBackbeat = (step: number) => step % 8 === 4;
/** Every second sixteenth late, as swing of that percent leaves it. */
const swung = (percent: number) => each((step) => (isOff(step) ? (percent - 50) * 2 : 0));
const flat = each(() => EVEN);
/** Beats louder than what lies between them. */
const onTheBeat = (beat: number, eighth: number, sixteenth: number) =>
  each((step) => (step % 4 === 0 ? beat : step % 2 === 0 ? eighth : sixteenth));

/** Ready grooves of our own, by id. */
export const GROOVES = {
  // A snare that comes a hair late makes a loop lean back without slowing it.
  'late-backbeat': { name: 'Late backbeat', late: each((step) => (isBackbeat(step) ? 9 : 0)), loud: onTheBeat(104, 96, 90) },
  // Hats a little ahead of the beat push; the beats themselves stay.
  'rushed-hats': {
    name: 'Rushed off-beats',
    late: each((step) => (step % 4 === 2 ? -8 : isOff(step) ? -5 : 0)),
    loud: onTheBeat(100, 104, 92),
  },
  // Quiet notes between the beats, dragged: heard as one gesture with the stroke before.
  'dragged-ghosts': { name: 'Dragged ghosts', late: each((step) => (isOff(step) ? 14 : 0)), loud: onTheBeat(106, 92, 66) },
  'swing-54': { name: 'A touch of swing', late: swung(54), loud: onTheBeat(104, 98, 90) },
  'swing-58': { name: 'Swung sixteenths', late: swung(58), loud: onTheBeat(105, 98, 86) },
  'swing-62': { name: 'Deep swing', late: swung(62), loud: onTheBeat(106, 97, 82) },
  // Only the second half of each beat swings: straight and swung feet at once.
  'half-swung': { name: 'Half swung', late: each((step) => (step % 4 === 3 ? 24 : 0)), loud: onTheBeat(104, 98, 88) },
  // Off-beat eighths ahead of time and louder: a skipping step.
  'pushed-off-beats': { name: 'Pushed off-beats', late: each((step) => (step % 4 === 2 ? -10 : 0)), loud: onTheBeat(94, 112, 88) },
  // Triplets laid over straight beats: the second and fourth sixteenth go to the thirds.
  'triplet-lean': {
    name: 'Triplet lean',
    late: each((step) => (step % 4 === 1 ? 33 : step % 4 === 2 ? 17 : step % 4 === 3 ? 8 : 0)),
    loud: onTheBeat(106, 94, 86),
  },
  // All behind but the first beat: heavy, as on a rolling deck.
  'rolling-deck': {
    name: 'Rolling deck',
    late: each((step) => (step === 0 ? 0 : isBackbeat(step) ? 12 : 7)),
    loud: onTheBeat(108, 94, 84),
  },
  // The first of each half bar early, the rest as written: eager.
  'eager-first': {
    name: 'Eager first beat',
    late: each((step) => (step % 8 === 0 ? -7 : 0)),
    loud: each((step) => (step % 8 === 0 ? 112 : 95)),
  },
  // Two bars' worth of breath in one: the first half ahead, the second behind.
  tide: {
    name: 'Tide',
    late: each((step) => Math.round(8 * Math.sin((Math.PI * (step - 4)) / 8))),
    loud: each((step) => Math.round(100 + 8 * Math.cos((Math.PI * step) / 8))),
  },
  // Exact in time; only the hand's weight is uneven.
  'left-right': { name: 'Left hand, right hand', late: each(() => 0), loud: each((step) => (isOff(step) ? 80 : 104)) },
  // Three against four in loudness: the accent walks.
  'walking-threes': { name: 'Walking threes', late: each(() => 0), loud: each((step) => (step % 3 === 0 ? 114 : 86)) },
  // Sixteenths crowd towards the next beat.
  crowding: { name: 'Crowding the beat', late: each((step) => [0, 10, 16, 18][step % 4]!), loud: onTheBeat(104, 94, 92) },
  // Everything a little soft and late after the bar's first stroke: end of the night.
  'last-boat': { name: 'Last boat', late: each((step) => (step === 0 ? 0 : isOff(step) ? 20 : 5)), loud: onTheBeat(100, 88, 72) },
  straight: { name: 'Straight', late: each(() => 0), loud: flat },
} as const satisfies Readonly<Record<string, Groove>>;

export type GrooveId = keyof typeof GROOVES;
