import type { Id } from '@yibbo/core';
import { SortableList } from '../../../controls/SortableList';
import { TrackSymbol } from '../../../controls/TrackSymbol';
import { Words } from '../../../controls/words';
import { SheetFrame } from '../SheetFrame';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { putSectionAt } from '../../../acts/song/sections';
import { putTrackAt } from '../../../acts/song/tracks';

/** The tracks and the sections of the song, to be put in another order. */
export default function OrderSheet({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  if (!document) return null;
  const tracks = document.tracks.map(({ id, name, symbol, colour }) => ({
    id,
    name,
    mark: <TrackSymbol symbol={symbol} colour={colour} />,
  }));
  return (
    <SheetFrame title="Order" note="of tracks and sections" isPanel={isPanel}>
      <Words small faded>
        Tracks
      </Words>
      <SortableList title="Tracks" items={tracks} onMove={(id: Id, index) => dispatch(putTrackAt(id, index))} />
      {document.sections.length > 1 ? (
        <>
          <Words small faded>
            Sections, with all that is in them
          </Words>
          <SortableList title="Sections" items={document.sections} onMove={(id: Id, index) => dispatch(putSectionAt(id, index))} />
        </>
      ) : null}
    </SheetFrame>
  );
}
