import type { Document } from '../model/document';
import type { Track } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { slicedFrom } from '../notes/bend';
import { lineEvents, type PlayEvent } from './line-events';
import { chasedInLoop, roundLoop } from './loop';
import { oneVoice, type VoiceMode } from './one-voice';
import { playLines, type PlayLine, type PlayView } from './lines';
import { noteLoopsOf } from './note-loops';
import { trackEvents, type LineSource } from './track-stage';
import { treatedNotes } from './treated';

export interface PlayContext {
  readonly view: PlayView;
  /** Exports hear every track that is not muted; solo is for listening. */
  readonly ignoreSolo?: boolean;
}

/** Every note that begins in [fromTick, toTick), in order. The one source for live play and for exports: windows that touch
 *  give what their union gives. From notes to sound: the placements that reach into the window, their notes treated, the note loops of what
 *  loops together, the track's rules over all of them. */
export function events(document: Document, fromTick: number, toTick: number, context: PlayContext): PlayEvent[] {
  const { view } = context;
  return view.kind === 'song' && view.loop
    ? roundLoop(view.loop, fromTick, toTick, (from, to) => eventsOnce(document, from, to, context))
    : eventsOnce(document, fromTick, toTick, context);
}

function eventsOnce(document: Document, fromTick: number, toTick: number, context: PlayContext): PlayEvent[] {
  const reaches = ({ startTick, endTick }: PlayLine) => startTick < toTick && endTick > fromTick;
  return inOrder(
    heardTracks(document, context).flatMap(({ track, lines }) =>
      track.voiceMode
        ? oneVoiceEvents(track.voiceMode, lines, fromTick, toTick, sourceOf(document))
        : trackEvents(lines, lines.filter(reaches), fromTick, toTick, sourceOf(document)),
    ),
  );
}

/** The notes already sounding when play begins at `tick`, cut to their remaining length. Drum hits are not chased, and a note that
 *  began before its placement does not sound. */
export function chased(document: Document, tick: number, context: PlayContext): PlayEvent[] {
  const { view } = context;
  return view.kind === 'song' && view.loop
    ? chasedInLoop(view.loop, tick, (at) => chasedOnce(document, at, context))
    : chasedOnce(document, tick, context);
}

function chasedOnce(document: Document, tick: number, context: PlayContext): PlayEvent[] {
  const source = sourceOf(document);
  const isOn = ({ startTick, endTick }: PlayLine) => startTick < tick && endTick > tick;
  const begun = heardTracks(document, context)
    .filter(({ track }) => track.kind !== 'drums')
    .flatMap(({ track, lines }) => {
      const on = lines.filter(isOn);
      const longest = longestOf(on, source);
      return track.voiceMode
        ? oneVoiceEvents(track.voiceMode, lines, tick - longest, tick, source)
        : trackEvents(lines, on, tick - longest, tick, source);
    });
  const left = begun.filter((event) => event.tick + event.lengthTicks > tick);
  return inOrder(
    left.map((event) => ({
      ...event,
      began: event.tick,
      tick,
      lengthTicks: event.tick + event.lengthTicks - tick,
      ...(event.bend ? { bend: slicedFrom(event.bend, tick - event.tick) } : {}),
    })),
  );
}

function longestOf(lines: readonly PlayLine[], source: LineSource): number {
  return lines.reduce((most, line) => Math.max(most, source.longest(line)), 0);
}

/** The events that start in [fromTick, toTick) on a track that sounds one note at a time, judged against every note held beside them. */
function oneVoiceEvents(mode: VoiceMode, lines: readonly PlayLine[], fromTick: number, toTick: number, source: LineSource): PlayEvent[] {
  const longest = longestOf(lines, source);
  const [from, to] = [fromTick - longest, toTick + longest];
  const near = lines.filter(({ startTick, endTick }) => startTick < to && endTick > from);
  return oneVoice(trackEvents(lines, near, from, to, source), mode).filter(({ tick }) => tick >= fromTick && tick < toTick);
}

function sourceOf(document: Document): LineSource {
  const { seed } = document.song;
  const noteLoops = (line: PlayLine) => noteLoopsOf(treatedNotes(document, line), line.pattern, { seed, placementId: line.placementId });
  return {
    begin: (line, fromTick, toTick) => noteLoops(line).flatMap((noteLoop) => lineEvents(line, noteLoop, fromTick, toTick)),
    longest: (line) => noteLoops(line).reduce((most, noteLoop) => Math.max(most, noteLoop.longestTicks), 0),
  };
}

interface TrackLines {
  readonly track: Track;
  readonly lines: readonly PlayLine[];
}

function heardTracks(document: Document, { view, ignoreSolo }: PlayContext): readonly TrackLines[] {
  const hasSolo = !ignoreSolo && document.tracks.some(({ soloed }) => soloed);
  return linesByTrack(document, view).filter(({ track }) => (hasSolo ? track.soloed : !track.muted));
}

const known = new WeakMap<Document, Map<string, readonly TrackLines[]>>();

/** The lines of each track. Remembered for each document: while it plays, they are asked for many times a second. */
function linesByTrack(document: Document, view: PlayView): readonly TrackLines[] {
  const ofDocument = known.get(document) ?? new Map<string, readonly TrackLines[]>();
  known.set(document, ofDocument);
  const key = view.kind === 'song' ? 'song' : view.placementId;
  const lines =
    ofDocument.get(key) ?? [...groupedBy(playLines(document, view), ({ track }) => track)].map(([track, lines]) => ({ track, lines }));
  ofDocument.set(key, lines);
  return lines;
}

function inOrder(found: PlayEvent[]): PlayEvent[] {
  return found.sort((a, b) => a.tick - b.tick || compare(a.trackId, b.trackId) || a.pitch - b.pitch);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
