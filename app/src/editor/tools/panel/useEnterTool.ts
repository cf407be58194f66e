import { focusNotes } from '../../../controls/focus-notes';
import { ownRecipesOf } from '../../../state/belongings/things';
import { useAppSelector } from '../../../state/store';
import { useToolAct } from '../tray/useToolAct';
import { toolToTake } from './tool-to-take';

/** What Enter does in a search for tools: takes what is found, clears the search, and work goes on at the notes. */
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
