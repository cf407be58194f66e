import { songLines, type Document } from '@yibbo/core';
import { useMemo } from 'react';
import { linesFolded } from '../../state/preferences/foldings';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { isAllFolded, lineKey, pageLayout, type PageLayout, type PageRow } from './layout';

export interface Folds {
  readonly layout: PageLayout;
  /** Whether every line is folded but for what is open. */
  readonly allFolded: boolean;
  readonly fold: (row: PageRow, isFolded: boolean) => void;
  readonly foldAll: (isFolded: boolean) => void;
}

/** The page as it is laid out in so many pixels, with what is folded on it; `open` is the tick of what is edited on it. */
export function useFolds(document: Document, width: number, open: number | null): Folds {
  const dispatch = useAppDispatch();
  const songId = document.song.id;
  const folding = useAppSelector((state) => state.foldings[songId]);
  const layout = useMemo(() => pageLayout(document, Math.max(1, width), folding, open), [document, width, folding, open]);
  const allFolded = isAllFolded(layout, open);
  const fold = ({ line }: PageRow, isFolded: boolean) => dispatch(linesFolded({ songId, lines: { [lineKey(line)]: isFolded } }));
  const foldAll = (isFolded: boolean) =>
    dispatch(linesFolded({ songId, lines: Object.fromEntries(songLines(document).map((line) => [lineKey(line), isFolded])) }));
  return { layout, allFolded, fold, foldAll };
}
