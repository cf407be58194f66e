import Swap from 'lucide-react/dist/esm/icons/arrow-left-right.mjs';
import { styled, View } from '@tamagui/core';
import { Words } from '../../controls/words';
import { patternViewSet, type ViewMode } from '../../state/preferences/pattern-views';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch } from '../../state/store';

const Frame = styled(View, {
  render: 'button',
  minWidth: '$touch',
  minHeight: '$touch',
  width: '100%',
  padding: 0,
  borderWidth: 0,
  alignItems: 'center',
  justifyContent: 'center',
  backgroundColor: '$wash',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$card' },
});

const VIEW_NAMES: Readonly<Record<ViewMode, string>> = { steps: 'Steps', notes: 'Notes' };

/** In the corner of the notes: which of the two views is shown; a press shows the other. */
export function ViewPress({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const other: ViewMode = part.viewMode === 'steps' ? 'notes' : 'steps';
  return (
    <Frame
      aria-label={`${VIEW_NAMES[part.viewMode]}: show as ${VIEW_NAMES[other]}`}
      onPress={() => dispatch(patternViewSet({ patternId: part.pattern.id, view: { viewMode: other } }))}
    >
      <Words small strong colour="act">
        {VIEW_NAMES[part.viewMode]}
      </Words>
      <Swap size={14} color="var(--act)" aria-hidden />
    </Frame>
  );
}
