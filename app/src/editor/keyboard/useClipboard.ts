import { useEffect } from 'react';
import { CLIPBOARD_KEY, copiedElsewhere } from '../../state/session/clipboard';
import { useAppDispatch } from '../../state/store';
import { copyNotes, cutNotes, pasteNotes } from '../../acts/pattern/clipboard';

/** Whether a clipboard's event belongs to a field, or to words that are marked on the page. */
function isElsewhere({ target }: Event): boolean {
  const isField = target instanceof Element && target.closest('input, textarea, [contenteditable]') !== null;
  return isField || String(getSelection() ?? '') !== '';
}

/** Copies, cuts and pastes notes by the system's own keys and menus: its events carry the text without asking, on plain http too. */
export function useClipboard(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const take = (act: typeof copyNotes) => (event: ClipboardEvent) => {
      if (isElsewhere(event)) return;
      const text = dispatch(act());
      if (text === null) return;
      event.clipboardData?.setData('text/plain', text);
      event.preventDefault();
    };
    const [copy, cut] = [take(copyNotes), take(cutNotes)];
    const paste = (event: ClipboardEvent) => {
      if (isElsewhere(event)) return;
      event.preventDefault();
      dispatch(pasteNotes(event.clipboardData?.getData('text/plain') ?? ''));
    };
    const stored = ({ key }: StorageEvent) => {
      if (key === CLIPBOARD_KEY) dispatch(copiedElsewhere());
    };
    document.addEventListener('copy', copy);
    document.addEventListener('cut', cut);
    document.addEventListener('paste', paste);
    addEventListener('storage', stored);
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', cut);
      document.removeEventListener('paste', paste);
      removeEventListener('storage', stored);
    };
  }, [dispatch]);
}
