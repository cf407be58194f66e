import { beatTicks } from '@yibbo/core';
import { simulatedMessages, SIMULATED_PHRASES, type Human, type RecordingPlan, type SentMessage } from '@yibbo/core/recording';
import type { Player } from '../../audio/player';
import { selectPart } from '../../state/session/selectors';
import type { PlayIn } from '../../state/preferences/play-in';
import type { Thunk } from '../../state/store';
import { received } from './received';

/** How far ahead the simulated player thinks, in milliseconds. */
const AHEAD_MS = 1500;
const LOOK_MS = 250;

/** Lets the simulated device play its phrase over and over while a recording goes on, from where that begins. */
export function playSimulated(player: Player, { range }: RecordingPlan): Thunk {
  return (dispatch, getState, { recording }) => {
    const part = selectPart(getState());
    const { playIn } = getState();
    const phrase = SIMULATED_PHRASES[playIn.phrase] ?? SIMULATED_PHRASES[0]!;
    if (!part) return;
    const beat = beatTicks({ numerator: 4, denominator: 4 });
    const run = recording.current;
    let round = 0;
    const timer = setInterval(() => {
      if (recording.current !== run || run === null) return clearInterval(timer);
      const begins = range.start + round * phrase.beats * beat;
      if (player.msHeard(begins) - performance.now() > AHEAD_MS) return;
      const messages = simulatedMessages(phrase, humanOf(playIn, round), (at) => player.msHeard(begins + at * beat));
      for (const message of messages) dispatch(sendLater(message, () => recording.current === run));
      round++;
    }, LOOK_MS);
  };
}

/** Lets the simulated device play its phrase once, now, at the tempo of the open part. */
export function playSimulatedOnce(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const { playIn } = getState();
    const phrase = SIMULATED_PHRASES[playIn.phrase] ?? SIMULATED_PHRASES[0]!;
    if (!part) return;
    const beatMs = 60_000 / (part.tempos[0]?.bpm ?? 120);
    const begins = performance.now() + 100;
    for (const message of simulatedMessages(phrase, humanOf(playIn, 0), (at) => begins + at * beatMs))
      dispatch(sendLater(message, () => true));
  };
}

function humanOf({ humanMs, humanVelocity, mistakes }: PlayIn, round: number): Human {
  return { timingMs: humanMs, velocity: humanVelocity, mistakes, seed: 7919 * (round + 1) };
}

/** Sends a message when it is due, with its own time, as a device does; the page may be too busy to hear it then. An end is always sent. */
function sendLater({ at, bytes }: SentMessage, isWanted: () => boolean): Thunk {
  return (dispatch) => {
    const send = () => (isWanted() || (bytes[0]! & 0xf0) !== 0x90) && dispatch(received(bytes, at, 'all'));
    setTimeout(send, Math.max(0, at - performance.now()));
  };
}
