import { barTicks, LANDINGS, meterAt } from '@yibbo/core';
import { Choices } from '../../controls/Choices';
import { Press } from '../../controls/Press';
import { Strip } from '../../controls/Strip';
import { Words } from '../../controls/words';
import { preferencesSet } from '../../preferences/preferences';
import { placementsSelected, playsSelectionSet } from '../../session/session';
import { StripFrame } from '../../sheets/StripFrame';
import { useAppDispatch, useAppSelector } from '../../store';
import {
  deleteSelected,
  duplicateSelected,
  moveSelected,
  muteSelected,
  ownSelected,
  repeatSelected,
  selectedPlacements,
} from '../acts/placements';
import { useOpenPlacement } from '../useOpenPlacement';

const LANDING_NAMES = { merge: 'Both sound', replace: 'Replace', push: 'Push later' } as const;

/** What can be done with the selected placements, and what becomes of those they land on. */
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
          <Press label="Delete the placements" shown="Delete" grow look="raised" onPress={() => dispatch(deleteSelected())} />
          <Press label="Deselect" grow look="strong" onPress={() => dispatch(placementsSelected([]))} />
        </>
      }
    >
      <Strip>
        <StripPresses />
      </Strip>
      <Choices
        title="Where they land on others"
        options={LANDINGS.map((value) => ({ value, name: LANDING_NAMES[value], label: `On others: ${LANDING_NAMES[value]}` }))}
        value={landing}
        onChange={(value) => dispatch(preferencesSet({ landing: value }))}
      />
    </StripFrame>
  );
}

function sameList(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((each, index) => each === b[index]);
}

function StripPresses() {
  const dispatch = useAppDispatch();
  const open = useOpenPlacement();
  const chosen = useAppSelector(selectedPlacements, sameList);
  const meters = useAppSelector((state) => state.song.document?.song.meters);
  const playsOnly = useAppSelector((state) => state.session.playsSelection);
  const first = chosen[0];
  if (!first || !meters) return null;
  const bar = barTicks(meterAt(meters, first.start));
  const areMuted = chosen.every(({ muted }) => muted);
  return (
    <>
      <Press label="Duplicate, linked" look="raised" onPress={() => dispatch(duplicateSelected('linked'))} />
      <Press label="Duplicate, own" look="raised" onPress={() => dispatch(duplicateSelected('own'))} />
      <Press label="Repeat to the section's end" look="raised" onPress={() => dispatch(repeatSelected('section'))} />
      <Press label="Make own" look="raised" onPress={() => dispatch(ownSelected())} />
      <Press label="A bar earlier" look="raised" onPress={() => dispatch(moveSelected(-bar, 0))} />
      <Press label="A bar later" look="raised" onPress={() => dispatch(moveSelected(bar, 0))} />
      <Press label="A track up" look="raised" onPress={() => dispatch(moveSelected(0, -1))} />
      <Press label="A track down" look="raised" onPress={() => dispatch(moveSelected(0, 1))} />
      <Press label={areMuted ? 'Unmute' : 'Mute'} look="raised" onPress={() => dispatch(muteSelected(!areMuted))} />
      <Press
        label="Play only these"
        look={playsOnly ? 'on' : 'raised'}
        pressed={playsOnly}
        onPress={() => dispatch(playsSelectionSet(!playsOnly))}
      />
      {chosen.length === 1 ? <Press label="Open" look="raised" onPress={() => open(first.id)} /> : null}
    </>
  );
}
