import type { EngineMessage } from '../audio/messages';
import { SAMPLE_RATE } from '../audio/rate';
import type { Document } from '../model/document';
import { controls, controlsAt } from './controls';
import { echoAt, echoes, type EchoEvent } from './echo';
import { engineControls, type FrameOf } from './engine-notes';
import type { PlayContext } from './events';
import { gates, gatesAt } from './gates';

/** On its way to the engine: where on its clock a play tick is, and of which generation it is. */
export interface EngineRoute {
  readonly context: PlayContext;
  readonly frameOf: FrameOf;
  readonly generation: number;
}

/** The state beside the notes where play begins at a tick: controls, the echo, open gates. With `restFrom`, controls that are not
 *  named rest from that frame on. */
export function standingAt(
  document: Document,
  tick: number,
  { context, frameOf, generation }: EngineRoute,
  restFrom?: number,
): EngineMessage[] {
  const turned = engineControls(controlsAt(document, tick, context), frameOf);
  const open = gatesAt(document, tick, context, frameOf);
  return [
    ...(turned.length > 0 || restFrom !== undefined
      ? [{ type: 'controls', controls: turned, generation, ...(restFrom === undefined ? {} : { restFrom }) } as const]
      : []),
    { type: 'echoes', echoes: [engineEcho(echoAt(document, tick, context), frameOf)], generation },
    ...(open.length > 0 ? [{ type: 'gates', gates: open, generation } as const] : []),
  ];
}

/** Changes beside the notes in [fromTick, toTick). */
export function turnedIn(
  document: Document,
  fromTick: number,
  toTick: number,
  { context, frameOf, generation }: EngineRoute,
): EngineMessage[] {
  const turned = engineControls(controls(document, fromTick, toTick, context), frameOf);
  const echoed = echoes(document, fromTick, toTick, context).map((event) => engineEcho(event, frameOf));
  const opened = gates(document, fromTick, toTick, context, frameOf);
  return [
    ...(turned.length > 0 ? [{ type: 'controls', controls: turned, generation } as const] : []),
    ...(echoed.length > 0 ? [{ type: 'echoes', echoes: echoed, generation } as const] : []),
    ...(opened.length > 0 ? [{ type: 'gates', gates: opened, generation } as const] : []),
  ];
}

function engineEcho({ tick, seconds }: EchoEvent, frameOf: FrameOf) {
  return { at: frameOf(tick), frames: Math.round(seconds * SAMPLE_RATE) };
}
