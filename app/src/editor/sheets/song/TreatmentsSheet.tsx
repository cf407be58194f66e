import { findById, treatmentsAt, type Document, type Id, type Placement, type Track, type Treatment } from '@yibbo/core';
import Off from 'lucide-react/dist/esm/icons/circle.mjs';
import On from 'lucide-react/dist/esm/icons/circle-check.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { XStack, YStack } from '@tamagui/stacks';
import { useState } from 'react';
import { Press } from '../../../controls/Press';
import { SortableList } from '../../../controls/SortableList';
import { Words } from '../../../controls/words';
import {
  plainTreatment,
  putTreatmentAt,
  removeTreatment,
  switchTreatment,
  treatmentWords,
  tryTreatment,
} from '../../../acts/trial/treatments';
import { editEntity } from '../../../acts/document/edits';
import { selectPart, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { useOpenPlacement } from '../../screen/useOpenPlacement';
import { SheetFrame } from '../SheetFrame';
import { CopyTo } from './CopyTo';
import { Opening } from './Opening';

/** A placement, its pattern and its track. */
export type TreatedPart = Pick<OpenPart, 'placement' | 'pattern' | 'track'>;

interface TreatmentsSheetProps {
  /** The placement it is about; the open part where absent. */
  readonly placementId?: Id | undefined;
  readonly isPanel: boolean;
}

/** The actions that are kept adjustable on a part: on its pattern, its place, its track and the song, in the order in which they work. */
export default function TreatmentsSheet({ placementId, isPanel }: TreatmentsSheetProps) {
  const document = useAppSelector((state) => state.song.document);
  const open = useAppSelector(selectPart);
  const part = document && placementId ? partAt(document, placementId) : open;
  const treatments = document && part ? treatmentsAt(document, part.placement) : [];
  return (
    <SheetFrame title="Adjustable" note={part ? `on ${part.track.name}` : ''} isPanel={isPanel}>
      {treatments.length === 0 ? (
        <Words small>Nothing is kept adjustable here. Try an action with its settings, then press Adjustable in place of Keep.</Words>
      ) : null}
      {part ? PARENTS.map((name) => <OnOne key={name} name={name} part={part} treatments={treatments} placementId={placementId} />) : null}
      {part ? <Opening track={part.track} /> : null}
      {part ? <OwnFeel part={part} /> : null}
    </SheetFrame>
  );
}

function partAt({ placements, patterns, tracks }: Document, placementId: Id): TreatedPart | null {
  const placement = findById(placements, placementId);
  const pattern = findById(patterns, placement?.patternId);
  const track = findById(tracks, placement?.trackId);
  return placement && pattern && track ? { placement, pattern, track } : null;
}

const PARENTS = ['pattern', 'placement', 'track', 'song'] as const;
const ON_WORDS = { pattern: 'on the pattern', placement: 'in this place', track: 'on the track', song: 'on the song' } as const;

interface OnOneProps {
  readonly name: (typeof PARENTS)[number];
  readonly part: TreatedPart;
  readonly treatments: readonly Treatment[];
  readonly placementId: Id | undefined;
}

/** The treatments of one owner, in a list to reorder. */
function OnOne({ name, part, treatments, placementId }: OnOneProps) {
  const dispatch = useAppDispatch();
  const songId = useAppSelector((state) => state.song.document?.song.id);
  const parentId = name === 'song' ? songId : part[name].id;
  const mine = treatments.filter((treatment) => treatment.parentId === parentId);
  if (mine.length === 0) return null;
  return (
    <SortableList
      title={`Adjustable ${ON_WORDS[name]}`}
      items={mine.map((treatment) => ({
        id: treatment.id,
        name: treatmentWords(treatment),
        content: <TreatmentLine treatment={treatment} on={ON_WORDS[name]} placementId={placementId} />,
        under: <TreatmentActs treatment={treatment} part={part} />,
      }))}
      onMove={(id, index) => {
        const moved = mine.find((treatment) => treatment.id === id);
        if (moved) dispatch(putTreatmentAt(moved, index));
      }}
    />
  );
}

/** Lets the song's swing and groove leave a track, or one place of it, as it is; shown where the song has any. */
function OwnFeel({ part: { track, placement } }: { readonly part: TreatedPart }) {
  const dispatch = useAppDispatch();
  const isOnSong = useAppSelector(({ song: { document } }) => document?.treatments.some(({ parentId }) => parentId === document.song.id));
  if (!isOnSong) return null;
  const switched = (entity: Track | Placement, of: 'tracks' | 'placements', words: string) => (
    <Press
      label={words}
      look={entity.ownFeel ? 'on' : 'raised'}
      pressed={entity.ownFeel ?? false}
      onPress={() => dispatch(editEntity(words, of, entity, { ownFeel: entity.ownFeel ? null : true }))}
    />
  );
  return (
    <XStack gap={4} flexWrap="wrap" alignItems="center" role="group" aria-label="Without the song's feel">
      <Words small faded>
        The song’s feel
      </Words>
      {switched(track, 'tracks', `Not on ${track.name}`)}
      {switched(placement, 'placements', 'Not in this place')}
    </XStack>
  );
}

interface TreatmentLineProps {
  readonly treatment: Treatment;
  /** Its owner in words. */
  readonly on: string;
  /** The placement that has to be opened first; absent where its notes are in view. */
  readonly placementId?: Id | undefined;
}

function TreatmentLine({ treatment, on, placementId }: TreatmentLineProps) {
  const dispatch = useAppDispatch();
  const openPlacement = useOpenPlacement();
  const adjust = () => {
    // Its settings are tried where its notes are seen.
    if (placementId) openPlacement(placementId);
    dispatch(tryTreatment(treatment.id));
  };
  const words = treatmentWords(treatment);
  return (
    <XStack alignItems="center" gap={2} role="group" aria-label={`${words}, ${on}`}>
      <Press
        label={`${words}: on`}
        icon={treatment.on ? On : Off}
        iconOnly
        pressed={treatment.on}
        onPress={() => dispatch(switchTreatment(treatment))}
      />
      <YStack flexGrow={1} flexShrink={1} minWidth={0}>
        <Words small strong={treatment.on} faded={!treatment.on}>
          {words}
        </Words>
        <Words tiny small faded>
          {on}
        </Words>
      </YStack>
      <Press label={`${words}: change its settings`} icon={Dots} iconOnly onPress={adjust} />
    </XStack>
  );
}

/** Further presses for a treatment. */
function TreatmentActs({ treatment, part }: { readonly treatment: Treatment; readonly part: TreatedPart }) {
  const dispatch = useAppDispatch();
  const words = treatmentWords(treatment);
  const [isCopying, setCopying] = useState(false);
  return (
    <>
      <XStack gap={4} flexWrap="wrap" paddingBottom={4}>
        <Press label={`Make plain: ${words}`} shown="Make plain" look="raised" onPress={() => dispatch(plainTreatment(treatment))} />
        <Press
          label={`Copy to: ${words}`}
          shown="Copy to"
          look={isCopying ? 'on' : 'raised'}
          expanded={isCopying}
          onPress={() => setCopying(!isCopying)}
        />
        <Press label={`Delete: ${words}`} shown="Delete" look="raised" onPress={() => dispatch(removeTreatment(treatment))} />
      </XStack>
      {isCopying ? <CopyTo treatment={treatment} part={part} onEnd={() => setCopying(false)} /> : null}
    </>
  );
}
