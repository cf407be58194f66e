import { FIGURES, figureSteps, OF_FIGURES, turned, type FigureHit } from '@yibbo/core';
import { useState } from 'react';
import Svg, { Circle, Path } from 'react-native-svg';
import { XStack, YStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { changeTrial } from '../../../acts/trial/trials';
import { useAppDispatch } from '../../../state/store';

const IDS = ['own', ...Object.keys(FIGURES)];
const nameOf = (id: string) => FIGURES[id]?.name ?? 'No figure';

/** The ready figures of a rhythm, stepped through one by one, each drawn, or chosen from the list of all. */
export function RhythmSettings({ figure, turn }: { readonly figure: string; readonly turn: number }) {
  const dispatch = useAppDispatch();
  const [isListed, setListed] = useState(false);
  const at = Math.max(0, IDS.indexOf(figure));
  const choose = (id: string) => dispatch(changeTrial({ figure: id }));
  const ready = FIGURES[figure];
  return (
    <YStack gap={4}>
      <XStack gap={4} alignItems="center" flexWrap="wrap">
        <Stepper
          title="Figure"
          shown={nameOf(figure)}
          width={150}
          lowerLabel="Figure: the one before"
          raiseLabel="Figure: the next"
          canLower={at > 0}
          canRaise={at < IDS.length - 1}
          onStep={(by) => choose(IDS[at + by]!)}
        />
        <Press label="All figures" look={isListed ? 'on' : 'raised'} expanded={isListed} onPress={() => setListed(!isListed)} />
      </XStack>
      {ready ? <FigurePicture steps={turned(figureSteps(ready), turn)} name={ready.name} /> : null}
      {isListed ? (
        <Choices
          title="Ready figures"
          hasLetters
          options={IDS.map((id) => ({ value: id, name: nameOf(id) }))}
          value={figure}
          onChange={(id) => {
            setListed(false);
            choose(id);
          }}
        />
      ) : null}
    </YStack>
  );
}

/** Changed settings of a rhythm: one that a figure has of its own lets go of the figure. */
export function besideFigure(changed: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  return Object.keys(changed).some((name) => OF_FIGURES.has(name)) ? { figure: 'own', ...changed } : changed;
}

/** Width of a step and height of the picture, in pixels. */
const STEP = 14;
const HEIGHT = 22;
const SIZES: Readonly<Record<FigureHit, number>> = { strong: 6, hit: 4.2, ghost: 2 };

/** The steps of a figure as dots, larger where they are stronger; a line at every fourth. */
function FigurePicture({ steps, name }: { readonly steps: readonly (FigureHit | null)[]; readonly name: string }) {
  const x = (step: number) => STEP / 2 + step * STEP;
  const lines = steps.map((_, step) => `M${x(step)} ${step % 4 === 0 ? 0 : HEIGHT - 5}V${HEIGHT}`).join('');
  return (
    <Svg
      width={steps.length * STEP}
      height={HEIGHT}
      viewBox={`0 0 ${steps.length * STEP} ${HEIGHT}`}
      accessibilityRole="image"
      accessibilityLabel={`The steps of ${name}`}
    >
      <Path d={lines} stroke="var(--lineStrong)" fill="none" />
      {steps.map((hit, step) => (hit ? <Circle key={step} cx={x(step)} cy={HEIGHT / 2} r={SIZES[hit]} fill="var(--act)" /> : null))}
    </Svg>
  );
}
