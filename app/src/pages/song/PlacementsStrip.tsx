import { LANDINGS, treatmentsAt } from '@yibbo/core';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import ArrowRight from 'lucide-react/dist/esm/icons/arrow-right.mjs';
import { View } from '@tamagui/core';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { Stepper } from '../../controls/Stepper';
import { Words } from '../../controls/words';
import { preferencesSet, type Amount } from '../../state/preferences/preferences';
import { placementsSelected, playsSelectionSet } from '../../state/session/session';
import { StripFrame } from '../../editor/sheets/StripFrame';
import { openSheet } from '../../acts/open-sheet';
import { useAppDispatch, useAppSelector } from '../../state/store';
import {
  cutSelected,
  deleteSelected,
  duplicateSelected,
  moveSelected,
  nudgeSelected,
  muteSelected,
  ownSelected,
  repeatSelected,
  selectedPlacements,
} from '../../acts/song/placements';
import { useOpenHere } from './useOpenHere';
import { useOpenPlacement } from '../../editor/screen/useOpenPlacement';

const LANDING_NAMES = { merge: 'Both sound', replace: 'Replace', push: 'Push later' } as const;

/** Actions on the selected placements, and how they land on others. */
export function PlacementsStrip({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const chosen = useAppSelector(selectedPlacements, sameList);
  const landing = useAppSelector((state) => state.preferences.landing);
  return (
    <StripFrame
      label="Selected placements"
      title={chosen.length === 1 ? '1 placement' : `${chosen.length} placements`}
      note={
        <Words small faded oneLine>
          drag to move, tap others to add
        </Words>
      }
      isPanel={isPanel}
      testID="placements"
      ends={
        <>
          <Press label="Delete the placements" shown="Delete" look="raised" onPress={() => dispatch(deleteSelected())} />
          <View flexGrow={1} />
          <Press label="Deselect" width={190} look="strong" onPress={() => dispatch(placementsSelected([]))} />
        </>
      }
    >
      <NudgeLine />
      <Choices
        title="If placements overlap"
        options={LANDINGS.map((value) => ({ value, name: LANDING_NAMES[value], label: `On others: ${LANDING_NAMES[value]}` }))}
        value={landing}
        onChange={(value) => dispatch(preferencesSet({ landing: value }))}
      />
      <XStack gap={4} flexWrap="wrap">
        <StripPresses />
      </XStack>
    </StripFrame>
  );
}

function sameList(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((each, index) => each === b[index]);
}

/** How far a nudge goes, from far to near. */
const NUDGES: readonly Amount[] = [
  { count: 1, unit: 'bar' },
  { count: 1, unit: 'beat' },
  { count: 1, unit: '1/8' },
  { count: 1, unit: '1/16' },
  { count: 1, unit: '1/32' },
  { count: 10, unit: 'ms' },
  { count: 1, unit: 'ms' },
];

/** Earlier and later, by an amount to choose. */
function NudgeLine() {
  const dispatch = useAppDispatch();
  const { count, unit } = useAppSelector((state) => state.preferences.placementNudge);
  const amount = unit === 'ms' ? `${count} ms` : unit;
  const at = Math.max(
    0,
    NUDGES.findIndex((each) => each.count === count && each.unit === unit),
  );
  return (
    <XStack gap={4} alignItems="center">
      <Press label={`Earlier by 1 nudge: ${amount}`} icon={ArrowLeft} iconOnly look="raised" onPress={() => dispatch(nudgeSelected(-1))} />
      <Stepper
        title="One nudge"
        shown={amount}
        width={54}
        lowerLabel="One nudge: farther"
        raiseLabel="One nudge: nearer"
        canLower={at > 0}
        canRaise={at < NUDGES.length - 1}
        onStep={(step) => dispatch(preferencesSet({ placementNudge: NUDGES[at + step]! }))}
      />
      <Press label={`Later by 1 nudge: ${amount}`} icon={ArrowRight} iconOnly look="raised" onPress={() => dispatch(nudgeSelected(1))} />
    </XStack>
  );
}

function StripPresses() {
  const dispatch = useAppDispatch();
  const open = useOpenPlacement();
  const openHere = useOpenHere();
  const chosen = useAppSelector(selectedPlacements, sameList);
  const playsOnly = useAppSelector((state) => state.session.playsSelection);
  const first = chosen[0];
  const treated = useAppSelector(({ song: { document } }) => (document && first ? treatmentsAt(document, first).length : 0));
  if (!first) return null;
  const areMuted = chosen.every(({ muted }) => muted);
  return (
    <>
      <Press label="Duplicate, linked" look="raised" onPress={() => dispatch(duplicateSelected('linked'))} />
      <Press label="Duplicate, own" look="raised" onPress={() => dispatch(duplicateSelected('own'))} />
      <Press label="Repeat to the section's end" look="raised" onPress={() => dispatch(repeatSelected('section'))} />
      <Press label="Make own" look="raised" onPress={() => dispatch(ownSelected())} />
      <Press label="Cut where it repeats" look="raised" onPress={() => dispatch(cutSelected())} />
      <Press label="A track up" look="raised" onPress={() => dispatch(moveSelected(0, -1))} />
      <Press label="A track down" look="raised" onPress={() => dispatch(moveSelected(0, 1))} />
      <Press label={areMuted ? 'Unmute' : 'Mute'} look="raised" onPress={() => dispatch(muteSelected(!areMuted))} />
      <Press
        label="Play only these"
        look={playsOnly ? 'on' : 'raised'}
        pressed={playsOnly}
        onPress={() => dispatch(playsSelectionSet(!playsOnly))}
      />
      {chosen.length === 1 ? (
        <>
          <Press label="Open" look="raised" onPress={() => open(first.id)} />
          <Press label="Open here" look="raised" onPress={() => openHere(first.id)} />
          {treated ? (
            <Press
              label={`${treated} adjustable: show them`}
              shown={`${treated} adjustable`}
              look="raised"
              onPress={() => {
                dispatch(placementsSelected([]));
                dispatch(openSheet({ kind: 'treatments', placementId: first.id }));
              }}
            />
          ) : null}
          <Press
            label="To another track …"
            look="raised"
            onPress={() => {
              dispatch(placementsSelected([]));
              dispatch(openSheet({ kind: 'to-track', placementId: first.id }));
            }}
          />
        </>
      ) : null}
    </>
  );
}
