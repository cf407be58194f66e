import { barBeatAt, findById, type Treatment } from '@yibbo/core';
import { useState } from 'react';
import { YStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Words } from '../../../controls/words';
import { copyTreatment } from '../../../acts/trial/treatments';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import type { TreatedPart } from './TreatmentsSheet';

interface CopyToProps {
  readonly treatment: Treatment;
  readonly part: TreatedPart;
  readonly onEnd: () => void;
}

/** Chooses a track, or a pattern or a place on it, that a treatment is kept on as well. */
export function CopyTo({ treatment, part, onEnd }: CopyToProps) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const [trackId, setTrackId] = useState(part.track.id);
  if (!document) return null;
  const track = findById(document.tracks, trackId) ?? part.track;
  const places = document.placements.filter((each) => each.trackId === track.id);
  const patterns = document.patterns.filter(({ id }) => places.some(({ patternId }) => patternId === id));
  const targets = [
    { value: track.id, name: 'the whole track' },
    ...patterns.map(({ id, name }) => ({ value: id, name: `the pattern ${name}` })),
    ...places.map(({ id, start }) => ({ value: id, name: `the place at bar ${barBeatAt(document.song.meters, start).bar}` })),
  ].filter(({ value }) => value !== treatment.parentId);
  return (
    <YStack gap={4} role="group" aria-label="Copy to" paddingBottom={6}>
      <Choices
        title="Track to copy to"
        options={document.tracks.map(({ id, name }) => ({ value: id, name }))}
        value={track.id}
        onChange={setTrackId}
      />
      <Words small faded>
        On {track.name}, keep it on
      </Words>
      <Choices
        title="What to copy to"
        options={targets}
        value={null}
        onChange={(id) => {
          const { name } = targets.find(({ value }) => value === id)!;
          dispatch(copyTreatment(treatment, id, `${name} of ${track.name}`.replace(/^the whole track of/, 'the track')));
          onEnd();
        }}
      />
    </YStack>
  );
}
