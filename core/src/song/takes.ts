import { quantizedStart } from '../input/input-quantize';
import { takenTurn, type PlayedTurn, type TakenNote, type TakeSetup } from '../input/take';
import { laneFor, withDrawn, withLane, withoutLostLanes } from '../lanes/edit';
import { curveValue, type CurvePoint } from '../lanes/curve';
import { scaleOf } from '../lanes/targets';
import { findById, lanesOf, notesOf, pointsOf, type Document } from '../model/document';
import type { Id, InputQuantize, Lane, Note, Pattern } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { withNotes } from '../notes/move';
import type { TickSpan } from '../notes/span';
import { patternCopied } from './stretch';
import { withoutLostTreatments } from './treatments';
import { variantMade, variantsOf } from './variants';

/** A take that is about to be played in. */
export interface TakeBegun {
  readonly placementId: Id;
  /** The pattern it adds to. */
  readonly from: Id;
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly quantize: InputQuantize | null;
  /** Whether the placement plays it from now on. */
  readonly switches: boolean;
  /** Whether it begins without notes, whatever the pattern has by now that it adds to. */
  readonly isBare?: boolean;
}

/** The document with a take that has nothing played in it yet, and its pattern: another version of the one it adds to, or that one itself where it has
 *  no notes. */
export function withTakeBegun(
  document: Document,
  { placementId, from, at, quantize, switches, isBare = false }: TakeBegun,
  newId: () => Id,
): { readonly document: Document; readonly patternId: Id } {
  const take = { at, raw: [], ...(quantize ? { quantize } : {}) };
  if (isBlank(document, from)) return { document: withPattern(document, from, (pattern) => ({ ...pattern, take })), patternId: from };
  const name = takeName(document, from);
  const { document: made, patternId } = isBare ? bareVariant(document, from, name, newId) : variantMade(document, from, name, newId);
  const begun = withPattern(made, patternId, (pattern) => ({ ...pattern, take }));
  return { document: switches ? withPlacementPlaying(begun, placementId, patternId) : begun, patternId };
}

/** A version of a pattern without notes and lanes, which nothing plays yet. */
function bareVariant(document: Document, from: Id, name: string, newId: () => Id): ReturnType<typeof variantMade> {
  const { document: made, patternId } = variantMade(document, from, name, newId);
  const lanes = new Set(lanesOf(made, patternId).map(({ id }) => id));
  const bare = {
    ...made,
    lanes: made.lanes.filter(({ id }) => !lanes.has(id)),
    lanePoints: Object.fromEntries(Object.entries(made.lanePoints).filter(([id]) => !lanes.has(id))),
  };
  return { document: withNotesOf(bare, patternId, []), patternId };
}

/** The document with a placement playing a version of its pattern that has nothing in it yet, to play another take to what was empty before. */
export function withBareVersion(document: Document, placementId: Id, newId: () => Id): Document {
  const from = findById(document.placements, placementId)?.patternId;
  if (from === undefined) return document;
  const { document: made, patternId } = bareVariant(document, from, takeName(document, from), newId);
  return withPlacementPlaying(made, placementId, patternId);
}

/** Whether a pattern has nothing in it and is no take. */
export function isBlank(document: Document, patternId: Id): boolean {
  const pattern = findById(document.patterns, patternId);
  const isDrawn = lanesOf(document, patternId).some(({ id }) => pointsOf(document, id).length > 0);
  return !isDrawn && !pattern?.take && notesOf(document, patternId).length === 0;
}

/** "Lamp Keys take 2": after the first version, with the next number. Where that is a take itself, it is the first one. */
function takeName(document: Document, patternId: Id): string {
  const first = variantsOf(document, patternId)[0];
  const stem = (first?.name ?? '').replace(/ take \d+$/, '');
  const taken = new Set(document.patterns.map(({ name }) => name));
  let number = first?.take ? 2 : 1;
  while (taken.has(`${stem} take ${number}`)) number++;
  return `${stem} take ${number}`;
}

/** The placement playing another pattern. */
export function withPlacementPlaying(document: Document, placementId: Id, patternId: Id): Document {
  const placements = document.placements.map((each) => (each.id === placementId ? { ...each, patternId } : each));
  return { ...document, placements };
}

/** The document with notes of a take put into its pattern; of two at one place of one pitch the one just played stays. Answers where each was played. */
export function withTaken(
  document: Document,
  patternId: Id,
  taken: readonly TakenNote[],
  newId: () => Id,
): { readonly document: Document; readonly raw: Raw } {
  if (taken.length === 0) return { document, raw: [] };
  const put = new Map(taken.map((each) => [`${each.start} ${each.pitch}`, each]));
  const raw: { id: Id; start: number; length: number }[] = [];
  const notes = [...put.values()].map(({ pass: _pass, raw: start, ...note }): Note => {
    const id = newId();
    raw.push({ id, start, length: note.length });
    return { id, patternId, ...note };
  });
  const others = notesOf(document, patternId).filter(({ start, pitch }) => !put.has(`${start} ${pitch}`));
  return { document: withNotesOf(document, patternId, withNotes(others, notes)), raw };
}

/** Where the notes of a take were played. */
export type Raw = NonNullable<Pattern['take']>['raw'];

/** The document with what was turned in one pass put into the lanes of a take's pattern: from the first turn on in place of what they had, up to the last
 *  where that puts it back to rest, else up to where the pass, or the take, ended. */
export function withTurned(
  document: Document,
  patternId: Id,
  turns: readonly PlayedTurn[],
  setup: TakeSetup,
  endTick: number,
  newId: () => Id,
): Document {
  return [...groupedBy(turns, ({ target }) => target)].reduce((after, [target, ofTarget]) => {
    const values = new Map<number, number>();
    for (const turn of ofTarget) {
      const place = takenTurn(turn, setup);
      if (place) values.set(place.tick, turn.value);
    }
    const points = [...values].sort(([a], [b]) => a - b).map(([tick, value]) => ({ tick, value, shape: 'hold' as const }));
    const last = points.at(-1);
    if (!last) return after;
    const isBack = last.value === scaleOf(target).rest;
    const made = withLane(after, patternId, target, newId);
    const end = isBack ? last.tick + 1 : Math.max(last.tick + 1, endTick);
    return withDrawn(made, laneFor(made, patternId, target)!.id, { start: points[0]!.tick, end, points }, newId);
  }, document);
}

/** The document without the notes of a pattern that begin within a stretch, but for some by their ids; on a kit only those of some rows. */
export function withStretchCleared(
  document: Document,
  patternId: Id,
  { start, end }: TickSpan,
  kept: ReadonlySet<Id>,
  rows: ReadonlySet<number> | null,
): Document {
  const notes = notesOf(document, patternId);
  const left = notes.filter(
    (note) => note.start < start || note.start >= end || kept.has(note.id) || (rows !== null && !rows.has(note.pitch)),
  );
  return left.length === notes.length ? document : withNotesOf(document, patternId, left);
}

/** The document with a take's pattern at least so long. */
export function withLengthFor(document: Document, patternId: Id, ticks: number): Document {
  const pattern = findById(document.patterns, patternId);
  if (!pattern || pattern.length >= ticks) return document;
  return withPattern(document, patternId, (each) => ({ ...each, length: ticks }));
}

/** A take with where its notes were played, once it is over. */
export function withRaw(document: Document, patternId: Id, raw: Raw): Document {
  return withPattern(document, patternId, (pattern) => (pattern.take ? { ...pattern, take: { ...pattern.take, raw } } : pattern));
}

/** A take quantized in another way, from where it was played. Notes that were moved by hand since stay. */
export function withRequantized(document: Document, patternId: Id, quantize: InputQuantize | null): Document {
  const pattern = findById(document.patterns, patternId);
  if (!pattern?.take) return document;
  const { raw, quantize: before = null, ...take } = pattern.take;
  const played = new Map(raw.map((each) => [each.id, each]));
  const notes = notesOf(document, patternId);
  const moved = notes.flatMap((note) => {
    const from = played.get(note.id);
    if (!from || note.start !== quantizedStart(from.start, before, pattern.length)) return [];
    const start = quantizedStart(from.start, quantize, pattern.length);
    return start === note.start ? [] : [{ ...note, start }];
  });
  const after = withPattern(document, patternId, (each) => ({ ...each, take: { ...take, raw, ...(quantize ? { quantize } : {}) } }));
  return moved.length ? withNotesOf(after, patternId, withNotes(notes, moved)) : after;
}

/** The pattern with a stretch of another of its versions, or of itself, in the place of each of some of its own, lanes and all. */
export function withStretchFrom(
  document: Document,
  patternId: Id,
  from: Id,
  source: TickSpan,
  targets: readonly TickSpan[],
  newId: () => Id,
): Document {
  const inside = notesOf(document, from).filter(({ start }) => start >= source.start && start < source.end);
  const others = targets.filter(({ start }) => from !== patternId || start !== source.start);
  return others.reduce((after, target) => {
    const cleared = withStretchCleared(after, patternId, target, NONE, null);
    const copies = patternCopied(inside, patternId, newId, source.start - target.start);
    const withThem = copies.length ? withNotesOf(cleared, patternId, withNotes(notesOf(cleared, patternId), copies)) : cleared;
    return lanesOf(document, from).reduce((lanes, lane) => {
      const made = withLane(lanes, patternId, lane.target, newId);
      const own = laneFor(made, patternId, lane.target)!;
      return withDrawn(made, own.id, { ...target, points: curveFrom(document, lane, source, target.start) }, newId);
    }, withThem);
  }, document);
}

/** A lane's course over a stretch, as points from another tick on. */
function curveFrom(document: Document, { id, target }: Lane, { start, end }: TickSpan, to: number): readonly CurvePoint[] {
  const points = pointsOf(document, id);
  const into = points.findLast(({ tick }) => tick <= start);
  const first = { tick: to, value: Math.round(curveValue(points, start, scaleOf(target).rest)), shape: into?.shape ?? 'hold' } as const;
  const rest = points.filter(({ tick }) => tick > start && tick < end);
  return [first, ...rest.map(({ tick, value, shape }) => ({ tick: tick - start + to, value, shape }))];
}

const NONE: ReadonlySet<Id> = new Set();

/** The versions of a pattern that were played in. */
export function takesOf(document: Document, patternId: Id): readonly Pattern[] {
  return variantsOf(document, patternId).filter(({ take }) => take !== undefined);
}

/** The document without the takes of a pattern that no placement plays, but for one. */
export function withoutOtherTakes(document: Document, patternId: Id): Document {
  const played = new Set(document.placements.map((each) => each.patternId));
  const first = variantsOf(document, patternId)[0]?.id;
  const gone = new Set(
    takesOf(document, patternId)
      .map(({ id }) => id)
      .filter((id) => id !== patternId && id !== first && !played.has(id)),
  );
  if (gone.size === 0) return document;
  return withoutLostTreatments(
    withoutLostLanes({
      ...document,
      patterns: document.patterns.filter(({ id }) => !gone.has(id)),
      notes: Object.fromEntries(Object.entries(document.notes).filter(([id]) => !gone.has(id))),
    }),
  );
}

function withPattern(document: Document, id: Id, edit: (pattern: Pattern) => Pattern): Document {
  return { ...document, patterns: document.patterns.map((each) => (each.id === id ? edit(each) : each)) };
}

function withNotesOf(document: Document, patternId: Id, notes: readonly Note[]): Document {
  const { [patternId]: _before, ...others } = document.notes;
  return { ...document, notes: notes.length ? { ...others, [patternId]: notes } : others };
}
