import { findById, tickOfBar, type Id, type InputQuantize, type TickSpan } from '@yibbo/core';
import { withBareVersion, withoutOtherTakes, withPlacementPlaying, withRequantized, withStretchFrom } from '@yibbo/core/recording';
import { editSong } from '../document/edits';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import { noticeSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';
import { startRecording } from './record';

/** Plays another version of the open pattern here. */
export function playVersion(patternId: Id): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const pattern = findById(getState().song.document?.patterns ?? [], patternId);
    if (!part || !pattern || part.pattern.id === patternId) return;
    if (!getState().patternViews[patternId]) dispatch(patternViewSet({ patternId, view: part.view }));
    dispatch(editSong(`Play ${pattern.name}`, (document) => withPlacementPlaying(document, part.placement.id, patternId)));
  };
}

/** Records once more, to what the last recording was played to. Its takes stay. */
export function recordAgain(): Thunk {
  return (dispatch, getState, { recording }) => {
    recording.current?.end();
    const { taken } = getState().playingIn;
    const part = selectPart(getState());
    // An empty pattern became the first take, so the next one begins empty too.
    if (part && taken?.takes.includes(taken.from)) dispatch(bareVersion(part));
    else if (taken) dispatch(playVersion(taken.from));
    void dispatch(startRecording());
  };
}

/** Plays a version of the open pattern here that has no notes yet. */
function bareVersion(part: OpenPart): Thunk {
  return (dispatch, getState) => {
    dispatch(editSong('New take', (document, newId) => withBareVersion(document, part.placement.id, newId)));
    const now = selectPart(getState());
    if (now && !getState().patternViews[now.pattern.id]) dispatch(patternViewSet({ patternId: now.pattern.id, view: part.view }));
  };
}

/** Quantizes the open take in another way, from where it was played. */
export function requantize(quantize: InputQuantize | null): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part?.pattern.take) return;
    dispatch(
      editSong(quantize ? 'Input quantize' : 'As it was played', (document) => withRequantized(document, part.pattern.id, quantize)),
    );
  };
}

/** The bars of the open pattern; the last may be cut short. */
export function barsOf({ meters, pattern }: Pick<OpenPart, 'meters' | 'pattern'>): readonly TickSpan[] {
  const bars: TickSpan[] = [];
  for (let bar = 1; tickOfBar(meters, bar) < pattern.length; bar++)
    bars.push({ start: tickOfBar(meters, bar), end: Math.min(pattern.length, tickOfBar(meters, bar + 1)) });
  return bars;
}

/** Takes a bar of a version into the open one: in its own place, or in place of every bar. */
export function takeBar(from: Id, bar: TickSpan, where: 'here' | 'everywhere'): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const source = findById(getState().song.document?.patterns ?? [], from);
    if (!part || !source) return;
    const targets = where === 'here' ? [bar] : barsOf(part);
    const number = 1 + barsOf(part).findIndex(({ start }) => start === bar.start);
    const label = where === 'here' ? `Bar ${number} of ${source.name}` : `Bar ${number} of ${source.name} in every bar`;
    const isDone = dispatch(editSong(label, (document, newId) => withStretchFrom(document, part.pattern.id, from, bar, targets, newId)));
    dispatch(noticeSet(isDone ? { words: `${label}.`, remedy: { kind: 'undo' }, isOfLastStep: true } : 'It is there already.'));
  };
}

/** Removes the takes of the open pattern that nothing plays. */
export function keepOnlyThis(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    const before = getState().song.document?.patterns.length ?? 0;
    dispatch(editSong('Keep this take only', (document) => withoutOtherTakes(document, part.pattern.id)));
    const gone = before - (getState().song.document?.patterns.length ?? 0);
    dispatch(
      noticeSet(
        gone
          ? { words: `${gone === 1 ? 'One take' : `${gone} takes`} removed.`, remedy: { kind: 'undo' }, isOfLastStep: true }
          : 'There are no other takes.',
      ),
    );
  };
}
