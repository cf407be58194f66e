import { COLLECTIONS } from '../model/collections';
import { pointsUntil } from '../lanes/curve';
import { withLanesCopied, withoutLostLanes } from '../lanes/edit';
import { scaleOf } from '../lanes/targets';
import { findById, inOrder, lanesOf, notesOf, pointsOf, type Document } from '../model/document';
import type { Id, Lane, LanePoint, Note, Pattern, Placement } from '../model/entities';
import { barBeatAt, tickOfBar, type MeterAt } from '../time';
import { freeName, patternCopied, standingAlone } from './stretch';
import { withoutLostTreatments, withTreatmentsCopied } from './treatments';

type NewId = () => Id;

/** How many bars a piece may have, before pieces that a note goes on over are taken together. */
const PIECE_BARS = [8, 4, 2, 1];

/** The cost of one more placement in stored bars, when piece lengths are chosen: without it, single bars would always win. */
const PLACEMENT_WEIGHT = 0.6;

/** Cuts placements at the bars where what they play repeats exactly: equal pieces become linked copies, and pieces that follow one another go
 *  round in one placement; silent ones become free bars. Pieces are counted from the beginning, from the first note, or anew from each section,
 *  whichever gives fewer different ones. What is heard stays as it was: where a lane's value goes on over a bar line, nothing is cut. Placements that
 *  go round already, whose rows do, or whose notes count passes or choose among each other, stay whole. */
export function cutWhereItRepeats(document: Document, placementIds: readonly Id[], newId: NewId): Document {
  return placementIds.reduce((each, id) => cutOne(each, id, newId), document);
}

/** A piece of a pattern: whole bars, and what is in them as text, the same for pieces that sound the same. */
interface Piece {
  readonly start: number;
  readonly end: number;
  readonly bars: number;
  readonly key: string;
}

function cutOne(document: Document, placementId: Id, newId: NewId): Document {
  const placement = findById(document.placements, placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  if (!placement || !pattern || !canBeCut(document, placement, pattern)) return document;
  const notes = notesOf(document, pattern.id);
  const lanes = lanesOf(document, pattern.id).map((lane) => ({ lane, points: pointsOf(document, lane.id) }));
  const bars = barsOf(document.song.meters, placement, notes, lanes);
  const breaks = breaksOf(document, placement, bars);
  const pieces = PIECE_BARS.flatMap((size) => breaks.map((at) => piecesOf(bars, size, at))).reduce((best, each) =>
    weightOf(each) < weightOf(best) ? each : best,
  );
  if (pieces.length < 2) return document;
  return withPieces(document, placement, pattern, pieces, newId);
}

function canBeCut(document: Document, { offset, length, patternId }: Placement, pattern: Pattern): boolean {
  if (offset > 0 || length !== pattern.length || pattern.rowLengths || pattern.versionOf) return false;
  if (document.placements.filter((each) => each.patternId === patternId).length > 1) return false;
  if (document.treatments.some(({ parentId }) => parentId === patternId)) return false;
  return notesOf(document, patternId).every(({ passes, oneOf, start }) => !passes && !oneOf && start < length);
}

/** A bar of a placement, counted from its start; `isJoined` where a note, or the value of a lane, goes on over its end. */
interface Bar {
  readonly start: number;
  readonly end: number;
  readonly key: string;
  readonly isJoined: boolean;
  readonly hasNotes: boolean;
}

interface LaneCurve {
  readonly lane: Lane;
  readonly points: readonly LanePoint[];
}

/** Bars that pieces may be counted from: none beside the first; the first with a note; that and each where a section begins. */
function breaksOf({ sections }: Document, { start }: Placement, bars: readonly Bar[]): ReadonlySet<number>[] {
  const first = bars.find(({ hasNotes }) => hasNotes)?.start ?? 0;
  const begun = new Set(sections.map((section) => section.start - start));
  const atSections = bars.filter((bar) => begun.has(bar.start)).map((bar) => bar.start);
  return [new Set<number>(), new Set([first]), new Set([first, ...atSections])];
}

/** Whether a lane's value goes on over a tick, so that a pattern that begins there would have another. */
function goesOver({ lane, points }: LaneCurve, tick: number): boolean {
  const next = pointsUntil(points, tick - 1);
  const [before, at] = [points[next - 1], points[next]];
  if (before?.shape === 'straight' && at) return true;
  return at?.tick !== tick && (before?.value ?? scaleOf(lane.target).rest) !== scaleOf(lane.target).rest;
}

function laneKey({ lane, points }: LaneCurve, start: number, end: number): string {
  const inside = points.slice(pointsUntil(points, start - 1), pointsUntil(points, end - 1));
  return inside.length ? `${lane.target} ${inside.map(({ tick, value, shape }) => [tick - start, value, shape].join(' ')).join()}` : '';
}

function barsOf(meters: readonly MeterAt[], { start, length }: Placement, notes: readonly Note[], lanes: readonly LaneCurve[]): Bar[] {
  const bars: Bar[] = [];
  let at = 0;
  let next = 0;
  let sounding = 0;
  for (let number = barBeatAt(meters, start).bar + 1; at < length; number++) {
    const end = Math.min(length, tickOfBar(meters, number) - start);
    const keys: string[] = [];
    for (; next < notes.length && notes[next]!.start < end; next++) {
      const { id: _id, patternId: _patternId, ...rest } = notes[next]!;
      sounding = Math.max(sounding, rest.start + rest.length);
      keys.push(JSON.stringify({ ...rest, start: rest.start - at }));
    }
    const hasNotes = keys.length > 0;
    const key = [`${end - at} ${keys.join()}`, ...lanes.map((lane) => laneKey(lane, at, end))].join('/');
    const isJoined = end < length && (sounding > end || lanes.some((lane) => goesOver(lane, end)));
    bars.push({ start: at, end, key, isJoined, hasNotes });
    at = end;
  }
  return bars;
}

/** The bars in pieces of `size`, counted anew from each of `breaks`; longer where something goes on over the cut. */
function piecesOf(bars: readonly Bar[], size: number, breaks: ReadonlySet<number>): Piece[] {
  const pieces: Piece[] = [];
  let open: Bar[] = [];
  for (const bar of bars) {
    open.push(bar);
    const isFull = open.length % size === 0 || breaks.has(bar.end);
    if (!isFull || bar.isJoined) continue;
    pieces.push(pieceOf(open));
    open = [];
  }
  if (open.length) pieces.push(pieceOf(open));
  return pieces;
}

function pieceOf(bars: readonly Bar[]): Piece {
  return { start: bars[0]!.start, end: bars.at(-1)!.end, bars: bars.length, key: bars.map(({ key }) => key).join('|') };
}

/** The cost of pieces: stored bars and placements. Lower is better. */
function weightOf(pieces: readonly Piece[]): number {
  const stored = new Map(pieces.map(({ key, bars }) => [key, bars]));
  return [...stored.values()].reduce((sum, bars) => sum + bars, 0) + PLACEMENT_WEIGHT * runsOf(pieces).length;
}

/** Pieces that follow one another and are the same, taken together. */
function runsOf(pieces: readonly Piece[]): { readonly piece: Piece; readonly end: number }[] {
  const runs: { piece: Piece; end: number }[] = [];
  for (const piece of pieces) {
    const last = runs.at(-1);
    if (last?.piece.key === piece.key) last.end = piece.end;
    else runs.push({ piece, end: piece.end });
  }
  return runs;
}

function withPieces(document: Document, placement: Placement, pattern: Pattern, pieces: readonly Piece[], newId: NewId): Document {
  const notes = notesOf(document, pattern.id);
  const lanes = lanesOf(document, pattern.id);
  let withLanes = document;
  const names = document.patterns.filter(({ id }) => id !== pattern.id).map(({ name }) => name);
  const made = new Map<string, Pattern>();
  const { [pattern.id]: _cut, ...notesLeft } = document.notes;
  const notesMade: Record<Id, readonly Note[]> = { ...notesLeft };
  const patternOf = (piece: Piece): Pattern | null => {
    const known = made.get(piece.key);
    if (known) return known;
    const inside = notes.filter(({ start }) => start >= piece.start && start < piece.end);
    const hasPoints = lanes.some(({ id }) => pointsOf(document, id).some(({ tick }) => tick >= piece.start && tick < piece.end));
    if (inside.length === 0 && !hasPoints) return null;
    const own = { ...standingAlone(pattern), id: newId(), name: freeName(pattern.name, names), length: piece.end - piece.start };
    names.push(own.name);
    made.set(piece.key, own);
    notesMade[own.id] = patternCopied(inside, own.id, newId, piece.start);
    withLanes = withLanesCopied(withLanes, pattern.id, own.id, newId, { start: piece.start, end: piece.end, earlier: piece.start });
    return own;
  };
  const placements = runsOf(pieces).flatMap(({ piece, end }): Placement[] => {
    const own = patternOf(piece);
    if (!own) return [];
    return [{ ...placement, id: newId(), patternId: own.id, start: placement.start + piece.start, length: end - piece.start }];
  });
  if (placements.length === 0) return document;
  const sources = new Map(placements.map(({ id }) => [id, placement.id]));
  const after = withoutLostLanes({
    ...withLanes,
    patterns: inOrder([...document.patterns.filter(({ id }) => id !== pattern.id), ...made.values()], COLLECTIONS.patterns.compare),
  });
  return withoutLostTreatments({
    ...withTreatmentsCopied(after, sources, newId),
    notes: notesMade,
    placements: inOrder([...document.placements.filter(({ id }) => id !== placement.id), ...placements], COLLECTIONS.placements.compare),
  });
}
