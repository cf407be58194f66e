import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { preferencesSet } from '../../../state/preferences/preferences';
import { selectPart } from '../../../state/session/selectors';
import { SheetFrame } from '../SheetFrame';
import { useAppDispatch, useAppSelector } from '../../../state/store';

/** Which other tracks show behind the open pattern; muted ones too, as a reference that is only seen. */
export function BackdropSheet({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const openId = useAppSelector((state) => selectPart(state)?.track.id);
  const tracks = useAppSelector((state) => state.song.document?.tracks);
  const { hasBackdrop, backdropTracks } = useAppSelector((state) => state.preferences);
  const others = (tracks ?? []).filter(({ id }) => id !== openId);
  return (
    <SheetFrame title="Backdrop" note="other tracks' notes, as outlines" isPanel={isPanel}>
      <XStack gap={4} flexWrap="wrap">
        <Press
          label="Show the backdrop"
          look={hasBackdrop ? 'on' : 'raised'}
          pressed={hasBackdrop}
          onPress={() => dispatch(preferencesSet({ hasBackdrop: !hasBackdrop }))}
        />
        {others.map(({ id, name, muted }) => {
          const isShown = backdropTracks[id] ?? !muted;
          return (
            <Press
              key={id}
              label={`${name} in the backdrop${muted ? ', muted' : ''}`}
              shown={muted ? `${name}, muted` : name}
              look={isShown ? 'on' : 'raised'}
              pressed={isShown}
              onPress={() => dispatch(preferencesSet({ hasBackdrop: true, backdropTracks: { ...backdropTracks, [id]: !isShown } }))}
            />
          );
        })}
      </XStack>
      {others.length === 0 ? <Words small>There is no other track yet.</Words> : null}
    </SheetFrame>
  );
}
