import type { Document } from '../model/document';
import type { Song } from '../model/entities';
import { bpmAt, meterAt, type MeterShape } from '../time';

/** Tempos that a person can set, in quarter notes a minute. Files may hold others. */
export const LEAST_BPM = 20;
export const MOST_BPM = 300;

interface Mark {
  readonly tick: number;
}

/** Whether something is written at a tick, rather than going on from before. */
export function isMarked(marks: readonly Mark[], tick: number): boolean {
  return marks.some((mark) => mark.tick === tick);
}

/** The song at `bpm` from `tick` on, up to the next change of tempo; with null it goes on there as before. What rules from the song's beginning
 *  stays written. */
export function withTempoAt(document: Document, tick: number, bpm: number | null): Document {
  const { tempos } = document.song;
  if (bpm === null) return tick > 0 && isMarked(tempos, tick) ? withSong(document, { tempos: withoutMark(tempos, tick) }) : document;
  if (isMarked(tempos, tick) && bpmAt(tempos, tick) === bpm) return document;
  return withSong(document, { tempos: withMark(tempos, { tick, bpm }) });
}

/** The song in another meter from `tick` on, up to the next change of meter: a bar begins there. With null it goes on as before. No note moves:
 *  only where the bar lines are changes. */
export function withMeterAt(document: Document, tick: number, meter: MeterShape | null): Document {
  const { meters } = document.song;
  if (meter === null) return tick > 0 && isMarked(meters, tick) ? withSong(document, { meters: withoutMark(meters, tick) }) : document;
  const now = meterAt(meters, tick);
  if (isMarked(meters, tick) && now.numerator === meter.numerator && now.denominator === meter.denominator) return document;
  const { numerator } = meter;
  const denominator = meter.denominator as Song['meters'][number]['denominator'];
  return withSong(document, { meters: withMark(meters, { tick, numerator, denominator }) });
}

function withSong(document: Document, fields: Partial<Song>): Document {
  return { ...document, song: { ...document.song, ...fields } };
}

function withMark<M extends Mark>(marks: readonly M[], mark: M): M[] {
  return [...marks.filter(({ tick }) => tick !== mark.tick), mark].sort((a, b) => a.tick - b.tick);
}

function withoutMark<M extends Mark>(marks: readonly M[], tick: number): M[] {
  return marks.filter((mark) => mark.tick !== tick);
}
