import { plainContext, type ActionContext, type ActionResult, type NotesAction, type Takes } from '../actions/action';
import { withAlong } from '../actions/perform';
import { findAction } from '../actions/registry';
import { byStartThenPitch } from '../model/collections';
import { findById, inOrder, notesOf, type Document } from '../model/document';
import type { Id, KeyChoice, Note, Pattern, Placement, Track, Treatment } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { hashText, idsOfRun, type NewId } from '../model/ids';
import { rowLength } from '../model/row-length';
import { landedOn } from '../notes/landing';
import { keyOf } from '../theory';
import { COMMON_TIME, division, gridOf, marksSeenFrom, MAX_TICK, type MeterAt, type TempoAt } from '../time';
import { SELECTION_RULES } from '../select/registry';
import { seededRandom } from '../chance/random';
import type { PlayLine } from './lines';

/** The notes of a placement as the treatments of its pattern, its own, its track's and the song's leave them, in this order: those of the pattern that
 *  can be heard. The very list of the pattern where nothing is treated; else a list that is the same object until something changes that its treatments read, so that what follows can be
 *  remembered for it. */
export function treatedNotes(document: Document, line: PlayLine): readonly Note[] {
  const notes = notesOf(document, line.pattern.id);
  if (document.treatments.length === 0) return notes;
  const known = byLine.get(line);
  if (known?.document === document) return known.treated;
  const treated = worked(document, line, notes);
  byLine.set(line, { document, treated });
  return treated;
}

/** A placement's notes as heard after its treatments; null where it has none. */
export function heardAt(document: Document, placement: Placement): readonly Note[] | null {
  const track = findById(document.tracks, placement.trackId);
  const pattern = findById(document.patterns, placement.patternId);
  if (!track || !pattern) return null;
  const { id: placementId, start: startTick, length, offset: offsetTicks } = placement;
  const notes = treatedNotes(document, { track, pattern, placementId, startTick, endTick: startTick + length, offsetTicks });
  return notes === notesOf(document, pattern.id) ? null : notes;
}

const byLine = new WeakMap<PlayLine, { readonly document: Document; readonly treated: readonly Note[] }>();

function worked(document: Document, { pattern, placementId, track }: PlayLine, notes: readonly Note[]): readonly Note[] {
  const placement = findById(document.placements, placementId);
  const list = placement ? treatmentList(document, track, placement) : [];
  if (list.length === 0) return notes;
  const read = whatIsRead(document, pattern, placementId);
  const text = JSON.stringify(read);
  const known = remembered.get(notes)?.find((each) => each.text === text && isSame(each.list, list));
  if (known) return known.treated;
  const treated = list.reduce((each, treatment) => treatedBy(each, treatment, read), notes);
  remembered.set(notes, [{ list, text, treated }, ...(remembered.get(notes) ?? [])].slice(0, RESULTS_KEPT));
  return treated;
}

/** A placement's treatments in the order they apply: its pattern's, its own, its track's and the song's, unless it has a feel of its own. */
export function treatmentParents(songId: Id, track: Pick<Track, 'id' | 'ownFeel'>, placement: Placement): readonly Id[] {
  const own = [placement.patternId, placement.id, track.id];
  return track.ownFeel || placement.ownFeel ? own : [...own, songId];
}

/** The treatments that are switched on for a placement, in the order in which they work. */
export function treatmentList(document: Document, track: Track, placement: Placement): readonly Treatment[] {
  const lists = treatmentsOn(document.treatments);
  return treatmentParents(document.song.id, track, placement).flatMap((parentId) => lists.get(parentId) ?? []);
}

interface Remembered {
  readonly list: readonly Treatment[];
  readonly text: string;
  readonly treated: readonly Note[];
}

/** Results that one pattern's notes are remembered with: linked copies may each have treatments of their own, or stand in another meter. */
const RESULTS_KEPT = 64;
const remembered = new WeakMap<readonly Note[], readonly Remembered[]>();

function isSame(a: readonly Treatment[], b: readonly Treatment[]): boolean {
  return a.length === b.length && a.every((each, index) => each === b[index]);
}

const listsOf = new WeakMap<readonly Treatment[], ReadonlyMap<Id, readonly Treatment[]>>();

/** The treatments that are switched on, in order, by what they are kept on. */
function treatmentsOn(treatments: readonly Treatment[]): ReadonlyMap<Id, readonly Treatment[]> {
  const known = listsOf.get(treatments);
  if (known) return known;
  const lists = groupedBy(
    treatments.filter(({ on }) => on),
    ({ parentId }) => parentId,
  );
  listsOf.set(treatments, lists);
  return lists;
}

/** All that treatments read beside the notes and their own settings: what is not said here, they must not go by, or what is heard would be stale. */
export interface TreatmentReads {
  readonly patternId: Id;
  readonly lengthTicks: number;
  readonly rowLengths: Pattern['rowLengths'];
  readonly key: KeyChoice | undefined;
  /** As seen from the pattern's beginning where it is placed, as far as the pattern reaches. */
  readonly meters: readonly MeterAt[];
  readonly tempos: readonly TempoAt[];
  readonly seed: number;
}

/** The context of a placement's treatments. */
export function whatIsRead({ song, placements }: Document, pattern: Pattern, placementId: Id): TreatmentReads {
  const placement = findById(placements, placementId) ?? { start: 0, offset: 0 };
  const inside = ({ tick }: { readonly tick: number }) => tick < pattern.length;
  const meters = marksSeenFrom(song.meters, placement).filter(inside);
  return {
    patternId: pattern.id,
    lengthTicks: pattern.length,
    rowLengths: pattern.rowLengths,
    key: pattern.key ?? song.key,
    meters: meters.length ? meters : [{ tick: 0, ...COMMON_TIME }],
    tempos: marksSeenFrom(song.tempos, placement).filter(inside),
    seed: song.seed,
  };
}

/** Notes as one treatment leaves them: as they are where its action is not known, has nothing to do, or would do more than change the notes. Notes
 *  that cannot be heard are none of its business, as they are none of the action's when it is done once. `newId` gives its new notes their ids, in place
 *  of the treatment's own way. */
export function treatedBy(notes: readonly Note[], treatment: Treatment, read: TreatmentReads, newId?: NewId): readonly Note[] {
  const action: NotesAction | undefined = findAction(treatment.actionId);
  const settings = action?.params.safeParse(treatment.params);
  if (!action || !settings?.success || !canBeKept(action)) return notes;
  const { lengthTicks, rowLengths } = read;
  const isHeard = ({ start, pitch }: Note) => start < rowLength({ length: lengthTicks, rowLengths }, pitch);
  const heard = notes.every(isHeard) ? notes : notes.filter(isHeard);
  const plain = treatmentContext(read, treatment);
  const context = newId ? { ...plain, newId } : plain;
  const chosen = chosenBy(treatment, heard, context);
  const meant = chosen ? heard.filter(({ id }) => chosen.has(id)) : heard;
  // A row is filled, and chords are made, where nothing is, too.
  if (meant.length === 0 && !MAKES.has(action.takes ?? 'any')) return heard;
  const part = { notes: meant, lengthTicks, rowLengths, around: () => heard };
  if (action.whyNot?.(part, settings.data, context)) return heard;
  const result = action.run(part, settings.data, context);
  if (result.pattern || result.others || result.notes.some(({ start, length }) => start + length > MAX_TICK)) return heard;
  const others = chosen ? withAlong(othersUnder(heard, chosen, result), result.along) : [];
  return inOrder(others.length ? [...others, ...result.notes] : result.notes, byStartThenPitch);
}

/** The notes that a treatment is not for, as its result's landing leaves them. */
function othersUnder(notes: readonly Note[], chosen: ReadonlySet<Id>, { notes: put, landing = 'merge' }: ActionResult): readonly Note[] {
  return landedOn(
    notes.filter(({ id }) => !chosen.has(id)),
    put,
    landing,
  );
}

/** Whether an action may be kept live: it works on the notes it is given, or on one row, or makes notes from a place on, and goes by nothing else that a
 *  person points at. */
export function canBeKept({ takes = 'any', readsNames, readsHits }: Pick<NotesAction, 'takes' | 'readsNames' | 'readsHits'>): boolean {
  return !readsNames && !readsHits && (takes === 'any' || MAKES.has(takes));
}

/** The inputs of actions that make notes on empty ground. */
const MAKES: ReadonlySet<Takes> = new Set(['row', 'rows', 'nothing']);

/** Whether an action makes notes on a row, on rows or from a place on, and so takes no notes that could be chosen. */
export function isMaker({ takes = 'any' }: Pick<NotesAction, 'takes'>): boolean {
  return MAKES.has(takes);
}

/** The ids a treatment is for, among notes; null where it is for all. */
function chosenBy({ actionId, noteIds, rule, row }: Treatment, notes: readonly Note[], context: ActionContext): ReadonlySet<Id> | null {
  if (findAction(actionId)?.takes === 'nothing') return new Set();
  if (row !== undefined) return new Set(notes.filter(({ pitch }) => pitch === row).map(({ id }) => id));
  if (noteIds) return new Set(noteIds);
  if (!rule) return null;
  const found = SELECTION_RULES.find(({ id }) => id === rule.ruleId);
  const params = found?.params.safeParse(rule.params);
  // A rule of a newer version picks none: better too few than all.
  if (!found || !params?.success) return new Set();
  return new Set(found.pick(notes, new Set(), params.data, context));
}

/** The context of a treatment: where its pattern lies in the song, not how it is viewed. Its chance is its own, the same each time. */
export function treatmentContext(
  { patternId, key, meters, tempos, seed }: TreatmentReads,
  { id: treatmentId, span, row = 60, tick = 0 }: Pick<Treatment, 'id' | 'span' | 'row' | 'tick'>,
): ActionContext {
  const { numerator, denominator } = meters[0]!;
  const meter = { numerator, denominator };
  return {
    ...plainContext(gridOf(division('1/16'), meter), meter, tempos, idsOfRun(treatmentId)),
    meters,
    at: { tick, pitch: row },
    span: span ?? null,
    rowGrids: new Map(),
    patternId,
    key: key ? keyOf(key) : null,
    random: seededRandom(treatmentSeed(seed, treatmentId)),
  };
}

/** The seed of a treatment's chance. */
export function treatmentSeed(songSeed: number, treatmentId: Id): number {
  return hashText(`${songSeed} ${treatmentId}`);
}
