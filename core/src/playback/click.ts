import type { EngineTrack } from '../audio/messages';
import type { Drum, KitSound } from '../audio/sounds';
import { SAMPLE_RATE } from '../audio/rate';
import type { EngineNote } from '../audio/voice';
import type { FrameOf } from './engine-notes';
import { barAfter, barBefore, beatTicks, meterAt, type MeterAt } from '../time';

export const CLICK_SOUNDS = ['wood', 'tick', 'chime'] as const;
export type ClickSound = (typeof CLICK_SOUNDS)[number];

/** How a click sounds. */
export interface ClickSettings {
  readonly sound: ClickSound;
  /** -40..6. */
  readonly levelDb: number;
  /** Whether the first beat of each bar stands out. */
  readonly accents: boolean;
}

/** A beat of the click, in the time it is asked in. */
export interface ClickBeat {
  readonly tick: number;
  readonly isFirst: boolean;
}

/** The click's track in the engine. No track of a song has its name: ids have no colon. */
const CLICK_TRACK_ID = 'click:';
/** The keys of its two strokes. */
const CLICK_KEYS = { first: 76, other: 77 } as const;
const STROKE_FRAMES = Math.round(0.05 * SAMPLE_RATE);

const struck = (name: string, hz: number, decaySeconds: number, level: number): Drum => ({
  name,
  levelDb: 0,
  choke: 'click',
  body: { fromHz: hz * 1.06, toHz: hz, sweepSeconds: 0.01, decaySeconds, level, drive: 1 },
});

const STROKES: Readonly<Record<ClickSound, readonly [first: Drum, other: Drum]>> = {
  wood: [struck('First beat', 1480, 0.07, 0.5), struck('Beat', 990, 0.06, 0.36)],
  tick: [struck('First beat', 3200, 0.025, 0.5), struck('Beat', 2400, 0.02, 0.36)],
  chime: [struck('First beat', 2093, 0.22, 0.4), struck('Beat', 1568, 0.16, 0.28)],
};

/** The track that clicks, as the engine takes it. Nothing of it goes into the room. */
export function clickTrack({ sound, levelDb, accents }: ClickSettings): EngineTrack {
  const [first, other] = STROKES[sound];
  const kit: KitSound = {
    kind: 'drums',
    family: 'drums',
    id: `click-${sound}`,
    name: 'Click',
    levelDb: 0,
    room: 0,
    drums: { [CLICK_KEYS.first]: accents ? first : other, [CLICK_KEYS.other]: other },
  };
  return { id: CLICK_TRACK_ID, sound: kit, levelDb, pan: 0, isAudible: true };
}

/** Beats as the engine takes them. */
export function clickNotes(beats: readonly ClickBeat[], frameOf: FrameOf): EngineNote[] {
  return beats.map(({ tick, isFirst }) => clickNote(frameOf(tick), isFirst));
}

/** One stroke of the click at a frame. */
export function clickNote(at: number, isFirst: boolean): EngineNote {
  const pitch = isFirst ? CLICK_KEYS.first : CLICK_KEYS.other;
  return { at, frames: STROKE_FRAMES, trackId: CLICK_TRACK_ID, pitch, velocity: 110, seed: pitch };
}

/** The beats in [fromTick, toTick) under some meters. Before tick 0 the first meter goes on backwards, as a count-in needs it. */
export function clickBeats(meters: readonly MeterAt[], fromTick: number, toTick: number): ClickBeat[] {
  const beats: ClickBeat[] = [];
  const ahead = meterAt(meters, 0);
  const before = beatTicks(ahead);
  for (let index = Math.ceil(Math.min(fromTick, 0) / before); index * before < Math.min(0, toTick); index++)
    beats.push({ tick: index * before, isFirst: index % ahead.numerator === 0 });
  for (let bar = barBefore(meters, Math.max(0, fromTick)); bar < toTick;) {
    const next = barAfter(meters, bar);
    const step = beatTicks(meterAt(meters, bar));
    for (let tick = bar; tick < next; tick += step) if (tick >= fromTick && tick < toTick) beats.push({ tick, isFirst: tick === bar });
    bar = next;
  }
  return beats;
}

/** The beats in [fromTick, toTick) of play that goes round: each time the meters from `loop.start` to `loop.end` again, play tick `loop.start` being the
 *  first time's beginning. What comes before it is a count-in. */
export function clicksRound(
  meters: readonly MeterAt[],
  loop: { readonly start: number; readonly end: number } | null,
  fromTick: number,
  toTick: number,
): ClickBeat[] {
  if (!loop) return clickBeats(meters, fromTick, toTick);
  const length = loop.end - loop.start;
  const beats = fromTick < loop.start ? clickBeats(meters, fromTick, Math.min(toTick, loop.start)) : [];
  for (let pass = Math.max(0, Math.floor((fromTick - loop.start) / length)); loop.start + pass * length < toTick; pass++) {
    const later = pass * length;
    const from = Math.max(loop.start, fromTick - later);
    for (const beat of clickBeats(meters, from, Math.min(loop.end, toTick - later))) beats.push({ ...beat, tick: beat.tick + later });
  }
  return beats;
}
