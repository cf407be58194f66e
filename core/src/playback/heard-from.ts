import { findById, notesOf, type Document } from '../model/document';
import type { Id, Note, Placement, Treatment } from '../model/entities';
import { idsOfRun } from '../model/ids';
import { treatedBy, treatmentList, whatIsRead } from './treated';

/** Where a note that is heard comes from: the written note, and the treatments that made or changed it, in their order. */
export interface HeardFrom {
  readonly heard: Note;
  readonly written: Note | null;
  readonly treatments: readonly Treatment[];
}

/** The first note that is heard over a tick on a pitch at a placement, and where it comes from; null where none is, or nothing is treated there. */
export function heardFrom(document: Document, placement: Placement, { tick, pitch }: { tick: number; pitch: number }): HeardFrom | null {
  const track = findById(document.tracks, placement.trackId);
  const pattern = findById(document.patterns, placement.patternId);
  const list = track ? treatmentList(document, track, placement) : [];
  if (!pattern || list.length === 0) return null;
  const read = whatIsRead(document, pattern, placement.id);
  const written = notesOf(document, pattern.id);
  const traces = list.reduce((each, treatment) => traced(each, treatment, read), begun(written));
  const found = traces.find(({ note }) => note.pitch === pitch && note.start <= tick && tick < note.start + note.length);
  if (!found) return null;
  return { heard: found.note, written: findById(written, found.from) ?? null, treatments: found.by };
}

/** A note on its way through the treatments. */
interface Trace {
  readonly note: Note;
  /** The id of the written note. */
  readonly from: Id;
  readonly by: readonly Treatment[];
}

function begun(notes: readonly Note[]): readonly Trace[] {
  return notes.map((note) => ({ note, from: note.id, by: [] }));
}

function traced(before: readonly Trace[], treatment: Treatment, read: ReturnType<typeof whatIsRead>): readonly Trace[] {
  const known = new Map(before.map((trace) => [trace.note.id, trace]));
  const sources = new Map<Id, string>();
  const ids = idsOfRun(treatment.id);
  const newId = (source: string, index: number) => {
    const id = ids(source, index);
    sources.set(id, source);
    return id;
  };
  /** The source of a new id is a note's id, alone or among words; that note may be new in the same run. */
  const sourceOf = (id: Id): Trace | undefined => {
    for (const word of sources.get(id)?.split(' ') ?? []) {
      const found = known.get(word) ?? (sources.has(word) ? sourceOf(word) : undefined);
      if (found) return found;
    }
    return undefined;
  };
  const notes = before.map(({ note }) => note);
  return treatedBy(notes, treatment, read, newId).map((note) => {
    const same = known.get(note.id);
    // Many actions give every note anew, changed or not.
    if (same) return JSON.stringify(same.note) === JSON.stringify(note) ? same : { ...same, note, by: [...same.by, treatment] };
    const source = sourceOf(note.id);
    return { note, from: source?.from ?? '', by: [...(source?.by ?? []), treatment] };
  });
}
