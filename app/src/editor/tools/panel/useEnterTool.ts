import { focusNotes } from '../../../controls/focus-notes';
import { useToolAct } from '../tray/useToolAct';
import { toolToTake } from './tool-to-take';

/** What Enter does in a search for tools: takes what is found, clears the search, and work goes on at the notes. */
export function useEnterTool(query: string, clear: () => void): () => void {
  const take = useToolAct();
  return () => {
    const found = toolToTake(query);
    if (!found) return;
    clear();
    focusNotes();
    take(found.label, found.act);
  };
}
