import Svg, { Line } from 'react-native-svg';
import { useTheme } from '@tamagui/core';
import type { SongCard } from '@yibbo/core';

const WIDTH = 320;
const LANE = 14;

/** A song at a glance: a lane for each track, its marks in time and, within the lane, in pitch. */
export function Miniature({ tracks }: { readonly tracks: NonNullable<SongCard['tracks']> }) {
  const theme = useTheme() as unknown as Record<string, { val: string } | undefined>;
  const height = Math.max(1, tracks.length) * LANE;
  return (
    <Svg width="100%" height={height} viewBox={`0 0 ${WIDTH} ${height}`} preserveAspectRatio="none" aria-hidden>
      {tracks.map((_track, lane) => (
        <Line
          key={`lane ${lane}`}
          x1={0}
          x2={WIDTH}
          y1={(lane + 1) * LANE - 1}
          y2={(lane + 1) * LANE - 1}
          stroke={theme.lineWeak?.val}
          strokeWidth={1}
        />
      ))}
      {tracks.flatMap((track, lane) =>
        track.marks.map(([time, pitch], index) => {
          const x = 4 + time * (WIDTH - 8);
          const y = (lane + 1) * LANE - 4 - pitch * (LANE - 7);
          // A line of no length with round ends is a dot, and stays round however wide the picture is stretched.
          return (
            <Line
              key={`${lane} ${index}`}
              x1={x}
              x2={x}
              y1={y}
              y2={y}
              stroke={theme[`track${track.colour}`]?.val}
              strokeWidth={4.4}
              strokeLinecap="round"
              vectorEffect="non-scaling-stroke"
            />
          );
        }),
      )}
    </Svg>
  );
}
