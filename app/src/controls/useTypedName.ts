import { useEffect, useRef, useState } from 'react';

interface TypedNameOptions {
  /** Whether no name at all is one to be kept. */
  readonly canBeEmpty?: boolean;
  /** Whether the field is empty again once a name is kept, for the next. */
  readonly clears?: boolean;
}

/** A name as it is typed: kept by Enter, when its field is left, and when the field or the page goes away. Escape alone leaves the old one. `onKeep` is
 *  told of names that are other than `name`, once each. */
export function useTypedName(name: string, onKeep: (name: string) => void, { canBeEmpty = false, clears = false }: TypedNameOptions = {}) {
  const [typed, setTyped] = useState(name);
  const [shownName, setShownName] = useState(name);
  // A name changed elsewhere, by Undo say, is shown unless the person is typing.
  if (shownName !== name) {
    setShownName(name);
    if (typed.trim() === shownName) setTyped(name);
  }
  const latest = useRef({ typed, name, onKeep });
  useEffect(() => {
    latest.current = { typed, name, onKeep };
  });
  const type = (text: string) => {
    latest.current = { ...latest.current, typed: text };
    setTyped(text);
  };
  const keep = () => {
    const now = latest.current;
    const wanted = now.typed.trim();
    if (wanted === now.name || (wanted === '' && !canBeEmpty)) return;
    // Unmounting in the same moment must not keep the name twice.
    latest.current = { ...now, name: wanted };
    now.onKeep(wanted);
    if (clears) type('');
  };
  const keepNow = useRef(keep);
  useEffect(() => {
    keepNow.current = keep;
  });
  useEffect(() => {
    const onHide = () => keepNow.current();
    window.addEventListener('pagehide', onHide);
    return () => {
      window.removeEventListener('pagehide', onHide);
      keepNow.current();
    };
  }, []);
  const isOther = typed.trim() !== name && (canBeEmpty || typed.trim() !== '');
  return { typed, type, keep, isOther, leave: () => type(name) };
}
