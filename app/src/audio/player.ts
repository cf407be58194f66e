import {
  chased,
  clickNote,
  clickNotes,
  clicksRound,
  clickTrack,
  engineControl,
  engineNotes,
  engineTracks,
  eventKey,
  events,
  playSeconds,
  oneShotHashes,
  onOneChannel,
  playTickAt,
  recordedPieces,
  SAMPLE_RATE,
  standingAt,
  turnedIn,
  type ClickSettings,
  type Document,
  type EngineMessage,
  type EngineNote,
  type Id,
  type LaneTarget,
  type PlayEvent,
  type PlayView,
  type SamplesOf,
  type StillSounding,
  type EngineRoute,
} from '@yibbo/core';
import type { SoundOutput } from './output';
import { clickPlan, nextBarTick, tickAfter, type Score } from './score';

/** How far ahead events are sent, and how soon after an edit the new ones count. */
const AHEAD_SECONDS = 0.5;
const AHEAD_HIDDEN_SECONDS = 1.6;
const EDIT_SECONDS = 0.03;
const TURN_MS = 50;
const AUDITION_SECONDS = 0.02;
/** The longest that a hit rings on after its note. */
const RING_SECONDS = 4;
/** Where the engine's chunks begin: at whole multiples of this, since a browser asks for so many frames at a time. */
const GRID_FRAMES = 128;

/** A held key sounds no longer than this, should nobody let it go, in seconds. */
const LONGEST_HELD_SECONDS = 120;

/** The click, and when it is heard: as play goes on, or only while it counts in. */
export interface ClickHeard extends ClickSettings {
  readonly isOn: boolean;
}

/** A track that comes in or goes out at a frame to come. */
interface BarSwitch {
  readonly goes: 'in' | 'out';
  readonly atFrame: number;
}

/** Runs a score on the sound engine: sends events ahead in windows and replaces what waits when the score changes. */
export class Player {
  private score: Score | null = null;
  private generation = 0;
  private timer: ReturnType<typeof setInterval> | null = null;
  /** The play tick that sounds at `originFrame`; every other time is counted from here. */
  private originTick = 0;
  private originFrame = 0;
  private sentToTick = 0;
  private click: ClickHeard | null = null;
  /** Ticks before `originTick` that are counted in. */
  private countInTicks = 0;
  private clickedToTick = 0;
  /** Files whose samples the engine has. */
  private readonly told = new Set<string>();

  /** Tracks that come in or go out at a bar line to come. */
  private readonly switches = new Map<Id, BarSwitch>();

  /** Called when a score ends. */
  onEnd: (() => void) | null = null;
  /** Told when a track has come in or gone out at its bar line, or, with false, that it is not going to. */
  onSwitched: ((trackId: Id, goes: 'in' | 'out', isDone: boolean) => void) | null = null;

  constructor(
    private readonly output: SoundOutput,
    private readonly samplesOf: SamplesOf = () => null,
  ) {}

  /** Lets recordings and one-shots be heard whose samples have come meanwhile. */
  refresh(): void {
    const { score } = this;
    if (score) this.tellSamples(score.document);
    if (!this.isPlaying || !score || score.document.recordings.length === 0) return;
    this.score = { ...score };
    this.setScore(score);
  }

  get isPlaying(): boolean {
    return this.timer !== null;
  }

  /** Takes a new score. While playing, it is heard from the next event after 30 ms on, without a gap. */
  setScore(score: Score): void {
    const before = this.score;
    if (before === score) return;
    this.postTracks(score.document);
    if (!this.isPlaying || !before) {
      this.score = score;
      return;
    }
    const reached = this.reachedTick();
    this.originFrame = this.frameOf(reached);
    const tick = tickAfter(before, score, reached);
    this.originTick = tick;
    this.score = score;
    this.replaceFrom(tick);
    // Between the song and a pattern nothing that sounds is the same event: what is sounding there begins anew.
    if (before.view.kind !== score.view.kind) this.post(chased(score.document, tick, { view: score.view }));
    this.standAtOrigin(before.document);
    this.send();
  }

  /** The first tick that an edit made now can still change. While play is counted in, that is its beginning. */
  private reachedTick(): number {
    const frame = this.output.frame() + Math.round(EDIT_SECONDS * SAMPLE_RATE);
    return this.countsIn ? this.originTick : Math.ceil(this.tickAtFrame(frame));
  }

  /** Gives the engine samples of what tracks play, each file once. */
  private tellSamples(document: Document): void {
    for (const hash of oneShotHashes(document)) {
      const samples = this.told.has(hash) ? null : this.samplesOf(hash);
      if (!samples) continue;
      this.told.add(hash);
      this.output.post({ type: 'samples', hash, samples: onOneChannel(samples) });
    }
  }

  private postTracks(document: Document): void {
    this.tellSamples(document);
    const tracks = engineTracks(document);
    this.output.post({ type: 'tracks', tracks: this.click ? [...tracks, clickTrack(this.click)] : tracks, room: document.song.room });
  }

  /** Lets the click be heard from now on, or never with null. */
  setClick(click: ClickHeard | null): void {
    this.click = click;
    if (this.score) this.postTracks(this.score.document);
    this.clickedToTick = Math.max(this.clickedToTick, this.sentToTick);
  }

  /** Drops what waits from the origin on, which is at `tick`, and releases notes that end there; later events are to be sent again. */
  private replaceFrom(tick: number): void {
    this.generation++;
    this.output.post({ type: 'replace', from: this.originFrame, generation: this.generation, sounding: this.stillSounding(tick) });
    this.sentToTick = tick;
    // A count-in still to come is kept.
    if (!this.countsIn || this.clickedToTick > tick) this.clickedToTick = tick;
  }

  private get countsIn(): boolean {
    return this.countInTicks > 0 && this.output.frame() < this.originFrame;
  }

  /** Lets a track come in or go out at the next bar line, while the rest plays on. Does nothing while stopped. */
  switchAtBar(trackId: Id, goes: 'in' | 'out'): void {
    if (!this.isPlaying || !this.score) return;
    const reached = this.reachedTick();
    this.switches.set(trackId, { goes, atFrame: this.frameOf(nextBarTick(this.score, reached)) });
    this.originFrame = this.frameOf(reached);
    this.originTick = reached;
    this.replaceFrom(reached);
    this.standAtOrigin();
    this.send();
  }

  /** Tells of the switches that have come about by `frame`; with Infinity, that the others will not. */
  private settleSwitches(frame: number): void {
    for (const [trackId, { goes, atFrame }] of this.switches) {
      if (atFrame > frame) continue;
      this.switches.delete(trackId);
      this.onSwitched?.(trackId, goes, frame !== Infinity);
    }
  }

  /** Until when something sounds that begins at a frame and would sound for `frames`; null where its track is out then. */
  private heardUntil(trackId: Id, at: number, until: number): number | null {
    const barSwitch = this.switches.get(trackId);
    if (!barSwitch) return until;
    const { goes, atFrame } = barSwitch;
    if (goes === 'in') return at >= atFrame ? until : null;
    return at < atFrame ? Math.min(until, atFrame) : null;
  }

  /** Plays from a tick on, after so many ticks of click. */
  play(fromTick: number, countInTicks = 0): void {
    if (!this.score) return;
    this.stop();
    this.originTick = fromTick;
    // On the engine's own grid, so that what is heard is, sample for sample, what a file has.
    this.originFrame = Math.ceil((this.output.frame() + EDIT_SECONDS * SAMPLE_RATE) / GRID_FRAMES) * GRID_FRAMES;
    this.countInTicks = countInTicks;
    if (countInTicks > 0)
      this.originFrame = Math.ceil((2 * this.originFrame - this.frameOf(fromTick - countInTicks)) / GRID_FRAMES) * GRID_FRAMES;
    this.sentToTick = fromTick;
    this.clickedToTick = fromTick - countInTicks;
    this.standAtOrigin();
    this.post(chased(this.score.document, fromTick, { view: this.score.view }));
    this.timer = setInterval(() => this.send(), TURN_MS);
    this.send();
  }

  wake(): void {
    this.output.wake();
  }

  stop(): void {
    if (this.timer !== null) clearInterval(this.timer);
    this.timer = null;
    this.settleSwitches(Infinity);
    this.generation++;
    this.output.post({ type: 'stop', generation: this.generation });
  }

  /** The play tick being heard now; null while stopped. */
  position(): number | null {
    if (!this.isPlaying) return null;
    return Math.max(this.originTick, this.tickAtFrame(this.output.frame() - this.output.latencySeconds() * SAMPLE_RATE));
  }

  /** The play tick that was heard at a moment of the page's clock, in milliseconds, with a fraction; before the beginning while play is counted in. */
  tickHeardAt(ms: number): number {
    return this.tickAtFrame(this.output.frameAt(ms) - this.output.latencySeconds() * SAMPLE_RATE);
  }

  /** The moment of the page's clock at which a play tick is heard, in milliseconds. */
  msHeard(tick: number): number {
    return this.output.msAt(this.frameOf(tick) + this.output.latencySeconds() * SAMPLE_RATE);
  }

  /** Sounds a key, at once, until it is let go. `held` names the press. */
  press(trackId: Id, pitch: number, velocity: number, held: string): void {
    const frames = LONGEST_HELD_SECONDS * SAMPLE_RATE;
    const note: EngineNote = { at: this.output.frame(), frames, trackId, pitch, velocity, seed: pitch * 131 + velocity, held };
    this.output.post({ type: 'notes', notes: [note], generation: this.generation });
  }

  letGo(held: string): void {
    this.output.post({ type: 'letGo', held });
  }

  /** Turns a control of a track, at once, where one of our sounds follows it. */
  turn(trackId: Id, target: LaneTarget, value: number): void {
    const made = engineControl(target);
    if (!made) return;
    const [at, to] = [this.output.frame(), made.valueOf(value)];
    const controls = [{ at, frames: 0, trackId, kind: made.kind, value: to, to }];
    this.output.post({ type: 'controls', controls, generation: this.generation });
  }

  /** Clicks by themselves, so many, evenly; answers when each is heard, in milliseconds of the page's clock. For a tap test. */
  clickAlone(count: number, everySeconds: number): readonly number[] {
    const from = this.output.frame() + Math.round(everySeconds * SAMPLE_RATE);
    const frames = Array.from({ length: count }, (_, index) => from + Math.round(index * everySeconds * SAMPLE_RATE));
    this.output.post({ type: 'notes', notes: frames.map((at) => clickNote(at, true)), generation: this.generation });
    return frames.map((frame) => this.output.msAt(frame + this.output.latencySeconds() * SAMPLE_RATE));
  }

  /** Sounds one note at once or after some seconds, beside whatever plays. */
  audition(trackId: Id, pitch: number, velocity: number, seconds = 0.35, after = 0): void {
    const at = this.output.frame() + Math.round((AUDITION_SECONDS + after) * SAMPLE_RATE);
    const note: EngineNote = { at, frames: Math.round(seconds * SAMPLE_RATE), trackId, pitch, velocity, seed: pitch * 131 + velocity };
    this.output.post({ type: 'notes', notes: [note], generation: this.generation });
  }

  private send(): void {
    if (!this.score) return;
    this.settleSwitches(this.output.frame());
    const ahead = typeof document !== 'undefined' && document.hidden ? AHEAD_HIDDEN_SECONDS : AHEAD_SECONDS;
    const { endTick } = this.score;
    if (endTick !== null && this.tickAtFrame(this.output.frame()) >= endTick) return this.end();
    const wanted = Math.ceil(this.tickAtFrame(this.output.frame() + ahead * SAMPLE_RATE));
    const until = endTick === null ? wanted : Math.min(endTick, wanted);
    this.sendClicks(until);
    if (until <= this.sentToTick) return;
    const { document: song, view } = this.score;
    this.tell(turnedIn(song, this.sentToTick, until, this.telling(view)));
    this.post(events(song, this.sentToTick, until, { view }));
    this.sendRecorded(until);
    this.sentToTick = until;
  }

  private sendRecorded(toTick: number): void {
    const { document: song, clock } = this.score!;
    const frameOf = (tick: number) => this.frameOf(tick);
    const pieces = recordedPieces(song, clock, { fromTick: this.sentToTick, toTick, frameOf, samplesOf: this.samplesOf });
    if (pieces.length > 0) this.output.post({ type: 'recorded', pieces, generation: this.generation });
  }

  private sendClicks(untilTick: number): void {
    const from = this.clickedToTick;
    if (untilTick <= from) return;
    this.clickedToTick = untilTick;
    if (!this.click || !this.score) return;
    const { meters, loop } = clickPlan(this.score);
    const until = this.click.isOn ? untilTick : Math.min(untilTick, this.originTick);
    const beats = from < until ? clicksRound(meters, loop, from, until) : [];
    const notes = clickNotes(beats, (tick) => this.frameOf(tick));
    if (notes.length) this.output.post({ type: 'notes', notes, generation: this.generation });
  }

  /** Sends the state beside the notes at the origin; controls that no lane holds any more return to rest. */
  private standAtOrigin(before?: Document): void {
    const { document: song, view } = this.score!;
    const mayRest = song.lanes.length > 0 || (before?.lanes.length ?? 0) > 0;
    this.tell(standingAt(song, this.originTick, this.telling(view), mayRest ? this.originFrame : undefined));
  }

  private telling(view: PlayView): EngineRoute {
    return { context: { view }, frameOf: (tick) => this.frameOf(tick), generation: this.generation };
  }

  private tell(messages: readonly EngineMessage[]): void {
    for (const message of messages) this.output.post(message);
  }

  /** The end is reached: what rings rings out. */
  private end(): void {
    if (this.timer !== null) clearInterval(this.timer);
    this.timer = null;
    this.onEnd?.();
  }

  private post(found: readonly PlayEvent[]): void {
    if (found.length === 0) return;
    const notes = engineNotes(found, (tick) => this.frameOf(tick)).flatMap((note) => {
      const until = this.heardUntil(note.trackId, note.at, note.at + note.frames);
      return until === null ? [] : [{ ...note, frames: until - note.at }];
    });
    this.output.post({ type: 'notes', notes, generation: this.generation });
  }

  /** Events of the current score that began before `tick`: those that may still ring, and long notes however long ago they began. */
  private stillSounding(tick: number): StillSounding[] {
    const { document, view } = this.score!;
    const from = Math.floor(this.tickAtFrame(this.frameOf(tick) - RING_SECONDS * SAMPLE_RATE));
    const found = [...events(document, from, tick, { view }), ...chased(document, tick, { view })];
    return found.flatMap((event) => {
      const until = this.heardUntil(event.trackId, this.frameOf(event.tick), this.frameOf(event.tick + event.lengthTicks));
      return until === null ? [] : [{ key: eventKey(event), until }];
    });
  }

  private frameOf(tick: number): number {
    const { clock } = this.score!;
    return this.originFrame + Math.round((playSeconds(clock, tick) - playSeconds(clock, this.originTick)) * SAMPLE_RATE);
  }

  private tickAtFrame(frame: number): number {
    const { clock } = this.score!;
    return playTickAt(clock, playSeconds(clock, this.originTick) + (frame - this.originFrame) / SAMPLE_RATE);
  }
}
