import { useEffect, useState } from 'react';

/** Takes a file dropped anywhere on the page; tells whether one is being held over it. */
export function useFileDrop(onFile: (file: File | undefined, on: Element | null) => void): boolean {
  const [isOver, setOver] = useState(false);
  useEffect(() => {
    const over = (event: DragEvent) => {
      event.preventDefault();
      setOver(true);
    };
    const leave = (event: DragEvent) => {
      if (!event.relatedTarget) setOver(false);
    };
    const drop = (event: DragEvent) => {
      event.preventDefault();
      setOver(false);
      onFile(event.dataTransfer?.files[0], event.target instanceof Element ? event.target : null);
    };
    document.addEventListener('dragover', over);
    document.addEventListener('dragleave', leave);
    document.addEventListener('drop', drop);
    return () => {
      document.removeEventListener('dragover', over);
      document.removeEventListener('dragleave', leave);
      document.removeEventListener('drop', drop);
    };
  }, [onFile]);
  return isOver;
}
