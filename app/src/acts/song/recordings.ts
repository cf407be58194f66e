import {
  barBefore,
  barTicks,
  counted,
  findById,
  frameOfTick,
  hitsOf,
  MAX_TICK,
  meterAt,
  notesOf,
  secondsAt,
  tickAtSeconds,
  TICKS_PER_QUARTER,
  tickOfBar,
  tickOfFrame,
  withHitSwitched,
  type Document,
  type Id,
  type Recording,
} from '@yibbo/core';
import { barsAlong, guessTempo, type TempoGuess } from '@yibbo/core/hits-read';
import { comingSet } from '../../state/recordings/sound-files';
import { foundIn } from '../../state/session/hits';
import { selectPart } from '../../state/session/selectors';
import { noticeSet } from '../../state/session/session';
import type { State, Thunk } from '../../state/store';
import { editEntity, editSong } from '../document/edits';

const RATE = 48_000;

export function recordingsOf({ song }: Pick<State, 'song'>): readonly Recording[] {
  return song.document?.recordings ?? [];
}

/** Whether a file seems to be sound, by its type or its name. */
export function isSoundFile({ type, name }: Pick<File, 'type' | 'name'>): boolean {
  return (type.startsWith('audio/') && !type.includes('midi')) || /\.(wav|flac|ogg|oga|mp3|m4a)$/i.test(name);
}

/** Lays a file under the notes: from the open part on, or from the marked bar of the song. */
export function addRecording(file: File, isOnPattern: boolean): Thunk<Promise<void>> {
  return async (dispatch, getState, { files, newId }) => {
    const { document } = getState().song;
    if (!document) return;
    const name = file.name.replace(/\.[^.]*$/, '').slice(0, 200) || 'Recording';
    const come = (doing: string, share: number) => dispatch(comingSet({ name, doing, share }));
    try {
      come('Reading', 0);
      const opened = await files.open();
      const known = await opened.add(file, come);
      const now = getState().song.document;
      if (now?.song.id !== document.song.id) return;
      const recording: Recording = {
        id: newId(),
        songId: now.song.id,
        tick: startOf(getState(), isOnPattern),
        name,
        file: known,
        offset: 0,
        frames: known.frames,
        levelDb: -6,
        muted: false,
      };
      dispatch(editSong(`Add recording ${name}`, (song) => ({ ...song, recordings: [...song.recordings, recording].sort(byTick) })));
      dispatch(noticeSet({ words: `${name} lies under the notes.`, remedy: { kind: 'undo' } }));
    } catch (error) {
      dispatch(noticeSet((error as Error).message));
    } finally {
      dispatch(comingSet(null));
    }
  };
}

function byTick(a: Recording, b: Recording): number {
  return a.tick - b.tick || (a.id < b.id ? -1 : 1);
}

function startOf(state: State, isOnPattern: boolean): number {
  const part = isOnPattern ? selectPart(state) : null;
  if (part) return part.placement.start;
  const { meters } = state.song.document!.song;
  return barBefore(meters, tickOfBar(meters, state.session.stretch?.first ?? state.session.playFromBar));
}

/** Changes some of what a recording is. */
export function editRecording(id: Id, label: string, fields: Partial<Recording>): Thunk {
  return (dispatch, getState) => {
    const recording = findById(recordingsOf(getState()), id);
    if (recording) dispatch(editEntity(`${label}, ${recording.name}`, 'recordings', recording, fields));
  };
}

export function removeRecording(id: Id): Thunk {
  return (dispatch, getState) => {
    const recording = findById(recordingsOf(getState()), id);
    if (!recording) return;
    dispatch(
      editSong(`Remove recording ${recording.name}`, (song) => ({ ...song, recordings: song.recordings.filter((each) => each.id !== id) })),
    );
    dispatch(noticeSet({ words: `${recording.name} is gone from the song.`, remedy: { kind: 'undo' } }));
  };
}

/** Moves a recording by ticks, or by milliseconds where it lies. */
export function moveRecording(id: Id, by: { readonly ticks?: number; readonly ms?: number }): Thunk {
  return (dispatch, getState) => {
    const recording = findById(recordingsOf(getState()), id);
    const { tempos } = getState().song.document?.song ?? { tempos: [] };
    if (!recording) return;
    const to =
      by.ms === undefined ? recording.tick + (by.ticks ?? 0) : tickOfFrame(tempos, recording, recording.offset + (by.ms * RATE) / 1000);
    const tick = Math.max(0, Math.min(MAX_TICK, Math.round(to)));
    if (tick !== recording.tick) dispatch(editRecording(id, 'Move', { tick }));
  };
}

/** Cuts a recording where play or the cursor is: what is before, or after, is not heard any more; what is heard stays where it is. */
export function trimRecording(id: Id, side: 'start' | 'end', atTick: number): Thunk {
  return (dispatch, getState) => {
    const recording = findById(recordingsOf(getState()), id);
    const { tempos } = getState().song.document?.song ?? { tempos: [] };
    if (!recording) return;
    const frame = frameOfTick(tempos, recording, atTick);
    if (frame <= recording.offset || frame >= recording.offset + recording.frames)
      return void dispatch(
        noticeSet('The recording does not sound there. Put the cursor, or the bar to play from, where it is to be cut.'),
      );
    const fields =
      side === 'end'
        ? { frames: frame - recording.offset }
        : { offset: frame, frames: recording.offset + recording.frames - frame, tick: Math.round(atTick) };
    dispatch(editRecording(id, side === 'end' ? 'Cut the end' : 'Cut the beginning', fields));
  };
}

/** All of its file again; what is heard stays where it is. */
export function untrimRecording(id: Id): Thunk {
  return (dispatch, getState) => {
    const recording = findById(recordingsOf(getState()), id);
    const { tempos } = getState().song.document?.song ?? { tempos: [] };
    if (!recording) return;
    const tick = Math.max(0, Math.round(tickOfFrame(tempos, recording, 0)));
    dispatch(editRecording(id, 'Whole again', { tick, offset: 0, frames: recording.file.frames }));
  };
}

/** Puts a hit in at a tick of the song, or takes the one that is there out. */
export function switchHit(id: Id, atTick: number): Thunk {
  return (dispatch, getState) => {
    const recording = findById(recordingsOf(getState()), id);
    const { tempos } = getState().song.document?.song ?? { tempos: [] };
    if (!recording) return;
    const frame = Math.max(0, Math.min(recording.file.frames, frameOfTick(tempos, recording, atTick)));
    const after = withHitSwitched(recording, foundIn(getState(), recording), frame);
    const { hitsAdded, hitsRemoved } = after;
    dispatch(editRecording(id, 'Hit by hand', { hitsAdded, hitsRemoved }));
  };
}

/** Moves a recording so that its hits lie on notes of the open pattern: by the middle of the distances from each hit to its nearest note. */
export function recordingToNotes(id: Id): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const recording = findById(recordingsOf(state), id);
    const part = selectPart(state);
    const { document } = state.song;
    if (!recording || !part || !document) return;
    const origin = part.placement.start - part.placement.offset;
    const starts = notesOf(document, part.pattern.id)
      .filter(({ muted, start }) => !muted && start < part.pattern.length)
      .map(({ start }) => origin + start);
    const { tempos } = document.song;
    const hits = hitsOf(recording, foundIn(state, recording)).map(({ frame }) => tickOfFrame(tempos, recording, frame));
    const under = hits.filter((tick) => tick >= origin && tick < origin + part.pattern.length);
    if (starts.length === 0 || under.length === 0)
      return void dispatch(noticeSet('There have to be notes, and hits of the recording at the same time, to bring them together.'));
    const distances = under.map((hit) =>
      starts.reduce((best, start) => (Math.abs(start - hit) < Math.abs(best) ? start - hit : best), Infinity),
    );
    const middle = distances.sort((a, b) => a - b)[distances.length >> 1]!;
    dispatch(moveRecording(id, { ticks: Math.round(middle) }));
    dispatch(noticeSet({ words: `${recording.name} moved so that its hits lie on the notes.`, remedy: { kind: 'undo' } }));
  };
}

/** The tempo that a recording seems to have. */
export function tempoOf(state: State, recording: Recording): TempoGuess | null {
  return guessTempo(hitsOf(recording, foundIn(state, recording)));
}

/** Lets the song have a recording's tempo from its beginning on, and its first bar line fall on one of the song. */
export function takeTempo(id: Id): Thunk {
  return (dispatch, getState) => {
    const recording = findById(recordingsOf(getState()), id);
    const guess = recording && tempoOf(getState(), recording);
    if (!recording || !guess) return;
    dispatch(
      editSong(`Tempo of ${recording.name}, ${guess.bpm}`, (song) => {
        const tempos = song.song.tempos.map((tempo, index) => (index === 0 ? { ...tempo, bpm: guess.bpm } : tempo));
        return withDownbeat({ ...song, song: { ...song.song, tempos } }, recording, guess.downbeatFrame);
      }),
    );
    dispatch(noticeSet({ words: `The song is at ${guess.bpm} bpm, bars where the recording has them.`, remedy: { kind: 'undo' } }));
  };
}

/** The song with a recording moved so that a frame of it falls on the nearest bar line. */
function withDownbeat(song: Document, recording: Recording, frame: number): Document {
  const { tempos, meters } = song.song;
  const at = tickOfFrame(tempos, recording, frame);
  const before = barBefore(meters, Math.max(0, Math.round(at)));
  const after = tickOfBar(meters, barNumber(song, before) + 1);
  const line = Math.abs(at - before) <= Math.abs(after - at) ? before : after;
  const tick = Math.round(recording.tick + line - at);
  const target = tick < 0 ? tick + (after - before) : tick;
  return {
    ...song,
    recordings: song.recordings.map((each) => (each.id === recording.id ? { ...each, tick: Math.max(0, target) } : each)).sort(byTick),
  };
}

function barNumber({ song: { meters } }: Document, tick: number): number {
  let bar = 1;
  while (tickOfBar(meters, bar + 1) <= tick) bar++;
  return bar;
}

const LEAST_CHANGE = 0.002;

/** Lets the song follow a recording bar by bar: a tempo for each of its bars, so that its bar lines are the song's. */
export function followTempo(id: Id): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const recording = findById(recordingsOf(state), id);
    const guess = recording && tempoOf(state, recording);
    const { document } = state.song;
    if (!recording || !guess || !document) return;
    const bars = barsAlong(hitsOf(recording, foundIn(state, recording)), guess);
    if (bars.length < 2) return void dispatch(noticeSet('That is shorter than two bars: there is no tempo to follow yet.'));
    dispatch(editSong(`Follow the tempo of ${recording.name}`, (song) => following(song, recording, bars)));
    dispatch(
      noticeSet({ words: `The song follows ${recording.name} through ${counted(bars.length - 1, 'bar')}.`, remedy: { kind: 'undo' } }),
    );
  };
}

/** The song with a tempo for each bar of a recording, from the bar line on that the first of them is nearest to; what the recording has before that has to have
 *  room before it. */
function following(song: Document, recording: Recording, bars: readonly number[]): Document {
  const { tempos, meters } = song.song;
  const before = (bars[0]! - recording.offset) / RATE;
  let bar = barNumber(song, Math.max(0, Math.round(tickOfFrame(tempos, recording, bars[0]!) + barTicks(meterAt(meters, 0)) / 2)));
  while (secondsAt(tempos, tickOfBar(meters, bar)) < before) bar++;
  const line = tickOfBar(meters, bar);
  let last = 0;
  const made = bars.slice(0, -1).flatMap((frame, index) => {
    const [from, to] = [tickOfBar(meters, bar + index), tickOfBar(meters, bar + index + 1)];
    const bpm = ((to - from) / TICKS_PER_QUARTER) * 60 * (RATE / (bars[index + 1]! - frame));
    if (Math.abs(bpm / last - 1) < LEAST_CHANGE) return [];
    last = bpm;
    return [{ tick: from, bpm }];
  });
  const all = [...tempos.filter(({ tick }) => tick < line), ...made];
  const tick = Math.max(0, Math.round(tickAtSeconds(all, secondsAt(all, line) - before)));
  const recordings = song.recordings.map((each) => (each.id === recording.id ? { ...each, tick } : each)).sort(byTick);
  return { ...song, song: { ...song.song, tempos: all }, recordings };
}

/** The hits of a recording as the groove of what is being tried, or of a new one: notes of the open pattern's bars where it is struck. */
export function hitsAsNotes(state: State, recording: Recording) {
  const part = selectPart(state);
  const { document } = state.song;
  if (!part || !document) return [];
  const origin = part.placement.start - part.placement.offset;
  return hitsOf(recording, foundIn(state, recording)).flatMap(({ frame, level }) => {
    const start = Math.round(tickOfFrame(document.song.tempos, recording, frame) - origin);
    return start >= 0 && start < part.pattern.length ? [{ start, velocity: Math.max(1, Math.round(40 + 87 * level)) }] : [];
  });
}
