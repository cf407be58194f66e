import { counted, diffNotes, notesOf, stepLengthTicks, withRest, withStep, withTie, type Id, type Note, type Step } from '@yibbo/core';
import type { Played } from '@yibbo/core/recording';
import { commitEntries } from '../document/commit';
import { undo } from '../document/undo';
import { placeFor } from '../pattern/places';
import { takeRow } from '../pattern/row-acts';
import { settleTrial } from '../trial/trial-ends';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { playInSet, type PlayIn } from '../../state/preferences/play-in';
import { nextStepTick, stepsSet, type EnteredStep, type StepEntry } from '../../state/session/playing-in';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import { cursorSet, noticeSet, openRunSet, selectionSet, spokenSet } from '../../state/session/session';
import type { State, Thunk } from '../../state/store';

/** Begins to put in steps where the cursor is, else where new notes go: what is played from now on is written there, step by step. */
export function beginSteps(): Thunk {
  return (dispatch, getState, { newId, recording }) => {
    const part = selectPart(getState());
    if (!part || getState().playingIn.steps) return;
    recording.current?.end();
    dispatch(settleTrial());
    const place = placeFor(getState(), part);
    const fromTick = place.tick < part.pattern.length ? place.tick : 0;
    const run = newId();
    dispatch(stepsSet({ run, fromTick, put: [], back: [], held: [] }));
    dispatch(openRunSet(run));
    dispatch(selectionSet([]));
    dispatch(moveOn(fromTick, place.pitch));
  };
}

/** Ends it: all steps are one from now on, for undo and in the history. */
export function endSteps(): Thunk {
  return (dispatch, getState) => {
    const { steps } = getState().playingIn;
    if (!steps) return;
    dispatch(stepsSet(null));
    dispatch(openRunSet(null));
    const count = steps.put.length;
    if (count) dispatch(noticeSet({ words: `${counted(count, 'step')} put in.`, remedy: { kind: 'undo' }, isOfLastStep: true }));
  };
}

export function setStepLength(changed: Partial<PlayIn['stepLength']>): Thunk {
  return (dispatch, getState) => void dispatch(playInSet({ stepLength: { ...getState().playIn.stepLength, ...changed } }));
}

/** Puts played keys into the step at the cursor, together while any is held. Once all are released, the cursor moves on. */
export function stepPlayed(event: Played): Thunk {
  return (dispatch, getState) => {
    const { steps } = getState().playingIn;
    if (!steps) return;
    if (event.kind === 'on') {
      dispatch(putInto(steps, event.pitch, event.velocity));
    } else if (event.kind === 'off' && steps.held.includes(event.pitch)) {
      const held = steps.held.filter((pitch) => pitch !== event.pitch);
      dispatch(stepsSet({ ...steps, held }));
      if (held.length === 0) dispatch(moveOn(nextStepTick(steps)));
    }
  };
}

function putInto(steps: StepEntry, pitch: number, velocity: number): Thunk {
  return (dispatch, getState, { newId }) => {
    const part = selectPart(getState());
    if (!part) return;
    const open = steps.held.length > 0 ? steps.put.at(-1) : undefined;
    const step = open ? { ...stepAt(getState(), part), tick: open.tick, landing: 'merge' as const } : stepAt(getState(), part);
    const note: Note = { id: newId(), patternId: part.pattern.id, start: step.tick, length: step.ticks, pitch, velocity };
    const doneIds = dispatch(edit(`Step: ${lengthName(getState())}`, steps.run, (notes) => withStep(notes, step, [note])));
    const entered: EnteredStep = open
      ? { ...open, noteIds: [...open.noteIds, note.id], doneIds: [...open.doneIds, ...doneIds] }
      : { tick: step.tick, ticks: step.ticks, noteIds: [note.id], doneIds, undoneIds: [] };
    const put = [...(open ? steps.put.slice(0, -1) : steps.put), entered];
    dispatch(stepsSet({ ...steps, put, back: [], held: [...steps.held, pitch] }));
    dispatch(takeRow(pitch));
    dispatch(cursorSet({ tick: step.tick, pitch }));
  };
}

/** A rest: the cursor moves on by a step. Where steps replace, what begins there goes. */
export function putRest(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const { steps } = getState().playingIn;
    if (!part || !steps) return;
    const step = stepAt(getState(), part);
    const row = placeFor(getState(), part).pitch;
    const doneIds = dispatch(edit('Step: rest', steps.run, (notes) => withRest(notes, step, row)));
    dispatch(entered({ tick: step.tick, ticks: step.ticks, noteIds: [], doneIds, undoneIds: [] }));
  };
}

/** The last step sounds on for another. */
export function putTie(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const { steps } = getState().playingIn;
    const last = steps?.put.at(-1);
    if (!part || !steps || !last || last.noteIds.length === 0) return;
    const { ticks } = stepAt(getState(), part);
    const doneIds = dispatch(edit('Step: tie', steps.run, (notes) => withTie(notes, last.noteIds, ticks)));
    dispatch(entered({ tick: nextStepTick(steps), ticks, noteIds: last.noteIds, doneIds, undoneIds: [] }));
  };
}

/** Takes the last step back, and the cursor with it. */
export function stepBack(): Thunk {
  return (dispatch, getState) => {
    const { steps } = getState().playingIn;
    const last = steps?.put.at(-1);
    if (!steps || !last) return;
    if (last.doneIds.length > 0) return void dispatch(undo());
    dispatch(stepsSet({ ...steps, put: steps.put.slice(0, -1) }));
    dispatch(moveOn(last.tick));
  };
}

function entered(step: EnteredStep): Thunk {
  return (dispatch, getState) => {
    const { steps } = getState().playingIn;
    if (!steps) return;
    dispatch(stepsSet({ ...steps, put: [...steps.put, step], back: [] }));
    dispatch(moveOn(step.tick + step.ticks));
  };
}

/** Puts the cursor at a tick, at the pattern's end back to the beginning, and brings it into view. */
function moveOn(tick: number, pitch?: number): Thunk {
  return (dispatch, getState, { grid }) => {
    const part = selectPart(getState());
    if (!part) return;
    const isOver = tick >= part.pattern.length;
    if (isOver) dispatch(spokenSet('Back at the beginning'));
    const place = { tick: isOver ? 0 : tick, pitch: pitch ?? getState().session.cursor?.pitch ?? placeFor(getState(), part).pitch };
    dispatch(cursorSet(place));
    const bar = Math.floor(place.tick / (part.pattern.length / part.bars));
    if (bar !== part.view.bar) dispatch(patternViewSet({ patternId: part.pattern.id, view: { bar } }));
    grid.reveal(place.tick, place.pitch);
  };
}

function stepAt(state: State, part: OpenPart): Step {
  const { stepLength, stepLanding } = state.playIn;
  return {
    tick: placeFor(state, part).tick,
    ticks: stepLengthTicks(stepLength, part.meter),
    landing: stepLanding,
    isKit: part.track.kind === 'drums',
  };
}

/** Edits the open pattern's notes as part of a run; answers the Changes it took. */
function edit(label: string, run: Id, change: (notes: readonly Note[]) => readonly Note[]): Thunk<readonly Id[]> {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const { document } = getState().song;
    if (!part || !document) return [];
    const before = notesOf(document, part.pattern.id);
    const after = change(before);
    if (after === before) return [];
    dispatch(commitEntries(label, diffNotes(part.pattern.id, before, after), run));
    return [getState().song.history.at(-1)!.id];
  };
}

/** "1/8 dotted". */
export function lengthName({ playIn: { stepLength } }: State): string {
  return stepLength.form === 'straight' ? stepLength.value : `${stepLength.value} ${stepLength.form}`;
}
