import { actionById, diff, layOnTop, notesOf, perform, type Document, type Id, type Performed, type Treatment } from '@yibbo/core';
import { stamp } from '../document/commit';
import { lengthFor, withLength } from '../document/lengths';
import { actionContext } from '../pattern/places';
import type { Thunk } from '../../state/store';
import { songBefore } from './made-step';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import type { Trial } from '../../state/session/trial';

/** The input of a trial; what is left out is as when a trial begins. */
export type TrialSetting = Pick<Trial, 'actionId' | 'params' | 'noteIds'> &
  Partial<Pick<Trial, 'seed' | 'runId' | 'begun' | 'adjusts' | 'lengthens' | 'wasOnAll' | 'treatmentId'>>;

/** The result of an action on the open pattern. A run that is repeated with other settings keeps its seed, the ids it makes, and where it was begun.
 *  Null where there is no pattern, or what it adjusts cannot be taken back any more. */
export function tried({
  actionId,
  params,
  noteIds,
  seed = 1,
  runId: repeated,
  begun,
  adjusts = [],
  lengthens = false,
  treatmentId = null,
  wasOnAll = noteIds.length === 0,
}: TrialSetting): Thunk<Trial | null> {
  return (_dispatch, getState, effects) => {
    const runId = repeated ?? effects.newId();
    const { document } = getState().song;
    const part = selectPart(getState());
    const now = actionContext(getState(), runId);
    const base = songBefore(getState(), adjusts);
    if (!document || !part || !now || !base) return null;
    const begunThere = begun ? { ...now, ...begun } : now;
    // A fresh trial goes by the grid that is in use, as it changes; a step that is adjusted by the one it was made in.
    const context = adjusts.length ? begunThere : { ...begunThere, grid: part.grid, rowGrids: part.rowGrids };
    const patternId = part.pattern.id;
    const there = new Set(notesOf(base, patternId).map(({ id }) => id));
    const present = noteIds.filter((id) => there.has(id));
    const given = { action: actionById(actionId), params, patternId, noteIds: present, seed };
    const performed = perform(base, given, context, stamp(effects));
    const { at, span, clip, lastTaken, grid, rowGrids } = context;
    return {
      recipe: null,
      actionId,
      params,
      seed,
      runId,
      patternId,
      noteIds: present,
      wasOnAll,
      begun: { at, span, clip, grid, ...(lastTaken ? { lastTaken } : {}), ...(rowGrids ? { rowGrids } : {}) },
      adjusts,
      lengthens,
      treatmentId,
      performed: treatmentId
        ? asSetting(performed, document, treatmentId)
        : onPresent(performed, base, document, lengthens ? { part, toEnds: given.action.takes === 'nothing' } : null),
      isComparing: false,
    };
  };
}

/** A performed result as another setting of a treatment: the notes stay as they are written. */
function asSetting(performed: Performed, document: Document, treatmentId: Id): Performed {
  const params = performed.change.made![0]!.params as Treatment['params'];
  const treatments = document.treatments.map((each) => (each.id === treatmentId ? { ...each, params } : each));
  const { made: _made, ...change } = performed.change;
  return {
    ...performed,
    select: [],
    landing: { beyondEnd: 0, coinciding: 0 },
    taken: null,
    change: {
      ...change,
      label: performed.change.label.replace(/,.*$/, ', adjusted'),
      entries: diff(document, { ...document, treatments }),
    },
  };
}

/** The part whose pattern is made as long as its notes need: to begin in it or, as made ones do, to end there. */
interface Lengthened {
  readonly part: OpenPart;
  readonly toEnds: boolean;
}

/** A performed result as a Change to the present document; where a part is named, its pattern is made as long as the notes need. */
function onPresent(performed: Performed, base: Document, present: Document, lengthened: Lengthened | null): Performed {
  if (base === present && !lengthened) return performed;
  const result = layOnTop(base, performed.change).document;
  const part = lengthened?.part;
  // Notes that begin inside may end beyond.
  const isBeyond = lengthened?.toEnds || performed.landing.beyondEnd > 0;
  const needed = part && isBeyond ? lengthFor(notesOf(result, part.pattern.id), part.meter, lengthened.toEnds) : 0;
  const isLonger = part !== undefined && needed > part.pattern.length;
  const after = isLonger ? withLength(result, part.placement, needed) : result;
  const landing = isLonger ? { ...performed.landing, beyondEnd: 0 } : performed.landing;
  return { ...performed, landing, change: { ...performed.change, entries: diff(present, after) } };
}
