import type { OpenPart } from '../../state/session/selectors';
import { NotesGrid } from '../grid/notes/NotesGrid';
import { StepsGrid } from '../grid/steps/StepsGrid';

/** The notes of a part, in the view they are looked at in. */
export function PartGrid({ part }: { readonly part: OpenPart }) {
  const Shown = part.viewMode === 'steps' ? StepsGrid : NotesGrid;
  return <Shown key={part.pattern.id} part={part} />;
}
