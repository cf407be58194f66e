import { drumRowsFor, findById, FOLLOWERS, notesOf, type Document, type FollowerKind, type Id, type Track } from '@yibbo/core';
import { useMemo, useState } from 'react';
import { Choices } from '../../../controls/Choices';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { XStack } from '@tamagui/stacks';
import { SheetFrame } from '../SheetFrame';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { copyToTrack, followPart } from '../../../acts/song/placements';
import { tryTreatment } from '../../../acts/trial/treatments';
import { useOpenPlacement } from '../../screen/useOpenPlacement';

const MODES = [
  { value: 'own', name: 'Own copy', label: 'Own copy: it changes alone' },
  { value: 'linked', name: 'Linked', label: 'Linked: both change together' },
  { value: 'follows', name: 'Follows', label: 'Follows: a bass, lead or pad made of it' },
] as const;

interface ToTrackSheetProps {
  readonly placementId: Id;
  /** Whether it begins with parts that follow. */
  readonly follows: boolean;
  readonly isPanel: boolean;
}

/** A part for another track too: at the same place of the song, with a pattern of its own or the very same one. */
export function ToTrackSheet({ placementId, follows, isPanel }: ToTrackSheetProps) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const [mode, setMode] = useState<'own' | 'linked' | 'follows'>(follows ? 'follows' : 'own');
  const placement = findById(document?.placements ?? [], placementId);
  const from = findById(document?.tracks ?? [], placement?.trackId);
  if (!document || !placement || !from) return null;
  const hasNewRows = ({ kind, rows }: (typeof document.tracks)[number]) =>
    kind === 'drums' && drumRowsFor(notesOf(document, placement.patternId), rows).size > 0;
  const others = document.tracks.filter(({ id }) => id !== from.id);
  return (
    <SheetFrame title="To another track" note={`from ${from.name}, at the same bars`} isPanel={isPanel}>
      <Choices title="The copy" options={MODES} value={mode} onChange={setMode} />
      {mode === 'follows' ? (
        <Followers placementId={placementId} others={others} />
      ) : (
        <XStack gap={4} flexWrap="wrap">
          {others.map((track) => (
            <Press
              key={track.id}
              label={`Copy to ${track.name}`}
              shown={mode === 'own' && hasNewRows(track) ? `${track.name}, on its rows` : track.name}
              look="raised"
              onPress={() => dispatch(copyToTrack(placementId, track.id, mode))}
            />
          ))}
        </XStack>
      )}
      {others.length === 0 && mode !== 'follows' ? <Words small>There is no other track yet.</Words> : null}
      <Words small faded>
        {SAID[mode]}
      </Words>
    </SheetFrame>
  );
}

const COPIED = 'Own copies go onto the rows of a kit, the lowest pitch on its lowest drum. A linked copy keeps its pitches.';
const SAID = {
  own: COPIED,
  linked: COPIED,
  follows:
    'The same notes, played another way: when they change, it follows. What it does to them stays adjustable, and can be made plain.',
};

const NEW_TRACK = '';

/** Parts that can be made of this one, on a new track or on one that is there. */
function Followers({ placementId, others }: { readonly placementId: Id; readonly others: readonly Track[] }) {
  const dispatch = useAppDispatch();
  const [trackId, setTrackId] = useState<Id>(NEW_TRACK);
  const tracks = others.filter(({ kind }) => kind === 'pitched').map(({ id, name }) => ({ value: id, name, label: `On ${name}` }));
  return (
    <>
      <Choices
        title="On which track"
        options={[{ value: NEW_TRACK, name: 'New track' }, ...tracks]}
        value={trackId}
        onChange={setTrackId}
      />
      <XStack gap={4} flexWrap="wrap">
        {(Object.keys(FOLLOWERS) as FollowerKind[]).map((kind) => (
          <Press
            key={kind}
            label={`${FOLLOWERS[kind].name} from this`}
            look="raised"
            onPress={() => dispatch(followPart(placementId, kind, trackId === NEW_TRACK ? null : trackId))}
          />
        ))}
      </XStack>
      <Following placementId={placementId} />
    </>
  );
}

/** The parts on other tracks that follow this one already: a press opens one with what makes it of this. */
function Following({ placementId }: { readonly placementId: Id }) {
  const dispatch = useAppDispatch();
  const open = useOpenPlacement();
  const document = useAppSelector((state) => state.song.document);
  const parts = useMemo(() => (document ? followersOf(document, placementId) : []), [document, placementId]);
  if (parts.length === 0) return null;
  return (
    <XStack gap={4} flexWrap="wrap" alignItems="center" role="group" aria-label="Parts that follow this">
      <Words small faded>
        Made of this
      </Words>
      {parts.map(({ placement, track, treatment }) => (
        <Press
          key={placement.id}
          label={`${track.name} …: open it and its settings`}
          shown={`${track.name} …`}
          look="raised"
          onPress={() => {
            open(placement.id);
            if (treatment) dispatch(tryTreatment(treatment.id));
          }}
        />
      ))}
    </XStack>
  );
}

function followersOf({ placements, tracks, treatments }: Document, placementId: Id) {
  const from = findById(placements, placementId);
  return placements.flatMap((placement) => {
    const track = findById(tracks, placement.trackId);
    const isOther = placement.patternId === from?.patternId && placement.trackId !== from.trackId;
    return isOther && track ? [{ placement, track, treatment: treatments.find(({ parentId }) => parentId === placement.id) }] : [];
  });
}
