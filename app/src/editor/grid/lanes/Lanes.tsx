import type { Id, Note } from '@yibbo/core';
import type { OpenPart } from '../../../state/session/selectors';
import type { Viewport } from '../viewport/viewport';
import { CurveLane } from './CurveLane';
import { noteLane } from './note-lanes';
import { NoteLane } from './NoteLane';
import type { ShownLane } from './shown-lanes';

interface LanesProps {
  readonly lanes: readonly ShownLane[];
  readonly part: OpenPart;
  readonly viewport: Viewport;
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
}

/** The lanes that are open under the notes, each a name and its ground beside it. */
export function Lanes({ lanes, ...place }: LanesProps) {
  return lanes.map(({ of, height }) => {
    const kind = noteLane(of);
    return kind ? (
      <NoteLane key={of} of={of} kind={kind} height={height} {...place} />
    ) : (
      <CurveLane key={of} target={of} height={height} part={place.part} viewport={place.viewport} />
    );
  });
}
