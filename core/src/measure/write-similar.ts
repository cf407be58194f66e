import { KITS, SOUNDS } from '../sounds/library';
import { distance, featuresOf } from './features';

/** How many of the others are named for each. */
const NAMED = 8;

interface Measured {
  readonly name: string;
  readonly features: readonly number[];
}

function nearest(all: readonly Measured[]): Record<string, string[]> {
  return Object.fromEntries(
    all.map(({ name, features }) => {
      const others = all.filter((other) => other.name !== name).map((other) => [distance(features, other.features), other.name] as const);
      return [
        name,
        others
          .sort(([a], [b]) => a - b)
          .slice(0, NAMED)
          .map(([, other]) => other),
      ];
    }),
  );
}

const drums = KITS.flatMap((kit) =>
  Object.keys(kit.drums).map((key) => ({ name: `${kit.id} ${key}`, features: featuresOf(kit, Number(key)) })),
);
const tones = SOUNDS.filter(({ kind }) => kind === 'pitched').map((sound) => ({ name: sound.id, features: featuresOf(sound) }));
console.log(JSON.stringify({ ...nearest(drums), ...nearest(tones) }));
