import type { EngineControl } from '../audio/controls';
import { trackSound } from '../sounds';
import type { GateShape } from '../audio/gate';
import type { Sound } from '../audio/sounds';
import type { EngineTrack } from '../audio/messages';
import { SAMPLE_RATE } from '../audio/rate';
import type { EngineNote } from '../audio/voice';
import { hashText } from '../model/ids';
import type { Document } from '../model/document';
import type { Track } from '../model/entities';
import type { ControlEvent } from './controls';
import { engineControl } from './engine-control';
import { eventKey, type PlayEvent } from './line-events';
import { isAudible } from './lines';

/** Frame of the engine's clock at which a play tick sounds. */
export type FrameOf = (tick: number) => number;

/** Events as the sound engine takes them: the same for live play and for files, so that what is heard is what leaves. */
export function engineNotes(found: readonly PlayEvent[], frameOf: FrameOf): EngineNote[] {
  return found.map((event) => {
    const at = frameOf(event.tick);
    return {
      at,
      frames: frameOf(event.tick + event.lengthTicks) - at,
      trackId: event.trackId,
      pitch: event.pitch,
      velocity: event.velocity,
      key: eventKey(event),
      seed: hashText(`${event.noteId} ${event.pass}`),
      pan: event.pan,
      ...(event.bend
        ? { bend: event.bend.map(({ tick, cents, shape }) => ({ frame: frameOf(event.tick + tick) - at, cents, shape })) }
        : {}),
    };
  });
}

/** Lane values as engine controls; targets that none of our sounds follows are left out. */
export function engineControls(found: readonly ControlEvent[], frameOf: FrameOf): EngineControl[] {
  return found.flatMap((event): EngineControl[] => {
    const made = engineControl(event.target, event.range);
    if (!made) return [];
    const { kind, valueOf } = made;
    const at = frameOf(event.tick);
    const frames = frameOf(event.tick + event.lengthTicks) - at;
    return [{ at, frames, trackId: event.trackId, kind, value: valueOf(event.value), to: valueOf(event.to) }];
  });
}

/** The song's tracks as they are heard. With `ignoreSolo`, every one that is not muted, as in what leaves. */
export function engineTracks(document: Document, ignoreSolo = false): EngineTrack[] {
  return document.tracks.map((track) => ({
    id: track.id,
    sound: trackSound(track),
    levelDb: track.levelDb,
    pan: track.pan,
    isAudible: ignoreSolo ? !track.muted : isAudible(document, track),
    ...(track.voiceMode && isSliding(trackSound(track)) ? { hasOneVoice: true } : {}),
    ...(track.oneShots?.length ? { oneShots: track.oneShots.map(({ file, ...shot }) => ({ ...shot, hash: file.hash })) } : {}),
    ...(track.opensWith?.on ? { gate: gateShape(track.opensWith) } : {}),
  }));
}

/** Basses and leads slide where they have one voice; a plucked or struck sound strikes anew. */
function isSliding({ family }: Sound): boolean {
  return family === 'bass' || family === 'lead';
}

function gateShape({ attackMs, releaseMs, depth }: NonNullable<Track['opensWith']>): GateShape {
  const frames = (ms: number) => Math.round((ms / 1000) * SAMPLE_RATE);
  return { attackFrames: frames(attackMs), releaseFrames: frames(releaseMs), depth };
}
