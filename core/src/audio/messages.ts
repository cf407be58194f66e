import type { EngineControl } from './controls';
import type { GateShape } from './gate';
import type { EngineOneShot } from './one-shot-voice';
import type { RecordedPiece } from './recorded';
import type { RoomShape } from './room';
import type { Sound } from './sounds';
import type { EngineNote } from './voice';

/** How a track is heard. */
export interface EngineTrack {
  readonly id: string;
  readonly sound: Sound;
  /** -60..6. */
  readonly levelDb: number;
  readonly pan: number;
  readonly isAudible: boolean;
  /** Whether one voice plays all its notes: those that touch slide into each other. Absent means no. */
  readonly hasOneVoice?: boolean;
  /** How another track opens it or holds it down. */
  readonly gate?: GateShape;
  /** Recordings that it plays in place of its sound, where their samples were told. */
  readonly oneShots?: readonly EngineOneShot[];
}

/** How long the echo takes from a frame on, in frames. */
export interface EngineEcho {
  readonly at: number;
  readonly frames: number;
}

/** A time that a track's gate stands open. */
export interface EngineGate extends EngineEcho {
  readonly trackId: string;
}

/** Messages to the engine, as plain data, so that it can run behind a port. */
export type EngineMessage =
  /** The room is the usual one where none is told. */
  | { readonly type: 'tracks'; readonly tracks: readonly EngineTrack[]; readonly room?: RoomShape }
  | { readonly type: 'notes'; readonly notes: readonly EngineNote[]; readonly generation: number }
  /** Where `restFrom` is given, every control that is not named is at rest from that frame on. */
  | {
      readonly type: 'controls';
      readonly controls: readonly EngineControl[];
      readonly generation: number;
      readonly restFrom?: number;
    }
  | { readonly type: 'echoes'; readonly echoes: readonly EngineEcho[]; readonly generation: number }
  | { readonly type: 'gates'; readonly gates: readonly EngineGate[]; readonly generation: number }
  /** The samples of a one-shot's file, at 48 kHz on one channel, for as long as the engine lasts. */
  | { readonly type: 'samples'; readonly hash: string; readonly samples: Float32Array }
  /** Pieces of recordings, heard as they are, after all that sounds of tracks and before the limiter. */
  | { readonly type: 'recorded'; readonly pieces: readonly RecordedPiece[]; readonly generation: number }
  /** A held key or pad is let go, now. */
  | { readonly type: 'letGo'; readonly held: string }
  /** Drops what waits at or after `from` from earlier generations. Where `sounding` is given, it names what goes on of all that began before:
   *  what has a key and is not named fades, what is named with an earlier end ends there. */
  | { readonly type: 'replace'; readonly from: number; readonly generation: number; readonly sounding?: readonly StillSounding[] }
  /** Drops all that waits and lets what sounds fade. */
  | { readonly type: 'stop'; readonly generation: number };

/** A note that began before an edit and goes on after it, until the frame it now ends at. */
export interface StillSounding {
  readonly key: string;
  readonly until: number;
}
