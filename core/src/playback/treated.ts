import { plainContext, type ActionContext, type NotesAction } from '../actions/action';
import { findAction } from '../actions/registry';
import { byStartThenPitch } from '../model/collections';
import { inOrder, notesOf, type Document } from '../model/document';
import type { Note, Treatment } from '../model/entities';
import { hashText, idsOfRun } from '../model/ids';
import { keyOf } from '../theory';
import { COMMON_TIME, division, gridOf, meterAt } from '../time';
import type { PlayLine } from './lines';
import { seededRandom } from './random';

/** The notes of a placement as its treatments, and then its track's, leave them. The very list of the pattern where there are none; else a list that
 *  is the same object until the notes or the treatments change, so that what follows can be remembered for it. */
export function treatedNotes(document: Document, line: PlayLine): readonly Note[] {
  const notes = notesOf(document, line.pattern.id);
  if (document.treatments.length === 0) return notes;
  const list = [line.placementId, line.track.id].flatMap((parentId) =>
    document.treatments.filter((each) => each.on && each.parentId === parentId),
  );
  if (list.length === 0 || notes.length === 0) return notes;
  const known = remembered.get(notes)?.find((each) => isSame(each.list, list));
  if (known) return known.treated;
  const treated = list.reduce((each, treatment) => treatedBy(each, treatment, contextOf(document, line, treatment), line), notes);
  remembered.set(notes, [{ list, treated }, ...(remembered.get(notes) ?? [])].slice(0, LISTS_KEPT));
  return treated;
}

interface Remembered {
  readonly list: readonly Treatment[];
  readonly treated: readonly Note[];
}

/** Lists of treatments that one pattern's notes are remembered with: linked copies may each have their own. */
const LISTS_KEPT = 64;
const remembered = new WeakMap<readonly Note[], readonly Remembered[]>();

function isSame(a: readonly Treatment[], b: readonly Treatment[]): boolean {
  return a.length === b.length && a.every((each, index) => each === b[index]);
}

/** Notes as one treatment leaves them: as they are where its action is not known, or has nothing to do. */
function treatedBy(
  notes: readonly Note[],
  { actionId, params }: Treatment,
  context: ActionContext,
  { pattern }: PlayLine,
): readonly Note[] {
  const action: NotesAction | undefined = findAction(actionId);
  const read = action?.params.safeParse(params);
  if (!action || !read?.success) return notes;
  const part = { notes, lengthTicks: pattern.length, rowLengths: pattern.rowLengths };
  if (action.whyNot?.(part, read.data, context)) return notes;
  return inOrder(action.run(part, read.data, context).notes, byStartThenPitch);
}

/** What a treatment knows: where its pattern stands in the song, nothing of how it is looked at. Its chance is its own, the same each time. */
function contextOf(document: Document, { pattern, startTick }: PlayLine, { id }: Treatment): ActionContext {
  const { meters, tempos, key } = document.song;
  const { numerator, denominator } = meters.length ? meterAt(meters, startTick) : COMMON_TIME;
  const meter = { numerator, denominator };
  const chosen = pattern.key ?? key;
  return {
    ...plainContext(gridOf(division('1/16'), meter), meter, tempos, idsOfRun(id)),
    rowGrids: new Map(),
    patternId: pattern.id,
    key: chosen ? keyOf(chosen) : null,
    random: seededRandom(hashText(id)),
  };
}
