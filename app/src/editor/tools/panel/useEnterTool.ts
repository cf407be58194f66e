import { focusNotes } from '../../../controls/focus-notes';
import { ownRecipesOf } from '../../../state/belongings/things';
import { useAppSelector } from '../../../state/store';
import { useToolAct } from '../tray/useToolAct';
import { toolToTake } from './tool-to-take';

/** Enter in a tool search: runs the match, clears the search and returns focus to the notes. */
export function useEnterTool(query: string, clear: () => void): () => void {
  const take = useToolAct();
  const own = useAppSelector(ownRecipesOf);
  return () => {
    const found = toolToTake(query, own);
    if (!found) return;
    clear();
    focusNotes();
    take(found.label, found.act);
  };
}
