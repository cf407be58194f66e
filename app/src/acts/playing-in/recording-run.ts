import { diff, type Document, type Id, type InputQuantize, type MeterAt } from '@yibbo/core';
import {
  isBlank,
  Recorder,
  takenNote,
  takenTurn,
  wholeBarAt,
  withLengthFor,
  withPlacementPlaying,
  withRaw,
  withStretchCleared,
  withTakeBegun,
  withTaken,
  withTurned,
  type Played,
  type PlayedNote,
  type PlayedTurn,
  type RecordingPlan,
  type TakenNote,
  type TakeSetup,
} from '@yibbo/core/recording';
import type { Player } from '../../audio/player';
import type { RecordingRun } from '../../state/effects';
import type { InputSource } from '../../state/preferences/play-in';

/** A recording's target and progress. */
export interface RunSetup extends RecordingPlan {
  readonly placementId: Id;
  /** The pattern that it adds to. */
  readonly from: Id;
  /** How long that pattern is. */
  readonly patternTicks: number;
  readonly meters: readonly MeterAt[];
  readonly quantize: InputQuantize | null;
  readonly isKit: boolean;
  /** The length of a drum hit, in ticks. */
  readonly hitTicks: number;
  readonly earlyTicks: number;
  readonly isReplacing: boolean;
  /** Whether each pass adds to the one before. */
  readonly passesAdd: boolean;
  readonly latencyMs: Readonly<Partial<Record<InputSource, number>>>;
}

/** The app's services that a recording uses. */
export interface RunPort {
  readonly player: Pick<Player, 'isPlaying' | 'tickHeardAt'>;
  readonly document: () => Document | null;
  readonly newId: () => Id;
  /** Whether it cannot go on: another part has been opened, or the browser has taken the sound away, as for a call. */
  readonly isCutOff: () => boolean;
  /** Milliseconds since 1970. */
  readonly now: () => number;
  /** Milliseconds of the page's clock. */
  readonly clock: () => number;
  readonly commit: (entries: ReturnType<typeof diff>) => void;
  readonly told: (progress: { readonly isAhead: boolean; readonly pass: number; readonly noteCount: number }) => void;
  /** Calls `end` when the page goes away or out of sight; returns what ends that. */
  readonly whenLeaving: (end: () => void) => () => void;
  /** It is over: these are its takes, and so many notes were played. */
  readonly over: (takes: readonly Id[], noteCount: number) => void;
}

/** How often it looks where play is, in milliseconds. */
const LOOK_MS = 100;
/** Notes are written this soon, and later on after a part of the time that has gone by: a long recording is some ninety Changes, not thousands. */
const WRITE_MS = 700;
const WRITE_PART = 15;
/** Notes that begin no longer ago than this are not written yet, in milliseconds: what play has been told of the future would sound them once more. */
const SETTLED_MS = 400;
/** So long after its end it still waits for what a busy page has not told yet, in milliseconds. */
const GRACE_MS = 200;

interface Pass {
  readonly patternId: Id;
  raw: ReturnType<typeof withTaken>['raw'];
}

/** A recording that goes on: takes what is played, and writes it into takes as it comes, so that nothing is lost however it ends. */
export class RecordingInRun implements RecordingRun {
  private readonly recorder = new Recorder();
  private readonly passes = new Map<number, Pass>();
  private readonly timer: ReturnType<typeof setInterval>;
  private readonly stay: () => void;
  private readonly beganMs: number;
  private writtenMs: number;
  private waiting: PlayedNote[] = [];
  private turns: PlayedTurn[] = [];
  private noteCount = 0;
  private readonly takeSetup: TakeSetup;
  private readonly wasBlank: boolean;
  private isOver = false;

  constructor(
    private readonly setup: RunSetup,
    private readonly port: RunPort,
  ) {
    const { lengthTicks, range, quantize, earlyTicks, isKit, hitTicks } = setup;
    this.takeSetup = { lengthTicks, range, quantize, earlyTicks, hitTicks: isKit ? hitTicks : null };
    const document = port.document();
    this.wasBlank = document !== null && isBlank(document, setup.from);
    this.beganMs = this.writtenMs = port.clock();
    this.timer = setInterval(() => this.look(), LOOK_MS);
    this.stay = port.whenLeaving(() => this.end());
  }

  take(event: Played, source: InputSource): void {
    if (this.isOver) return;
    const tick = this.port.player.tickHeardAt(event.at - (this.setup.latencyMs[source] ?? 0));
    this.recorder.take(event, tick);
    if (event.kind === 'on' && this.taken({ tick, endTick: tick + 1, pitch: event.pitch, velocity: event.velocity })) this.noteCount++;
  }

  end(): void {
    if (this.isOver) return;
    this.isOver = true;
    clearInterval(this.timer);
    this.stay();
    const tick = this.port.player.tickHeardAt(this.port.clock());
    this.recorder.letGo(tick);
    this.write(tick, true);
    this.port.over(
      [...this.passes].sort(([a], [b]) => a - b).map(([, { patternId }]) => patternId),
      this.noteCount,
    );
  }

  /** Where a note goes; null outside of what is recorded, and once the recording should be over. */
  private taken(note: PlayedNote): TakenNote | null {
    const { endTick, lengthTicks } = this.setup;
    const taken = takenNote(note, this.takeSetup);
    return taken && (endTick === null || taken.pass * lengthTicks + taken.raw < endTick) ? taken : null;
  }

  private look(): void {
    const { player, clock, told } = this.port;
    const { range, lengthTicks, endTick } = this.setup;
    if (!player.isPlaying || this.port.isCutOff()) return this.end();
    const now = clock();
    const tick = player.tickHeardAt(now);
    told({ isAhead: tick < range.start, pass: Math.max(0, Math.floor(tick / lengthTicks)) + 1, noteCount: this.noteCount });
    const since = this.recorder.heldSince;
    const isPastEnd = endTick !== null && player.tickHeardAt(now - GRACE_MS) >= endTick;
    // A note that is still held over the end is waited for.
    if (isPastEnd && (since === null || since >= endTick)) return this.end();
    if (now - this.writtenMs >= Math.max(WRITE_MS, (now - this.beganMs) / WRITE_PART)) this.write(tick, false);
  }

  /** Writes what is over by now; at the end all of it. */
  private write(tick: number, isLast: boolean): void {
    this.writtenMs = this.port.clock();
    const { notes, turns } = this.recorder.taken();
    const settled = isLast ? Infinity : this.port.player.tickHeardAt(this.port.clock() - SETTLED_MS);
    const all = [...this.waiting, ...notes];
    const ready: TakenNote[] = [];
    this.waiting = [];
    for (const note of all) {
      const taken = this.taken(note);
      if (!taken) continue;
      if (taken.pass * this.setup.lengthTicks + taken.start < settled) ready.push(taken);
      else this.waiting.push(note);
    }
    for (const turn of turns) this.turns.push(turn);
    const before = this.port.document();
    if (!before || !this.isThere(before)) return;
    let after = this.withNotes(before, ready);
    after = this.withReplaced(after, tick, isLast);
    if (isLast) after = this.finished(this.withTurns(after, tick), tick);
    const entries = after === before ? [] : diff(before, after);
    if (entries.length) this.port.commit(entries);
  }

  /** Whether what it adds to is still there. A take that another window has taken back is begun anew. */
  private isThere(document: Document): boolean {
    const there = new Set(document.patterns.map(({ id }) => id));
    for (const [pass, { patternId }] of this.passes) if (!there.has(patternId)) this.passes.delete(pass);
    return there.has(this.setup.from) && document.placements.some(({ id }) => id === this.setup.placementId);
  }

  private withNotes(document: Document, ready: readonly TakenNote[]): Document {
    const passes = [...new Set(ready.map(({ pass }) => pass))].sort((a, b) => a - b);
    return passes.reduce((before, pass) => {
      const begun = this.begun(before, pass);
      const own = this.passes.get(pass)!;
      const notes = ready.filter((each) => each.pass === pass);
      const { document: after, raw } = withTaken(begun, own.patternId, notes, this.port.newId);
      own.raw = [...own.raw, ...raw];
      const last = notes.reduce((end, { start }) => Math.max(end, start), 0);
      return withLengthFor(after, own.patternId, wholeBarAt(this.setup.meters, last + 1));
    }, document);
  }

  /** The document in which a pass has a take of its own. */
  private begun(document: Document, pass: number): Document {
    if (this.passes.has(pass)) return document;
    const { placementId, quantize, from, passesAdd, isReplacing } = this.setup;
    const adds = passesAdd && !isReplacing;
    const playing = document.placements.find(({ id }) => id === placementId)?.patternId ?? from;
    const isFirst = this.passes.size === 0;
    const made = withTakeBegun(
      document,
      {
        placementId,
        from: adds ? playing : from,
        at: this.port.now(),
        quantize,
        switches: adds,
        isBare: !adds && this.wasBlank && !isFirst,
      },
      this.port.newId,
    );
    this.passes.set(pass, { patternId: made.patternId, raw: [] });
    return made.document;
  }

  /** Where it replaces, what is there goes as far as play has come; at the end up to the next whole bar. */
  private withReplaced(document: Document, tick: number, isLast: boolean): Document {
    if (!this.setup.isReplacing) return document;
    const { lengthTicks, range, meters, isKit } = this.setup;
    return [...this.passes].reduce((after, [pass, { patternId, raw }]) => {
      const inPass = tick - pass * lengthTicks;
      const reached = isLast && inPass > 0 && inPass < lengthTicks ? wholeBarAt(meters, inPass) : inPass;
      const own = new Set(raw.map(({ id }) => id));
      const rows = new Set(after.notes[patternId]?.filter(({ id }) => own.has(id)).map(({ pitch }) => pitch));
      return withStretchCleared(after, patternId, { start: range.start, end: Math.min(range.end, reached) }, own, isKit ? rows : null);
    }, document);
  }

  private withTurns(document: Document, tick: number): Document {
    const { lengthTicks, range } = this.setup;
    const inRange = this.turns.flatMap((turn) => {
      const place = takenTurn(turn, this.takeSetup);
      return place ? [{ turn, pass: place.pass }] : [];
    });
    return [...new Set(inRange.map(({ pass }) => pass))].reduce((before, pass) => {
      const begun = this.begun(before, pass);
      const turns = inRange.filter((each) => each.pass === pass).map(({ turn }) => turn);
      const end = Math.min(range.end, tick - pass * lengthTicks);
      return withTurned(begun, this.passes.get(pass)!.patternId, turns, this.takeSetup, Math.round(end), this.port.newId);
    }, document);
  }

  /** The takes as they stay: with where they were played, as long as they are to be, the last one playing. */
  private finished(document: Document, tick: number): Document {
    const { placementId, meters, range, lengthTicks, patternTicks } = this.setup;
    const takes = [...this.passes].sort(([a], [b]) => a - b).map(([, take]) => take);
    const last = takes.at(-1);
    if (!last) return document;
    const grown = lengthTicks > patternTicks ? wholeBarAt(meters, Math.min(range.end, Math.max(1, Math.round(tick)))) : 0;
    const after = takes.reduce((before, { patternId, raw }) => withLengthFor(withRaw(before, patternId, raw), patternId, grown), document);
    const playing = withPlacementPlaying(after, placementId, last.patternId);
    if (grown <= patternTicks) return playing;
    const placements = playing.placements.map((each) =>
      each.id === placementId && each.length < grown ? { ...each, length: grown } : each,
    );
    return { ...playing, placements };
  }
}
