import { drumRowsFor, findById, FOLLOWERS, notesOf, type FollowerKind, type Id, type Track } from '@yibbo/core';
import { useState } from 'react';
import { Choices } from '../../../controls/Choices';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { XStack } from '@tamagui/stacks';
import { SheetFrame } from '../SheetFrame';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { copyToTrack, followPart } from '../../../acts/song/placements';

const MODES = [
  { value: 'own', name: 'Own copy', label: 'Own copy: it changes alone' },
  { value: 'linked', name: 'Linked', label: 'Linked: both change together' },
  { value: 'follows', name: 'Follows', label: 'Follows: a bass, lead or pad made of it' },
] as const;

/** A part for another track too: at the same place of the song, with a pattern of its own or the very same one. */
export function ToTrackSheet({ placementId, isPanel }: { readonly placementId: Id; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const [mode, setMode] = useState<'own' | 'linked' | 'follows'>('own');
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
    </>
  );
}
