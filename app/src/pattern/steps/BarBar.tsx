import { ScrollView, XStack } from 'tamagui';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import type { OpenPart } from '../../store/selectors';
import { useAppDispatch } from '../../store/store';
import { patternViewSet } from '../../store/view';

/** Which bar of the pattern is on show; none where there is only one. */
export function BarBar({ part, bar }: { readonly part: OpenPart; readonly bar: number }) {
  const dispatch = useAppDispatch();
  const bars = Math.ceil(part.bars);
  if (bars < 2) return null;
  const show = (to: number) => dispatch(patternViewSet({ patternId: part.pattern.id, view: { bar: to } }));
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} flexGrow={0} flexShrink={0}>
      <XStack alignItems="center" gap={4} paddingHorizontal={10} paddingVertical={2} role="group" aria-label="Bar on show">
        <Words small faded>
          Bar
        </Words>
        {Array.from({ length: Math.min(bars, 64) }, (_, index) => (
          <Press
            key={index}
            label={`Bar ${index + 1}`}
            shown={String(index + 1)}
            look={index === bar ? 'on' : 'quiet'}
            pressed={index === bar}
            onPress={() => show(index)}
          />
        ))}
      </XStack>
    </ScrollView>
  );
}
