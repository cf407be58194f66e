import {
  addSection,
  barTicks,
  barsOfSpan,
  counted,
  deleteSection,
  deleteTime,
  duplicateSection,
  findById,
  insertTime,
  lengthenStretch,
  meterAt,
  moveSection,
  nameStretch,
  songLines,
  spanOfBars,
  tickOfBar,
  type CopyMode,
  type Document,
  type Id,
  type TickSpan,
} from '@yibbo/core';
import { editEntity, editSong } from '../document/edits';
import { noticeSet, sheetSet, type SectionOf } from '../../state/session/session';
import type { Thunk } from '../../state/store';
import { TOO_LONG } from './stretch';

const NEW_SECTION_BARS = 8;

/** Names that sections begin with, in the order they are offered. */
export const SECTION_NAMES = ['Intro', 'Verse', 'Chorus', 'Bridge', 'Break', 'Ending'] as const;

/** An empty section at the end of the song. */
export function newSection(name: string): Thunk {
  return (dispatch, getState) => {
    const meters = getState().song.document?.song.meters;
    if (!meters) return;
    const ticks = NEW_SECTION_BARS * barTicks(meterAt(meters, 0));
    dispatch(editSong(`New section, ${name}`, (document, newId) => addSection(document, name, ticks, newId)));
    dispatch(sheetSet(null));
  };
}

/** Where what a section's sheet is about lies now; null where it is gone. */
export function stretchOf(document: Document, of: SectionOf): TickSpan | null {
  if ('bars' in of) return spanOfBars(document.song.meters, of.bars);
  const lines = songLines(document);
  if ('sectionId' in of) return lines.find(({ section }) => section?.id === of.sectionId) ?? null;
  const before = lines.findIndex(({ section }) => section?.id === of.after);
  const line = of.after === null ? lines[0] : lines[before + 1];
  return (of.after === null || before >= 0) && line && !line.section ? line : null;
}

/** Gives a section another name, or a stretch without one its first. */
export function nameSection(of: SectionOf, name: string): Thunk {
  return (dispatch, getState) => {
    const wanted = name.trim();
    const { document: now } = getState().song;
    const span = now && stretchOf(now, of);
    const section = 'sectionId' in of ? findById(now?.sections ?? [], of.sectionId) : undefined;
    if (!wanted || section?.name === wanted || !span) return;
    if (section) return dispatch(editEntity(`Section named ${wanted}`, 'sections', section, { name: wanted }));
    dispatch(editSong(`Section named ${wanted}`, (document, newId) => nameStretch(document, span.start, span.end, wanted, newId)));
    dispatch(sheetSet(null));
  };
}

export function copySection(sectionId: Id, mode: CopyMode, times = 1): Thunk {
  return (dispatch, getState) => {
    const name = findById(getState().song.document?.sections ?? [], sectionId)?.name ?? '';
    const isDone = dispatch(
      editSong(`Duplicate ${name}, ${mode}`, (document, newId) => duplicateSection(document, sectionId, mode, newId, times)),
    );
    if (!isDone) return void dispatch(noticeSet(TOO_LONG));
    dispatch(
      noticeSet(
        mode === 'linked'
          ? `${name} plays ${times + 1} times now. A change in one changes all.`
          : `${name} was copied. The copy changes alone.`,
      ),
    );
  };
}

/** Moves a section before the line before it, or behind the one after it. */
export function shiftSection(sectionId: Id, direction: -1 | 1): Thunk {
  return (dispatch, getState) => {
    const { document } = getState().song;
    if (!document) return;
    const lines = songLines(document);
    const at = lines.findIndex(({ section }) => section?.id === sectionId);
    const neighbour = lines[at + direction];
    if (at < 0 || !neighbour) return;
    const name = lines[at]!.section!.name;
    const to = direction === -1 ? neighbour.start : neighbour.end;
    dispatch(editSong(`Move ${name} ${direction === -1 ? 'earlier' : 'later'}`, (song, newId) => moveSection(song, sectionId, to, newId)));
  };
}

/** Puts a section, with all that is in it, at another place among the sections, from 0. */
export function putSectionAt(sectionId: Id, index: number): Thunk {
  return (dispatch, getState) => {
    const sections = getState().song.document?.sections ?? [];
    const from = sections.findIndex(({ id }) => id === sectionId);
    const other = sections[index];
    if (from < 0 || !other || from === index) return;
    const to = index < from ? other.start : other.start + other.length;
    dispatch(editSong(`Order of sections: ${sections[from]!.name}`, (song, newId) => moveSection(song, sectionId, to, newId)));
  };
}

export function removeSection(sectionId: Id): Thunk {
  return (dispatch, getState) => {
    const name = findById(getState().song.document?.sections ?? [], sectionId)?.name ?? '';
    dispatch(editSong(`Delete ${name}`, (document, newId) => deleteSection(document, sectionId, newId)));
    dispatch(sheetSet(null));
    dispatch(noticeSet({ words: `${name} was deleted with its bars.`, remedy: { kind: 'undo' } }));
  };
}

/** Puts an empty bar in before a stretch, or makes the stretch a bar longer, on all tracks. */
export function addBar({ start, end }: TickSpan, where: 'before' | 'at its end'): Thunk {
  return (dispatch, getState) => {
    const meters = getState().song.document?.song.meters;
    if (!meters) return;
    const ticks = barTicks(meterAt(meters, where === 'before' ? start : end - 1));
    const isDone = dispatch(
      editSong('Insert a bar', (document, newId) =>
        where === 'before' ? insertTime(document, start, ticks, newId) : lengthenStretch(document, end, ticks, newId),
      ),
    );
    if (!isDone) dispatch(noticeSet(TOO_LONG));
  };
}

/** How a stretch becomes longer or shorter at its end. */
export interface ResizedBars {
  /** Number of bars more, below 0 fewer: as many as were asked for, but one bar stays. */
  readonly by: number;
  /** Number of bars it has then. */
  readonly bars: number;
  /** The time that is deleted; empty where none is. */
  readonly gone: TickSpan;
}

/** The outcome of making a stretch longer by some bars, or shorter where that is below 0. */
export function resizedBars(meters: Document['song']['meters'], { start, end }: TickSpan, wanted: number): ResizedBars {
  const { first, last } = barsOfSpan(meters, { start, end });
  const by = Math.max(wanted, first - last);
  return { by, bars: last - first + 1 + by, gone: { start: by < 0 ? tickOfBar(meters, last + 1 + by) : end, end } };
}

/** Makes a section longer by empty bars at its end, or shorter, with what lies in its last bars, on all tracks. */
export function resizeSection(sectionId: Id, wanted: number): Thunk {
  return (dispatch, getState) => {
    const { document } = getState().song;
    const line = document && songLines(document).find(({ section }) => section?.id === sectionId);
    if (!document || !line?.section) return;
    const { meters } = document.song;
    const { by, bars, gone } = resizedBars(meters, line, wanted);
    if (by === 0) return;
    const words = `${line.section.name}: ${counted(bars, 'bar')}`;
    const ticks = by * barTicks(meterAt(meters, line.end - 1));
    const isDone = dispatch(
      editSong(words, (song, newId) =>
        by > 0 ? lengthenStretch(song, line.end, ticks, newId) : deleteTime(song, gone.start, gone.end, newId),
      ),
    );
    if (!isDone) return void dispatch(noticeSet(TOO_LONG));
    if (by < 0) dispatch(noticeSet({ words: `${words}. ${counted(-by, 'bar was', 'bars were')} deleted.`, remedy: { kind: 'undo' } }));
  };
}

/** Sets the loop, or switches it on and off; on for the first time it is the first line of the song. */
export function setLoop(loop: { readonly start: number; readonly end: number; readonly on: boolean }): Thunk {
  return (dispatch, getState) => {
    const song = getState().song.document?.song;
    if (song && loop.end > loop.start) dispatch(editEntity(loop.on ? 'Loop' : 'Loop off', 'song', song, { loop }));
  };
}

export function toggleLoop(): Thunk {
  return (dispatch, getState) => {
    const { document } = getState().song;
    if (!document) return;
    const first = songLines(document)[0]!;
    const loop = document.song.loop ?? { start: first.start, end: first.end, on: false };
    dispatch(setLoop({ ...loop, on: !loop.on }));
  };
}

/** Sets where the song ends; where its last placement or section does, with null. */
export function setSongEnd(end: number | null): Thunk {
  return (dispatch, getState) => {
    const song = getState().song.document?.song;
    if (song && (song.end ?? null) !== end) dispatch(editEntity('End of the song', 'song', song, { end }));
  };
}
