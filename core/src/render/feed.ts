import type { EngineMessage } from '../audio/messages';
import type { RecordedPiece } from '../audio/recorded';
import { SAMPLE_RATE } from '../audio/rate';
import type { Document } from '../model/document';
import type { Id } from '../model/entities';
import type { TickSpan } from '../notes/span';
import { clickNotes, clicksRound, clickTrack, type ClickSettings } from '../playback/click';
import { engineNotes, engineTracks } from '../playback/engine-notes';
import { chased, events, type PlayContext } from '../playback/events';
import { standingAt, turnedIn } from '../playback/engine-messages';
import { oneShotHashes, onOneChannel, recordedPieces, type SamplesOf } from '../playback/recorded';
import { secondsAt } from '../time';

/** A stretch of the song on its way to a file. */
export interface RenderSpan extends TickSpan {
  /** The tracks that are heard; null for all that are not muted. */
  readonly trackIds: ReadonlySet<Id> | null;
  /** The click that goes with it; absent where none does. */
  readonly click?: ClickSettings | null;
  /** The samples of recordings that go with it; absent where they stay out. */
  readonly samplesOf?: SamplesOf;
  /** The samples of files that tracks play. */
  readonly oneShotsOf?: SamplesOf;
  /** Whether it is played over and over, as the loop is while one listens. Absent means once. */
  readonly isLooped?: boolean;
}

/** How much of the song the engine is told at a time, in ticks: two bars of 4/4. */
const WINDOW = 8 * 20_160;

/** Feeds the engine a range of the song piece by piece; frame 0 is the start of the range. */
export class EngineFeed {
  /** How long the stretch lasts, once. */
  readonly frames: number;
  private told: number;
  private readonly document: Document;
  private readonly context: PlayContext;

  constructor(
    /** With every track as it is in the song: what is not heard here may still open what is. */
    private readonly whole: Document,
    private readonly span: RenderSpan,
  ) {
    const { trackIds } = span;
    // A track that was asked for by name is heard though it is muted.
    this.document = trackIds ? { ...whole, tracks: whole.tracks.map((track) => ({ ...track, muted: !trackIds.has(track.id) })) } : whole;
    this.told = span.start;
    const { start, end } = span;
    this.context = { view: { kind: 'song', ...(span.isLooped ? { loop: { start, end } } : {}) }, ignoreSolo: true };
    this.frames = this.framesTo(end);
  }

  /** The messages at the start: tracks, notes already sounding, control values. */
  begin(): EngineMessage[] {
    const { document, span, context } = this;
    const frameOf = (tick: number) => this.frameOf(tick);
    // Notes that began before the loop are heard in its first pass only, which is not kept.
    const begun = span.isLooped ? [] : chased(document, span.start, context).map((event) => this.cut(event));
    return [
      ...this.oneShots(),
      {
        type: 'tracks',
        tracks: [...engineTracks(document, true), ...(span.click ? [clickTrack(span.click)] : [])],
        room: document.song.room,
      },
      ...standingAt(this.whole, span.start, { context, frameOf, generation: 0 }),
      { type: 'notes', notes: engineNotes(begun, frameOf), generation: 0 },
    ];
  }

  /** The messages up to a frame that have not been sent yet. */
  until(frame: number): EngineMessage[] {
    const { document, span, context } = this;
    const frameOf = (tick: number) => this.frameOf(tick);
    const messages: EngineMessage[] = [];
    const last = span.isLooped ? Infinity : span.end;
    while (this.told < last && frameOf(this.told) < frame) {
      const to = Math.min(last, this.told + WINDOW);
      const played = engineNotes(
        events(document, this.told, to, context).map((event) => this.cut(event)),
        frameOf,
      );
      const clicks = span.click ? clickNotes(clicksRound(document.song.meters, span.isLooped ? span : null, this.told, to), frameOf) : [];
      const notes = [...played, ...clicks];
      for (const turned of turnedIn(this.whole, this.told, to, { context, frameOf, generation: 0 })) messages.push(turned);
      if (notes.length) messages.push({ type: 'notes', notes, generation: 0 });
      const pieces = this.recorded(to);
      if (pieces.length) messages.push({ type: 'recorded', pieces, generation: 0 });
      this.told = to;
    }
    return messages;
  }

  private oneShots(): EngineMessage[] {
    return oneShotHashes(this.whole).flatMap((hash): EngineMessage[] => {
      const samples = this.span.oneShotsOf?.(hash);
      return samples ? [{ type: 'samples', hash, samples: onOneChannel(samples) }] : [];
    });
  }

  private recorded(to: number): RecordedPiece[] {
    const { start, end, samplesOf } = this.span;
    if (!samplesOf) return [];
    const clock = { originTick: start, fromTick: start, lengthTicks: end - start, tempos: this.document.song.tempos };
    const unsoloed = { ...this.document, tracks: [] };
    return recordedPieces(unsoloed, clock, { fromTick: this.told, toTick: to, frameOf: (tick) => this.frameOf(tick), samplesOf });
  }

  /** Notes end where the stretch does; what rings rings on. In a loop they end where it does anyway. */
  private cut<Event extends { readonly tick: number; readonly lengthTicks: number }>(event: Event): Event {
    const { end, isLooped } = this.span;
    return !isLooped && event.tick + event.lengthTicks > end ? { ...event, lengthTicks: end - event.tick } : event;
  }

  /** The frame of a play tick: every pass of a loop has the same whole number of them. */
  private frameOf(tick: number): number {
    const { start, end, isLooped } = this.span;
    const pass = isLooped ? Math.max(0, Math.floor((tick - start) / (end - start))) : 0;
    return pass * this.frames + this.framesTo(tick - pass * (end - start));
  }

  private framesTo(tick: number): number {
    const { tempos } = this.document.song;
    return Math.round((secondsAt(tempos, tick) - secondsAt(tempos, this.span.start)) * SAMPLE_RATE);
  }
}
