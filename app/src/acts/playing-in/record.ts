import { barTicks, findById, gridOfRow, stepTicks } from '@yibbo/core';
import { recordingPlan, type RecordingPlan } from '@yibbo/core/recording';
import { NoSound } from '../../audio/output';
import { patternScore } from '../../audio/score';
import type { Player } from '../../audio/player';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { recordingSet, takesTakenSet } from '../../state/session/playing-in';
import { selectPart, selectPlayedDocument, type OpenPart } from '../../state/session/selectors';
import { noticeSet, playingSet } from '../../state/session/session';
import type { State, Thunk } from '../../state/store';
import { commitEntries } from '../document/commit';
import { settleTrial } from '../trial/trial-ends';
import { NO_SOUND } from '../play-from';
import { RecordingInRun, type RunPort, type RunSetup } from './recording-run';
import { playSimulated } from './simulated';
import { endSteps } from './steps';
import { tookWords } from './take-words';

/** A note that comes so much before the beginning was meant for it, in seconds. */
const EARLY_SECONDS = 0.15;

/** Begins to record on the open pattern: counts in, plays, and takes down what is played. Ends the recording that goes on instead, where one does. */
export function toggleRecording(): Thunk {
  return (dispatch, _getState, { recording }) => {
    if (recording.current) return recording.current.end();
    void dispatch(startRecording());
  };
}

/** Begins to record on the open pattern. */
export function startRecording(): Thunk<Promise<void>> {
  return async (dispatch, getState, effects) => {
    const { sound, recording, page } = effects;
    if (page.isOpen) return void dispatch(noticeSet('Open the pattern to record on it: here on the page it plays with the song.'));
    dispatch(endSteps());
    dispatch(settleTrial());
    recording.current?.end();
    try {
      const player = await sound.open();
      const part = selectPart(getState());
      if (!part || recording.current) return;
      const plan = planOf(getState(), part);
      dispatch(begun(part, plan, player));
    } catch (error) {
      dispatch(noticeSet(error instanceof NoSound ? error.message : NO_SOUND));
    }
  };
}

function planOf({ session, playIn }: State, part: OpenPart): RecordingPlan {
  const { startBar, onlyMarked, ends, bars, leadInBars, countInBars } = playIn;
  const marked = onlyMarked && session.span ? session.span : null;
  return recordingPlan({ meters: part.meters, patternTicks: part.pattern.length, startBar, marked, ends, bars, leadInBars, countInBars });
}

function begun(part: OpenPart, plan: RecordingPlan, player: Player): Thunk {
  return (dispatch, getState, effects) => {
    const { sound, recording, newId } = effects;
    const { playIn } = getState();
    const run = newId();
    const isReplacing = playIn.landing === 'replace';
    const { lengthTicks, range } = plan;
    // On a kit only the rows that are struck give way: which those are is not known before.
    const isSilent = isReplacing && part.track.kind !== 'drums';
    const shown = { run, placementId: part.placement.id, from: part.pattern.id, lengthTicks, range, isReplacing: isSilent };
    dispatch(takesTakenSet(null));
    dispatch(recordingSet({ ...shown, isAhead: true, pass: 1, noteCount: 0 }));
    const document = selectPlayedDocument(getState());
    const score = document && patternScore(document, part.placement.id);
    if (score) sound.setScore(score);
    player.setClick({ sound: playIn.clickSound, levelDb: playIn.clickLevelDb, accents: playIn.clickAccents, isOn: playIn.hasClick });
    player.play(plan.fromTick, plan.countInTicks);
    dispatch(playingSet(true));
    const made = new RecordingInRun(setupOf(getState(), part, plan, player), dispatch(portOf(player, part, run)));
    recording.current = made;
    sound.watchStopping(() => made.end());
    dispatch(stopAfter(part, plan, player));
    if (playIn.device === 'simulated') dispatch(playSimulated(player, plan));
  };
}

/** A page that goes away, or out of sight, as with a call, takes the recording to its end first. In the capturing phase: what is then written has to be there
 *  when the outbox says its last words. */
function whenLeaving(end: () => void): () => void {
  const options = { capture: true };
  const hidden = () => document.hidden && end();
  addEventListener('pagehide', end, options);
  document.addEventListener('visibilitychange', hidden, options);
  return () => {
    removeEventListener('pagehide', end, options);
    document.removeEventListener('visibilitychange', hidden, options);
  };
}

/** Lets play stop after the bars that run on, where recording ends by itself and play is not to go on. */
function stopAfter(part: OpenPart, { endTick }: RecordingPlan, player: Player): Thunk {
  return (dispatch, getState, { sound }) => {
    const { runOnBars } = getState().playIn;
    const { run } = getState().playingIn.recording!;
    if (endTick === null || runOnBars === null) return;
    const timer = setInterval(() => {
      const { recording, taken } = getState().playingIn;
      const isOurs = recording?.run === run || (recording === null && taken !== null);
      if (!player.isPlaying || !isOurs) return clearInterval(timer);
      if (player.tickHeardAt(performance.now()) < endTick + runOnBars * barTicks(part.meter)) return;
      clearInterval(timer);
      sound.stop();
      dispatch(playingSet(false));
    }, 50);
  };
}

function setupOf({ playIn }: State, part: OpenPart, plan: RecordingPlan, player: Player): RunSetup {
  const now = performance.now();
  return {
    ...plan,
    placementId: part.placement.id,
    from: part.pattern.id,
    patternTicks: part.pattern.length,
    meters: part.meters,
    quantize: playIn.quantize,
    isKit: part.track.kind === 'drums',
    hitTicks: Math.max(1, Math.round(stepTicks(gridOfRow(part, -1)))),
    earlyTicks: player.tickHeardAt(now + EARLY_SECONDS * 1000) - player.tickHeardAt(now),
    isReplacing: playIn.landing === 'replace',
    passesAdd: playIn.passesAdd,
    latencyMs: playIn.latencyMs,
  };
}

function portOf(player: Player, part: OpenPart, run: string): Thunk<RunPort> {
  return (dispatch, getState, { newId, now, page, recording, sound }) => ({
    player,
    newId,
    now,
    isCutOff: () => sound.isBlocked || page.isOpen || selectPart(getState())?.placement.id !== part.placement.id,
    whenLeaving,
    clock: () => performance.now(),
    document: () => getState().song.document,
    commit: (entries) => {
      dispatch(commitEntries('Record', entries, run));
      keepView(part, dispatch, getState);
    },
    told: (progress) => {
      const before = getState().playingIn.recording;
      if (!before) return;
      if (before.isAhead !== progress.isAhead || before.pass !== progress.pass || before.noteCount !== progress.noteCount)
        dispatch(recordingSet({ ...before, ...progress }));
    },
    over: (takes, noteCount) => {
      recording.current = null;
      player.setClick(null);
      sound.watchStopping(() => undefined)();
      dispatch(recordingSet(null));
      dispatch(takesTakenSet({ from: part.pattern.id, takes }));
      keepView(part, dispatch, getState);
      const words = tookWords(takes.length, noteCount);
      dispatch(noticeSet(takes.length ? { words, remedy: { kind: 'undo' }, isOfLastStep: true } : words));
    },
  });
}

/** A take is looked at as the pattern was that it was played to. */
function keepView(part: OpenPart, dispatch: Parameters<Thunk>[0], getState: () => State): void {
  const { document } = getState().song;
  const placement = document && findById(document.placements, part.placement.id);
  if (placement && !getState().patternViews[placement.patternId])
    dispatch(patternViewSet({ patternId: placement.patternId, view: getState().patternViews[part.pattern.id] ?? part.view }));
}
