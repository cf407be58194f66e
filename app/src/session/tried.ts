import { actionById, diff, layOnTop, notesOf, perform, type Document, type Performed } from '@yibbo/core';
import { stamp } from '../document/commit';
import { lengthFor, withLength } from '../document/lengths';
import { actionContext } from '../pattern/acts/places';
import type { Thunk } from '../store';
import { selectPart, type OpenPart } from './selectors';
import type { Trial } from './trial';

/** What a trial is made from; what is left out is as at a trial's beginning. */
export type TrialSetting = Pick<Trial, 'actionId' | 'params' | 'noteIds'> &
  Partial<Pick<Trial, 'seed' | 'runId' | 'again' | 'wasTakenUp' | 'lengthens'>> & { readonly wasOnAll?: boolean | undefined };

/** What an action comes to on the open pattern. A run that is repeated with other settings keeps its seed and the ids it makes. */
export function tried({
  actionId,
  params,
  noteIds,
  seed = 1,
  runId: repeated,
  again = null,
  wasTakenUp = again !== null,
  lengthens = false,
  wasOnAll,
}: TrialSetting): Thunk<Trial | null> {
  return (_dispatch, getState, effects) => {
    const runId = repeated ?? effects.newId();
    const { document } = getState().song;
    const part = selectPart(getState());
    const context = actionContext(getState(), runId);
    if (!document || !part || !context) return null;
    const base = again?.document ?? document;
    const patternId = part.pattern.id;
    const there = new Set(notesOf(base, patternId).map(({ id }) => id));
    const present = noteIds.filter((id) => there.has(id));
    const given = { action: actionById(actionId), params, patternId, noteIds: present, seed };
    const performed = perform(base, given, context, stamp(effects));
    return {
      actionId,
      params,
      seed,
      runId,
      patternId,
      noteIds: present,
      wasOnAll: wasOnAll ?? noteIds.length === 0,
      again,
      wasTakenUp,
      lengthens,
      performed: onPresent(performed, base, document, lengthens ? part : null),
      isComparing: false,
    };
  };
}

/** What was performed on a document as a Change of the present one; where a part is named, its pattern is made as long as the notes need. */
function onPresent(performed: Performed, base: Document, present: Document, lengthened: OpenPart | null): Performed {
  if (base === present && !lengthened) return performed;
  const result = layOnTop(base, performed.change).document;
  const needed = lengthened && performed.landing.beyondEnd > 0 ? lengthFor(notesOf(result, lengthened.pattern.id), lengthened.meter) : 0;
  const isLonger = lengthened !== null && needed > lengthened.pattern.length;
  const after = isLonger ? withLength(result, lengthened.placement, needed) : result;
  const landing = isLonger ? { ...performed.landing, beyondEnd: 0 } : performed.landing;
  return { ...performed, landing, change: { ...performed.change, entries: diff(present, after) } };
}
