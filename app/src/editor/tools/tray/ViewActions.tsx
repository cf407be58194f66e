import { keyWords } from '@yibbo/core';
import Lane from 'lucide-react/dist/esm/icons/chart-no-axes-column.mjs';
import Ear from 'lucide-react/dist/esm/icons/ear.mjs';
import EarOff from 'lucide-react/dist/esm/icons/ear-off.mjs';
import Fit from 'lucide-react/dist/esm/icons/scan.mjs';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { rowChoice, rowChoices, ROW_WORDS } from '../../../acts/pattern/rows';
import { patternViewSet } from '../../../state/preferences/pattern-views';
import { preferencesSet } from '../../../state/preferences/preferences';
import type { Sheet } from '../../../state/session/session';
import { openSheet } from '../../../acts/open-sheet';
import { useLaneOpen } from '../../grid/lanes/shown-lanes';
import { useEffects } from '../../../state/effects';
import { ZOOM_BY } from '../../grid/viewport/useViewport';

/** How the pattern is looked at and listened to. None of it changes the song. */
export function ViewActions({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const hears = useAppSelector((state) => state.preferences.hearsDrawing);
  const follows = useAppSelector((state) => state.preferences.followsPlay);
  const show = (sheet: Sheet) => () => dispatch(openSheet(sheet));
  const keyName = part.key ? `Key ${keyWords(part.key.choice)}` : null;
  return (
    <>
      <RowsShown part={part} />
      <Press label={keyName ? `${keyName}: change` : 'Key …'} look="raised" shown={keyName ?? 'Key …'} onPress={show({ kind: 'key' })} />
      <Press label="Grid …" look="raised" onPress={show({ kind: 'grid', of: 'pattern' })} />
      <Press label="Row …" look="raised" onPress={show({ kind: 'row' })} />
      <Press label="Drawing …" look="raised" onPress={show({ kind: 'drawing' })} />
      <Press label="Length …" look="raised" onPress={show({ kind: 'length' })} />
      <Press
        label={hears ? 'Notes sound when drawn' : 'Notes are silent when drawn'}
        shown={hears ? 'Notes sound' : 'Notes are silent'}
        icon={hears ? Ear : EarOff}
        look="raised"
        pressed={hears}
        onPress={() => dispatch(preferencesSet({ hearsDrawing: !hears }))}
      />
      <Press
        label={follows ? 'The view follows play' : 'The view stays during play'}
        shown={follows ? 'Follows play' : 'Stays during play'}
        look="raised"
        pressed={follows}
        onPress={() => dispatch(preferencesSet({ followsPlay: !follows }))}
      />
      {part.viewMode === 'notes' ? <NotesViewActions part={part} /> : null}
    </>
  );
}

/** Which rows there are to see. */
function RowsShown({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const chosen = rowChoice(part);
  return (
    <XStack
      role="group"
      aria-label="Rows shown"
      gap={2}
      flexWrap="wrap"
      maxWidth="100%"
      borderWidth={1}
      borderColor="$line"
      borderRadius="$2"
    >
      {rowChoices(part).map((choice) => (
        <Press
          key={choice}
          label={ROW_WORDS[choice]}
          look={choice === chosen ? 'on' : 'quiet'}
          pressed={choice === chosen}
          onPress={() => dispatch(patternViewSet({ patternId: part.pattern.id, view: { rowChoice: choice } }))}
        />
      ))}
    </XStack>
  );
}

/** Choices that exist only in Notes. */
function NotesViewActions({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const { grid } = useEffects();
  const hitsAsMarks = useAppSelector((state) => state.preferences.hitsAsMarks);
  const hasBackdrop = useAppSelector((state) => state.preferences.hasBackdrop);
  const hasLane = useLaneOpen();
  return (
    <>
      {part.track.kind === 'drums' ? (
        <Press
          label="Hits as marks of one width"
          shown="Hits as marks"
          look={hitsAsMarks ? 'on' : 'raised'}
          pressed={hitsAsMarks}
          onPress={() => dispatch(preferencesSet({ hitsAsMarks: !hitsAsMarks }))}
        />
      ) : null}
      <Press
        label="Backdrop: other tracks' notes"
        shown="Backdrop"
        look={hasBackdrop ? 'on' : 'raised'}
        pressed={hasBackdrop}
        onPress={() => dispatch(preferencesSet({ hasBackdrop: !hasBackdrop }))}
      />
      <Press label="Backdrop …" look="raised" onPress={() => dispatch(openSheet({ kind: 'backdrop' }))} />
      <Press
        label="Velocity lane"
        icon={Lane}
        look={hasLane ? 'on' : 'raised'}
        pressed={hasLane}
        onPress={() => dispatch(preferencesSet({ laneOpen: !hasLane }))}
      />
      <Press label="Lanes …" look="raised" onPress={() => dispatch(openSheet({ kind: 'lanes' }))} />
      <Stepper title="Zoom in time" shown="Time" width={44} onStep={(direction) => grid.zoom(ZOOM_BY ** direction, 1)} />
      <Stepper title="Zoom in pitch" shown="Pitch" width={44} onStep={(direction) => grid.zoom(1, ZOOM_BY ** direction)} />
      <Press label="Fit all notes" shown="Fit" icon={Fit} look="raised" onPress={() => grid.fit()} />
    </>
  );
}
