import { barBeatWords, findById, meterAt, barTicks, notesOf, type Change, type Document, type Id, type Note } from '@yibbo/core';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { selectPart } from '../../state/session/selectors';
import { noticeSet, placementOpened } from '../../state/session/session';
import type { Thunk } from '../../state/store';

/** A place in a pattern. */
export interface PatternPlace {
  readonly patternId: Id;
  readonly tick: number;
  readonly pitch: number;
}

/** Where a Change that has just been made shows: at the first of the notes it put in, took out or edited; null where it touched none. */
export function changedPlace(document: Document, { entries }: Change): PatternPlace | null {
  const touched = entries.flatMap((entry): Pick<Note, 'patternId' | 'start' | 'pitch'>[] => {
    if (entry.of !== 'notes') return [];
    if (entry.kind !== 'edit') return entry.entities as unknown as Note[];
    const ids = new Set(entry.ids);
    return entry.in ? notesOf(document, entry.in).filter(({ id }) => ids.has(id)) : [];
  });
  if (touched.length === 0) return null;
  const first = touched.reduce((earliest, note) => (note.start < earliest.start ? note : earliest));
  return { patternId: first.patternId, tick: first.start, pitch: first.pitch };
}

/** Says what was done and where, with a way there, if the place is out of view. */
export function tellIfOutOfView(words: string, place: PatternPlace | null): Thunk {
  return (dispatch, getState, { grid }) => {
    const { document } = getState().song;
    const part = selectPart(getState());
    if (!document || !part || !place) return;
    const isOpen = place.patternId === part.pattern.id;
    const bar = barOf(part.pattern.length / part.bars, place.tick);
    if (isOpen && (part.viewMode === 'steps' ? bar === part.view.bar : grid.isInView(place.tick, place.pitch))) return;
    const placement = findById(document.placements, isOpen ? part.placement.id : null) ?? placementOf(document, place.patternId);
    const track = findById(document.tracks, placement?.trackId);
    if (!placement || !track) return;
    const at = barBeatWords([{ tick: 0, ...meterAt(document.song.meters, placement.start) }], place.tick);
    dispatch(noticeSet({ words: `${words}: ${track.name}, ${at}`, remedy: { kind: 'show', place }, isOfLastStep: true }));
  };
}

/** Opens the pattern of a place and brings the place into view. */
export function showPlace(place: PatternPlace): Thunk {
  return (dispatch, getState, { grid }) => {
    const { document } = getState().song;
    const placement = document && placementOf(document, place.patternId);
    if (!placement) return;
    const bar = barOf(barTicks(meterAt(document.song.meters, placement.start)), place.tick);
    dispatch(patternViewSet({ patternId: place.patternId, view: { bar, activeRow: place.pitch } }));
    if (selectPart(getState())?.pattern.id !== place.patternId) dispatch(placementOpened(placement.id));
    grid.reveal(place.tick, place.pitch);
  };
}

function barOf(ticksOfBar: number, tick: number): number {
  return Math.floor(tick / ticksOfBar);
}

function placementOf(document: Document, patternId: Id) {
  return document.placements.find((each) => each.patternId === patternId);
}
