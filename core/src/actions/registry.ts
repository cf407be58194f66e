import type { z } from 'zod';
import type { NotesAction } from './action';
import { bestBar } from './copy/best-bar';
import { deleteNotes } from './copy/delete';
import { duplicate } from './copy/duplicate';
import { paste } from './copy/paste';
import { repeat } from './copy/repeat';
import { accents } from './feel/accents';
import { chance } from './feel/chance';
import { groove } from './feel/groove';
import { humanise } from './feel/humanise';
import { mute } from './feel/mute';
import { oneOf } from './feel/one-of';
import { pan } from './feel/pan';
import { passes } from './feel/passes';
import { passesPlain } from './feel/passes-plain';
import { passesSteps } from './feel/passes-steps';
import { roll } from './feel/roll';
import { share } from './feel/share';
import { strum } from './feel/strum';
import { swing } from './feel/swing';
import { typeValues } from './feel/type-values';
import { velocityRamp } from './feel/velocity-ramp';
import { velocityRandom } from './feel/velocity-random';
import { velocityScale } from './feel/velocity-scale';
import { velocitySet } from './feel/velocity-set';
import { velocitySpread } from './feel/velocity-spread';
import { voice } from './feel/voice';
import { endsAt } from './length/ends-at';
import { extend } from './length/extend';
import { firstCut } from './length/first-cut';
import { join } from './length/join';
import { resize } from './length/resize';
import { scaleLength } from './length/scale-length';
import { setLength } from './length/set-length';
import { splitAt } from './length/split-at';
import { splitLines } from './length/split-lines';
import { splitParts } from './length/split-parts';
import { arpeggio } from './make/arpeggio';
import { beat } from './make/beat';
import { chords } from './make/chords';
import { fill } from './make/fill';
import { phrase } from './make/phrase';
import { rhythm } from './make/rhythm';
import { strike } from './make/strike';
import { bend } from './pitch/bend';
import { bendLine } from './pitch/bend-line';
import { fitScale } from './pitch/fit-scale';
import { glide } from './pitch/glide';
import { inScale } from './pitch/in-scale';
import { invert } from './pitch/invert';
import { oneVoice } from './pitch/one-voice';
import { toRow } from './pitch/to-row';
import { transpose } from './pitch/transpose';
import { vibrato } from './pitch/vibrato';
import { lean } from './time/lean';
import { nudge } from './time/nudge';
import { quantize } from './time/quantize';
import { reverse } from './time/reverse';
import { rotate } from './time/rotate';
import { rotateValues } from './time/rotate-values';
import { stretch } from './time/stretch';
import { toHits } from './time/to-hits';

const LIST = [
  nudge,
  rotate,
  rotateValues,
  quantize,
  reverse,
  stretch,
  toHits,
  lean,
  resize,
  splitParts,
  firstCut,
  splitLines,
  splitAt,
  join,
  setLength,
  scaleLength,
  extend,
  endsAt,
  transpose,
  inScale,
  fitScale,
  invert,
  oneVoice,
  toRow,
  bend,
  bendLine,
  glide,
  vibrato,
  velocityScale,
  velocitySet,
  velocitySpread,
  velocityRamp,
  velocityRandom,
  accents,
  swing,
  groove,
  humanise,
  strum,
  mute,
  chance,
  passes,
  passesSteps,
  passesPlain,
  roll,
  oneOf,
  share,
  pan,
  voice,
  typeValues,
  duplicate,
  repeat,
  paste,
  bestBar,
  deleteNotes,
  fill,
  rhythm,
  beat,
  chords,
  strike,
  arpeggio,
  phrase,
] as const;

/** The ids of all actions: one that is misspelt does not compile. */
export type ActionId = (typeof LIST)[number]['id'];

/** The params of one action, by its id. */
export type ActionParams<Id extends ActionId> = z.infer<Extract<(typeof LIST)[number], { readonly id: Id }>['params']>;

/** Any action of the list, as those see it that treat all alike. */
export type ListedAction = NotesAction & { readonly id: ActionId };

/** Every action there is, in the order the tray shows them. Tray, trial strip, key list and contract tests read this list. */
export const ACTIONS: readonly ListedAction[] = LIST;

/** The action of an id; for one that comes from outside, see `findAction`. */
export function actionById(id: ActionId): ListedAction {
  return findAction(id)!;
}

/** The action of an id that may be anything; undefined where there is none. */
export function findAction(id: string): ListedAction | undefined {
  return ACTIONS.find((candidate) => candidate.id === id);
}
