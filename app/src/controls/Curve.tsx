import Svg, { Path } from 'react-native-svg';

const SIZE = 60;
const STEPS = 24;

/** A curve from how far along to how far on, both 0 to 1, over the straight line between its corners. */
export function Curve({ curve, title }: { readonly curve: (along: number) => number; readonly title: string }) {
  const places = Array.from(
    { length: STEPS + 1 },
    (_, step) => `${((step / STEPS) * SIZE).toFixed(1)} ${((1 - curve(step / STEPS)) * SIZE).toFixed(1)}`,
  );
  return (
    <Svg width={SIZE} height={SIZE} viewBox={`-2 -2 ${SIZE + 4} ${SIZE + 4}`} accessibilityRole="image" accessibilityLabel={title}>
      <Path d={`M0 ${SIZE}H${SIZE}V0`} stroke="var(--line)" fill="none" />
      <Path d={`M0 ${SIZE}L${SIZE} 0`} stroke="var(--line)" strokeDasharray="3 3" fill="none" />
      <Path d={`M${places.join('L')}`} stroke="var(--act)" strokeWidth={2.5} fill="none" />
    </Svg>
  );
}
