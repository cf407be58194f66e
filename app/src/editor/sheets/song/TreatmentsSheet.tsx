import type { Placement, Track, Treatment } from '@yibbo/core';
import Off from 'lucide-react/dist/esm/icons/circle.mjs';
import On from 'lucide-react/dist/esm/icons/circle-check.mjs';
import Down from 'lucide-react/dist/esm/icons/chevron-down.mjs';
import Up from 'lucide-react/dist/esm/icons/chevron-up.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import {
  plainTreatment,
  removeTreatment,
  shiftTreatment,
  switchTreatment,
  treatmentWords,
  tryTreatment,
} from '../../../acts/trial/treatments';
import { editEntity } from '../../../acts/document/edits';
import { selectPart, selectTreatments, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { SheetFrame } from '../SheetFrame';

/** The actions that are kept adjustable on the open part: on its pattern, its place, its track and the song, in the order in which they work. */
export default function TreatmentsSheet({ isPanel }: { readonly isPanel: boolean }) {
  const part = useAppSelector(selectPart);
  const treatments = useAppSelector(selectTreatments);
  return (
    <SheetFrame title="Adjustable" note={part ? `on ${part.track.name}` : ''} isPanel={isPanel}>
      {treatments.length === 0 ? (
        <Words small>Nothing is kept adjustable here. Try an action with its settings, then press Adjustable in place of Keep.</Words>
      ) : null}
      {treatments.map((treatment, index) => (
        <Line
          key={treatment.id}
          treatment={treatment}
          on={part ? onWords(treatment, part) : ''}
          canRise={treatments[index - 1]?.parentId === treatment.parentId}
          canSink={treatments[index + 1]?.parentId === treatment.parentId}
        />
      ))}
      {part ? <OwnFeel part={part} /> : null}
    </SheetFrame>
  );
}

function onWords({ parentId }: Treatment, { pattern, placement, track }: OpenPart): string {
  if (parentId === pattern.id) return 'on the pattern';
  if (parentId === placement.id) return 'in this place';
  return parentId === track.id ? 'on the track' : 'on the song';
}

/** Lets the song's swing and groove leave a track, or one place of it, as it is; shown where the song has any. */
function OwnFeel({ part: { track, placement } }: { readonly part: OpenPart }) {
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

interface LineProps {
  readonly treatment: Treatment;
  /** What it is kept on, in words. */
  readonly on: string;
  readonly canRise: boolean;
  readonly canSink: boolean;
}

function Line({ treatment, on, canRise, canSink }: LineProps) {
  const dispatch = useAppDispatch();
  const words = treatmentWords(treatment);
  return (
    <YStack role="group" aria-label={`${words}, ${on}`} borderBottomWidth={1} borderColor="$line">
      <XStack alignItems="center" gap={2}>
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
          <Words small faded fontSize="$1" lineHeight="$1">
            {on}
          </Words>
        </YStack>
        <Press label={`${words}: change its settings`} icon={Dots} iconOnly onPress={() => dispatch(tryTreatment(treatment.id))} />
      </XStack>
      <XStack gap={4} flexWrap="wrap" paddingBottom={4}>
        <Press
          label={`${words}: earlier in the order`}
          icon={Up}
          iconOnly
          disabled={!canRise}
          onPress={() => dispatch(shiftTreatment(treatment, -1))}
        />
        <Press
          label={`${words}: later in the order`}
          icon={Down}
          iconOnly
          disabled={!canSink}
          onPress={() => dispatch(shiftTreatment(treatment, 1))}
        />
        <Press label={`Make plain: ${words}`} shown="Make plain" look="raised" onPress={() => dispatch(plainTreatment(treatment))} />
        <Press label={`Delete: ${words}`} shown="Delete" look="raised" onPress={() => dispatch(removeTreatment(treatment))} />
      </XStack>
    </YStack>
  );
}
