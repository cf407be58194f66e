import { findById, passAt, type PeaksMessage, type Placement, type SamplesOf, type Track } from '@yibbo/core';
import { BrowserSound } from './output';
import { Player } from './player';
import { songTickIn, type Score } from './score';

/** A note of a phrase that is heard by itself. */
export interface PhraseNote {
  readonly pitch: number;
  readonly velocity: number;
  readonly seconds?: number;
  readonly after?: number;
}

/** An engine that stops within so long after another is not started once more, in milliseconds. */
const AGAIN_MS = 10_000;

/** The app's sound. It opens at the first press, as browsers ask, and knows the score before that; it can be made ready before, too. */
export class AppSound {
  player: Player | null = null;

  /** `samplesOf` gives what is known of the files of recordings. */
  constructor(private readonly samplesOf: SamplesOf = () => null) {}

  /** Whether the browser holds the sound back. */
  isBlocked = false;
  private onBlocked: ((isBlocked: boolean) => void) | null = null;
  private opening: Promise<Player> | null = null;
  /** The browser's sound, where it has been made ready and not opened yet. */
  private ready: BrowserSound | null = null;
  private score: Score | null = null;
  /** A track as it is tried, and as it is in the score. */
  private over: { readonly base: Track; readonly track: Track } | null = null;
  /** The score to hear instead; null to hear it unchanged. */
  private change: ((score: Score) => Score) | null = null;
  private onSwitched: Player['onSwitched'] = null;
  private peaks: ReadonlyMap<string, number> = new Map();
  /** The true peak of the whole, and what the limiter turned it down to, as gains, as they were told last. */
  whole: Pick<PeaksMessage, 'truePeak' | 'held'> = { truePeak: 0, held: 1 };
  private onEnd: (() => void) | null = null;
  private onDied: ((hasRestarted: boolean) => void) | null = null;
  private diedAt = -Infinity;
  private onStopping: (() => void) | null = null;
  /** Keys that are down and wait for sound to be opened. */
  private readonly down = new Set<string>();

  /** Tells `onBlocked` when the browser takes the sound away or gives it back; returns what ends that. */
  watchBlocked(onBlocked: (isBlocked: boolean) => void): () => void {
    this.onBlocked = onBlocked;
    return () => {
      this.onBlocked = null;
    };
  }

  /** Tells `onDied` when the engine has stopped by a fault: whether another was started, which it is not twice within ten seconds. Returns what
   *  ends that. */
  watchDied(onDied: (hasRestarted: boolean) => void): () => void {
    this.onDied = onDied;
    return () => {
      this.onDied = null;
    };
  }

  /** Calls `onEnd` when a song ends; returns a function that stops listening. */
  watchEnd(onEnd: () => void): () => void {
    this.onEnd = onEnd;
    return () => {
      this.onEnd = null;
    };
  }

  /** Tells `onSwitched` when a track has come in or gone out at a bar line; returns what ends that. */
  watchSwitched(onSwitched: NonNullable<Player['onSwitched']>): () => void {
    this.onSwitched = onSwitched;
    return () => {
      this.onSwitched = null;
    };
  }

  /** The last peak of a track, or of the sum by its name, as a gain; 0 where it is silent. */
  peakOf(name: string): number {
    return this.peaks.get(name) ?? 0;
  }

  /** Where in the song play is now, in ticks; null while it is stopped. */
  songTick(): number | null {
    const tick = this.player?.position() ?? null;
    return tick === null || !this.score ? null : songTickIn(this.score, tick);
  }

  /** Which round of its loop the song is in, from 1; null while it goes round none. */
  songPass(): number | null {
    const tick = this.player?.position() ?? null;
    const view = this.score?.view;
    return tick !== null && view?.kind === 'song' && view.loop ? passAt(view.loop, tick).pass + 1 : null;
  }

  /** Where a placement's pattern is now, counted on from its beginning, in ticks; null while play is stopped or elsewhere in the song. Where
   *  the pattern itself is what plays, that is the play tick. */
  patternTick({ start, length, offset }: Pick<Placement, 'start' | 'length' | 'offset'>): number | null {
    if (this.score?.view.kind !== 'song') return this.player?.position() ?? null;
    const tick = this.songTick();
    return tick !== null && tick >= start && tick < start + length ? tick - start + offset : null;
  }

  setScore(score: Score): void {
    this.score = score;
    const { over } = this;
    // A trial on a track ends once the track itself changes.
    if (over && findById(score.document.tracks, over.base.id) !== over.base) this.over = null;
    this.send();
  }

  /** Lets a track be heard as it would be, until it changes or, with null, from now on as it is. */
  hearTrack(track: Track | null): void {
    const base = track && this.score ? findById(this.score.document.tracks, track.id) : null;
    this.over = track && base ? { base, track } : null;
    this.send();
  }

  /** Lets every score be heard as `change` makes it, or with null as it is; an end to play that has begun stays where it is. */
  hearAs(change: ((score: Score) => Score) | null): void {
    if (this.change === change) return;
    this.change = change;
    this.send();
  }

  /** Lets recordings be heard whose samples have come. */
  refresh(): void {
    this.player?.refresh();
  }

  /** Ends what sounds beside play, where nothing plays. */
  hush(): void {
    if (this.player && !this.player.isPlaying) this.player.stop();
  }

  private send(): void {
    const { over, score, player, change } = this;
    if (!score || !player) return;
    const tried = over ? withTrack(score, over.track) : score;
    player.setScore(change ? change(tried) : tried);
  }

  open(): Promise<Player> {
    this.opening ??= this.begin();
    // Whatever waits for the opening, this press is asked with at once.
    this.player?.wake();
    return this.opening;
  }

  audition(trackId: string, pitch: number, velocity: number): void {
    this.phrase(trackId, [{ pitch, velocity }]);
  }

  /** Sounds a few notes on a track beside whatever plays, each with its delay and length in seconds. */
  phrase(trackId: string, notes: readonly PhraseNote[]): void {
    void this.open().then(
      (player) => {
        for (const { pitch, velocity, seconds, after } of notes) player.audition(trackId, pitch, velocity, seconds, after);
      },
      () => undefined,
    );
  }

  /** Asks the browser for sound again, after it has held it back. Call it from a press or a key. */
  wake(): void {
    if (this.opening) this.player?.wake();
    else void this.open().catch(() => undefined);
  }

  /** Sounds a key of a track until it is let go; `held` names the press. Before sound is open, as soon as it is, if it is still down then. */
  press(trackId: string, pitch: number, velocity: number, held: string): void {
    const { player } = this;
    if (player) {
      player.wake();
      return player.press(trackId, pitch, velocity, held);
    }
    this.down.add(held);
    void this.open().then(
      (opened) => (this.down.delete(held) ? opened.press(trackId, pitch, velocity, held) : opened.audition(trackId, pitch, velocity)),
      () => this.down.delete(held),
    );
  }

  letGo(held: string): void {
    this.down.delete(held);
    this.player?.letGo(held);
  }

  /** Tells `onStopping` before play stops, whoever stops it; returns what ends that. */
  watchStopping(onStopping: () => void): () => void {
    this.onStopping = onStopping;
    return () => {
      if (this.onStopping === onStopping) this.onStopping = null;
    };
  }

  stop(): void {
    this.onStopping?.();
    this.player?.stop();
  }

  /** Makes sound ready before a press, so that the first one is heard at once. Does nothing where that cannot be. */
  prepare(): void {
    if (this.opening || this.ready) return;
    try {
      const made = this.made();
      this.ready = made;
      made.rest().catch(() => {
        if (this.ready === made) this.ready = null;
      });
    } catch {
      // The press that asks for sound says why there is none.
    }
  }

  private made(): BrowserSound {
    const onPeaks = ({ peaks, truePeak, held }: PeaksMessage) => {
      this.peaks = new Map(peaks);
      this.whole = { truePeak, held };
    };
    return new BrowserSound(onPeaks, () => this.died());
  }

  private died(): void {
    this.player?.stop();
    Object.assign(this, { player: null, opening: null, ready: null });
    const isAgain = performance.now() - this.diedAt < AGAIN_MS;
    this.diedAt = performance.now();
    if (!isAgain) void this.open().catch(() => undefined);
    this.onDied?.(!isAgain);
  }

  private async begin(): Promise<Player> {
    try {
      const browserSound = this.ready ?? this.made();
      this.ready = null;
      const tell = (isBlocked: boolean) => {
        this.isBlocked = isBlocked;
        this.onBlocked?.(isBlocked);
      };
      this.player = new Player(await browserSound.open(tell), this.samplesOf);
      this.player.onEnd = () => this.onEnd?.();
      this.player.onSwitched = (...told) => this.onSwitched?.(...told);
      this.send();
      return this.player;
    } catch (error) {
      this.opening = null;
      throw error;
    }
  }
}

function withTrack(score: Score, track: Track): Score {
  const { document } = score;
  return { ...score, document: { ...document, tracks: document.tracks.map((each) => (each.id === track.id ? track : each)) } };
}
