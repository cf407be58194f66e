import { SAMPLE_RATE } from '../audio/rate';
import type { Recording } from '../model/entities';
import { secondsAt, tickAtSeconds, type TempoAt } from '../time';
import { hitsAt, type FoundHit } from './strength';

/** Hits put in or taken out by hand lie so near to what they mean, in frames. */
const SAME = 480;

/** The hits of a recording that are heard of it: as found at its sensitivity, without those taken out by hand and with those put in. */
export function hitsOf(recording: Recording, found: readonly FoundHit[]): readonly FoundHit[] {
  const { offset, frames, sensitivity = 0.5, hitsAdded = [], hitsRemoved = [] } = recording;
  const near = (frame: number, others: readonly number[]) => others.some((each) => Math.abs(each - frame) <= SAME);
  const kept = hitsAt(found, sensitivity).filter(({ frame }) => !near(frame, hitsRemoved) && !near(frame, hitsAdded));
  const added = hitsAdded.map((frame): FoundHit => ({ frame, strength: 1, level: levelNear(found, frame) }));
  return [...kept, ...added].filter(({ frame }) => frame >= offset && frame < offset + frames).sort((a, b) => a.frame - b.frame);
}

function levelNear(found: readonly FoundHit[], frame: number): number {
  const near = found.reduce<FoundHit | null>(
    (best, hit) => (!best || Math.abs(hit.frame - frame) < Math.abs(best.frame - frame) ? hit : best),
    null,
  );
  return near?.level ?? 0.7;
}

/** The tick of the song, not always whole, at which a frame of a recording's file is heard. */
export function tickOfFrame(tempos: readonly TempoAt[], { tick, offset }: Pick<Recording, 'tick' | 'offset'>, frame: number): number {
  return tickAtSeconds(tempos, secondsAt(tempos, tick) + (frame - offset) / SAMPLE_RATE);
}

/** The frame of a recording's file that is heard at a tick of the song. */
export function frameOfTick(tempos: readonly TempoAt[], { tick, offset }: Pick<Recording, 'tick' | 'offset'>, at: number): number {
  return Math.round((secondsAt(tempos, at) - secondsAt(tempos, tick)) * SAMPLE_RATE) + offset;
}

/** A recording with a hit put in at a frame of its file, or the one that is there taken out. */
export function withHitSwitched(recording: Recording, found: readonly FoundHit[], frame: number): Recording {
  const { hitsAdded = [], hitsRemoved = [] } = recording;
  const there = hitsOf(recording, found).find((hit) => Math.abs(hit.frame - frame) <= 2 * SAME);
  const far = (from: number) => (each: number) => Math.abs(each - from) > SAME;
  if (!there) return { ...recording, hitsAdded: [...hitsAdded, frame], hitsRemoved: hitsRemoved.filter(far(frame)) };
  const isOwn = hitsAdded.some((each) => each === there.frame);
  return {
    ...recording,
    hitsAdded: hitsAdded.filter(far(there.frame)),
    ...(isOwn ? {} : { hitsRemoved: [...hitsRemoved, there.frame] }),
  };
}
